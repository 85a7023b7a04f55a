import { addDays, daysBetween } from '../calendar/plainDate.ts';
import { CLEAN_DRY_AND_BRING_DAYS } from '../lending/returnBy.ts';
import type { Day } from '../kernel/kinds.ts';
import type { GrowOutState } from '../states/states.ts';
import { standingOf, type Standing } from './census.ts';
import { daysSilent, type Season } from './log.ts';

/** What wants somebody's attention in a grow-out. */
export type Alarm =
  | { readonly what: 'too few' | 'in danger'; readonly standing: Exclude<Standing, { kind: 'enough' }> }
  /** It flowers this many days later than planned; earlier where below zero. */
  | { readonly what: 'bloom off plan'; readonly shift: number }
  /** What flowers near it does so at another time than planned: the share of its seed that is likely crossed now, and as planned. */
  | { readonly what: 'neighbour off plan'; readonly share: number; readonly planned: number }
  /** Fruit of flowers that were pollinated by hand has ripe seed by now, or in a few days. */
  | { readonly what: 'fruit ripens'; readonly fruit: TaggedFruit }
  | { readonly what: 'no answer' | 'hand over' | 'not sown' | 'silent' | 'late'; readonly days: number };

/** More crossed seed than this, and twice as much as was planned, is worth telling. */
export const SHARE_WORTH_TELLING = 0.01;

/** Whether what flowers near a grow-out brings it much more foreign pollen than was planned. @param share, planned shares of its seed, 0 to 1 */
export const isNeighbourOffPlan = (share: number, planned: number): boolean => share >= SHARE_WORTH_TELLING && share >= 2 * planned;

/** Fruit that was pollinated and tagged by hand, and is still on the plant. */
export interface TaggedFruit {
  readonly pollinatedOn: Day;
  /** Null where nobody counted. */
  readonly flowers: number | null;
  /** When its seed may be ripe at the earliest. */
  readonly ripeFrom: Day;
}

/** Tagged fruit that nobody has taken: whoever picks takes what is ripe by then, and the last harvest takes all. */
export function fruitOnPlants({ season, daysToRipe, state }: Pick<Watched, 'season' | 'daysToRipe' | 'state'>): readonly TaggedFruit[] {
  if (state !== 'handed over') return [];
  return season.tagged
    .map(({ on, flowers }) => ({ pollinatedOn: on, flowers, ripeFrom: addDays(on, daysToRipe) }))
    .filter(
      ({ pollinatedOn, ripeFrom }) =>
        !season.pickings.some((picking) => picking.on >= ripeFrom) && !(season.harvestedOn !== null && season.harvestedOn >= pollinatedOn),
    );
}

export interface Watched {
  readonly state: GrowOutState;
  /** When the state was reached. */
  readonly stateOn: Day;
  readonly sowOn: Day;
  readonly backBy: Day;
  readonly handedOverOn: Day | null;
  /** Plants that are to give seed. */
  readonly plants: number;
  readonly season: Season;
  /** When its first flowers were expected. */
  readonly bloomFrom: Day;
  /** Days from a flower to ripe seed, at the quickest. */
  readonly daysToRipe: number;
}

/** Seed is handed over in good time before it is sown; and so long after that day it should have been. */
const DAYS_AHEAD = 21;
const DAYS_TO_ANSWER = 14;
const DAYS_TO_SOW = 14;
/** Tagged fruit is told of so many days before it may be ripe. */
const DAYS_TO_RIPE = 7;
/** Bloom as far off its plan as this meets other neighbours. */
const DAYS_OFF_PLAN = 10;
/** Nobody writes every week; this long without a word in the growing season is long. */
const DAYS_OF_SILENCE = 45;

/** When its seed is ripe at the latest. */
const ripeOn = ({ backBy }: Pick<Watched, 'backBy'>): Day => addDays(backBy, -CLEAN_DRY_AND_BRING_DAYS);

/** How many plants stand against how many are wanted, by the last count; null before there is one, and after the harvest. */
export function standingNow({ season, plants, sowOn, backBy }: Pick<Watched, 'season' | 'plants' | 'sowOn' | 'backBy'>): Standing | null {
  const last = season.censuses.at(-1);
  if (!last || season.growth === 'harvested') return null;
  return standingOf(last, plants, { sownOn: season.sownOn ?? sowOn, ripeOn: ripeOn({ backBy }) });
}

/** What wants attention, gravest first. @param winter whether nothing grows just now, so that silence says nothing */
export function alarmsOf(watched: Watched, today: Day, winter: boolean): readonly Alarm[] {
  const { state, stateOn, sowOn, backBy, handedOverOn, season } = watched;
  const alarms: Alarm[] = [];
  if (state === 'offered' && daysBetween(stateOn, today) >= DAYS_TO_ANSWER)
    alarms.push({ what: 'no answer', days: daysBetween(stateOn, today) });
  if (state === 'agreed' && daysBetween(today, sowOn) <= DAYS_AHEAD) alarms.push({ what: 'hand over', days: daysBetween(today, sowOn) });
  if (state !== 'handed over') return alarms;
  const standing = standingNow(watched);
  if (standing && standing.kind !== 'enough') alarms.push({ what: standing.kind, standing });
  const shift = season.flowersFrom === null ? 0 : daysBetween(watched.bloomFrom, season.flowersFrom);
  if (Math.abs(shift) > DAYS_OFF_PLAN && season.growth === 'flowering') alarms.push({ what: 'bloom off plan', shift });
  for (const fruit of fruitOnPlants(watched))
    if (daysBetween(today, fruit.ripeFrom) <= DAYS_TO_RIPE) alarms.push({ what: 'fruit ripens', fruit });
  if (today > backBy) alarms.push({ what: 'late', days: daysBetween(backBy, today) });
  const overdue = daysBetween(sowOn, today);
  if (season.growth === 'handed over' && overdue > DAYS_TO_SOW) alarms.push({ what: 'not sown', days: overdue });
  const silent = daysSilent(season, handedOverOn ?? sowOn, today);
  if (season.growth !== 'handed over' && season.growth !== 'harvested' && !winter && silent > DAYS_OF_SILENCE && today <= backBy)
    alarms.push({ what: 'silent', days: silent });
  return alarms;
}
