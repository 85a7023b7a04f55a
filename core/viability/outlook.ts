import { type Crop, halfLifeYears } from '../almanac/crop.ts';
import { addDays, daysBetween, type IsoDate, type PartialDate } from '../calendar/plainDate.ts';
import type { Beta } from '../germination/betaPosterior.ts';
import { betaBinomial } from '../germination/moreTesting.ts';
import { HARDLY, type Chances, type Thresholds } from '../germination/verdict.ts';
import type { Seeds } from '../kernel/kinds.ts';
import { addAges, middleAge, type Age } from './age.ts';
import { afterOne, beliefOf, workedOf, type LotHistory, type Worked } from './belief.ts';
import type { Belief } from './grid.ts';
import { atAge, bandAt, betaAt, chanceAt, daysToFall, daysUnder, ownShare, type Band } from './forecast.ts';
import { nothingKept, type Kept } from './kept.ts';
import type { Sighting } from './likelihood.ts';
import { odditiesOf } from './oddities.ts';
import { settles, type OddTest } from './oddTest.ts';
import type { Beginning } from './prior.ts';
import { DAYS_A_YEAR, type Aged } from './sightings.ts';
import { ageingOf, HOME, homeDays, isUnmeasuredJar, jarFactors } from './storage.ts';
import { ageWhenItCame, spellsOf, startOfAge, type DatedSpell, type LotStorage } from './whereabouts.ts';

/** What was seen of a lot on a day. */
export interface SeenOn extends Sighting {
  readonly on: IsoDate;
}

export interface OutlookFacts {
  readonly crop: Pick<Crop, 'longevity' | 'oil' | 'constants' | 'told'>;
  readonly harvested: PartialDate | null;
  readonly takenInOn: IsoDate;
  /** Years that undated seed may have been old when it came in, from and to, as its packet or its giver said; null where nobody did. */
  readonly ageTold: readonly [number, number] | null;
  /** A blend's forecast begins with what its parents' let expect on the day it was made, which is the day it came in; null for all others. */
  readonly blend: Beginning | null;
  readonly storage: LotStorage;
  readonly seen: readonly SeenOn[];
}

/** A lot's viability over time, as far as its crop, its storage and its own tests tell it. */
export interface Outlook {
  readonly history: LotHistory;
  readonly belief: Belief;
  /** How that belief came about. */
  readonly worked: Worked;
  readonly start: IsoDate;
  readonly spells: readonly DatedSpell[];
  /** Home-storage days behind it by a day; days to come are reckoned as its present place is. */
  ageOn(day: IsoDate): Age;
  /** What a day adds to its age where it lies now. */
  readonly rate: Age;
  /** The last day of which anything is said: no seed of the crop is known to have lived longer. */
  readonly lastDay: IsoDate;
  readonly kept: Kept;
}

/** No seed is known to have lived longer than so many of its crop's long half-lives. */
const LONGEST_LIVES = 3;

/** The outlook of one lot. @param today the day up to which its whereabouts are known */
export function outlookOf(
  { crop, harvested, takenInOn, ageTold, blend, storage, seen }: OutlookFacts,
  today: IsoDate,
  kept: Kept = nothingKept(),
): Outlook {
  const start = startOfAge(harvested, takenInOn);
  const spells = spellsOf(storage, start, today);
  const last = spells.at(-1);
  const rate = ageingOf(crop, last ?? { air: HOME, sealed: false, moisture: null });
  const ageNow = homeDays(crop, spells);
  const ageOn = (day: IsoDate) =>
    day >= today ? addAges(ageNow, rate, daysBetween(today, day)) : homeDays(crop, spellsOf(storage, start, day));
  const unknownDays = spells.reduce((sum, { isKnown, days }) => sum + (isKnown ? 0 : days), 0);
  const life = halfLifeYears(crop);
  const history: LotHistory = {
    halfLifeYears: life,
    // Its parts age each in its own way: the slope is less well known than that of seed of one harvest.
    borrowed: blend !== null || crop.told.longevity?.sure === 'rough' || unknownDays * 2 > Math.max(1, daysBetween(start, today)),
    ...(blend ? { begins: blend, ageThen: [{ days: 0, chance: 1 }] } : { ageThen: ageWhenItCame(harvested, life, ageTold) }),
    ...(spells.some(isUnmeasuredJar) && { jarFactors: jarFactors(crop) }),
    sightings: seen.map(({ on, ...sighting }): Aged => {
      const day = on < start ? start : on;
      return { ...sighting, age: ageOn(day), day: daysBetween(start, day) };
    }),
  };
  const lastDay = addDays(start, Math.round(LONGEST_LIVES * crop.longevity[1] * DAYS_A_YEAR));
  const worked = workedOf(history, kept);
  return { history, belief: worked.belief, worked, start, spells, ageOn, rate, lastDay, kept };
}

/** What an outlook says of one day. */
export interface OutlookOn extends Band, Chances {
  /** Its viability with all that is known of it. */
  readonly believed: Beta;
}

export function outlookOn({ belief, ageOn }: Outlook, day: IsoDate, { lend, full }: Thresholds): OutlookOn {
  const then = atAge(belief, ageOn(day));
  return {
    ...bandAt(then),
    mayBeLent: chanceAt(then, lend),
    fullStrength: chanceAt(then, full),
    isDead: 1 - chanceAt(then, HARDLY),
    believed: betaAt(then, Infinity),
  };
}

/** Chance that on a day at least `share` of it germinates. */
export const chanceOn = ({ belief, ageOn }: Outlook, share: number, day: IsoDate): number => chanceAt(atAge(belief, ageOn(day)), share);

/** Share of what is known of its viability on a day that its own tests have told. */
export const toldByItself = ({ history, belief, ageOn, kept }: Outlook, day: IsoDate): number =>
  ownShare(history, belief, ageOn(day), kept);

/**
 * The day on which the chance of being under `share` reaches `risk`; today where it already has, null where it does not within the longest life
 * that is known of the crop.
 */
export function dayUnder({ belief, ageOn, rate, lastDay }: Outlook, share: number, risk: number, today: IsoDate): IsoDate | null {
  const days = daysUnder(belief, share, risk, ageOn(today), rate, Math.max(1, daysBetween(today, lastDay)));
  return days === null ? null : addDays(today, Math.round(days));
}

/** Days, where it lies, from `day` until viability is 85 % of what it was at harvest; 0 where it is that low already. */
export const daysToFallFrom = ({ belief, ageOn, rate }: Outlook, day: IsoDate): number => daysToFall(belief, ageOn(day), rate);

/** The forecast of a lot without its test of a day, as the prior for reading that test. */
export function priorOf(facts: OutlookFacts, test: SeenOn, today: IsoDate, kept?: Kept) {
  const without = outlookOf({ ...facts, seen: facts.seen.filter((one) => one !== test) }, today, kept);
  return betaAt(atAge(without.belief, without.ageOn(test.on)));
}

/** How wide the 80 % band is likely to be after a further test of so many seeds on a day, over all that it may show. */
export function expectedWidth({ belief, ageOn, kept }: Outlook, day: IsoDate, seeds: Seeds): number {
  const age = ageOn(day);
  const now = betaAt(atAge(belief, age), Infinity);
  let width = 0;
  for (let up = 0; up <= seeds; up += 1) {
    const { low, high } = bandAt(atAge(afterOne(belief, { kind: 'test', sown: seeds, up, age }, kept), age));
    width += betaBinomial(up, seeds, now) * (high - low);
  }
  return width;
}

/** Tests whose explanations all have less of a chance than this are not worth a word. */
const WORTH_A_WORD = 0.2;

/** The odd tests of a lot, in order of age. @param least chance of one of its explanations */
export function oddTestsOf({ history, worked, start, kept }: Outlook, least = WORTH_A_WORD): readonly OddTest[] {
  const dayOf = ({ day, age }: Aged) => addDays(start, Math.round(day ?? middleAge(age)));
  return [...odditiesOf(history, kept, worked)]
    .filter(({ fell, wentWrong }) => Math.max(fell, wentWrong) >= least)
    .map(({ test, since, fell, wentWrong }) => ({
      on: dayOf(test),
      sown: test.sown,
      up: test.up,
      since: since && dayOf(since),
      fell,
      wentWrong,
    }));
}

/** What `leavesOpen` says of a lot's odd tests, worked out only as far as the answer takes. */
export function isLeftOpen({ history, worked, kept }: Outlook): boolean {
  let isOdd = false;
  for (const { fell, wentWrong } of odditiesOf(history, kept, worked)) {
    if (settles({ fell, wentWrong })) return false;
    isOdd ||= Math.max(fell, wentWrong) >= WORTH_A_WORD;
  }
  return isOdd;
}

/** Under this chance nothing that befell a lot shows in its band. */
const SHOWS = 0.05;

/** The day of the last test before which something may have befallen the lot itself; null where nothing did. */
export const befallenBy = (outlook: Outlook): IsoDate | null =>
  oddTestsOf(outlook, SHOWS).findLast(({ fell }) => fell >= SHOWS)?.on ?? null;

/**
 * The fan of a lot: its band at even steps from the start of its age to some years ahead. Where something may have befallen the seed, the
 * days before show what was believed until then.
 */
export function fanOf(outlook: Outlook, until: IsoDate, steps = 48): readonly (Band & { readonly day: IsoDate })[] {
  const days = daysBetween(outlook.start, until);
  const befallen = befallenBy(outlook);
  const before =
    befallen &&
    beliefOf(
      { ...outlook.history, sightings: outlook.history.sightings.filter(({ age }) => middleAge(age) < middleAge(outlook.ageOn(befallen))) },
      outlook.kept,
    );
  return Array.from({ length: steps + 1 }, (_, index) => {
    const day = addDays(outlook.start, Math.round((days * index) / steps));
    return { day, ...bandAt(atAge(before && day < befallen ? before : outlook.belief, outlook.ageOn(day))) };
  });
}
