import { seasonOf } from '../almanac/crop.ts';
import { addDays, inYear, nextOn } from '../calendar/plainDate.ts';
import { concernsOf } from '../growout/growers.ts';
import type { Method } from '../isolation/barriers.ts';
import type { Day } from '../kernel/kinds.ts';
import type { Frosts } from '../lending/returnBy.ts';
import type { LineToPlan, PlanCrop, PlotToPlan, SeasonFacts, Wishes } from './facts.ts';

// What is possible for a line by itself, whatever else is grown: how true it has to be kept, in which ways, when it is sown, and with whom.

/** Crossed share of a season that is kept to where the promise is out of reach. */
const AS_TRUE_AS_CAN_BE = 0.01;
/** S_max for a sureness of 0.8, with the model uncertain by a factor of 3 for each standard deviation. */
const SURE = 3 ** -0.8416;

/**
 * Most foreign pollen, for each grain of one's own, with which a promise is likely kept (I.4): c = t·S/(1 + S) ≤ x with a sureness of 0.8 gives x/(t − x)·3^(−0.8416).
 * @param crossed t, share of seed from foreign pollen where that is plentiful; @param allowed x, share that may be foreign; @param sown f, share of it that the seed sown hands on
 * @returns the limit, null where any amount is borne; and whether nothing was left of x: then the season is kept to 1 %
 */
export function mostPollen(
  crossed: number,
  allowed: number,
  sown: number,
): { readonly most: number | null; readonly promiseLost: boolean } {
  const promiseLost = allowed - sown <= 0;
  const left = promiseLost ? AS_TRUE_AS_CAN_BE : allowed - sown;
  return { most: crossed <= left ? null : (left / (crossed - left)) * SURE, promiseLost };
}

/** Ways of keeping a crop apart, besides distance and time, that suit its flowers: large ones are pollinated by hand, others bagged; a cage holds whole plants. */
export function waysApart({ breeding, family }: Pick<PlanCrop, 'breeding' | 'family'>): readonly (readonly Method[])[] {
  if (breeding === 'selfing') return [[]];
  return [[], [family === 'Cucurbitaceae' ? 'hand pollination' : 'bags'], ['cage']];
}

/** Whether seed sown on a day can be ripe before the first frost, at its quickest; a crop that never can here, or stands over winter anyway, is not held to it. */
export function ripensInTime(
  crop: Pick<PlanCrop, 'sow' | 'daysToSeed' | 'ripeWeeks'>,
  sowOn: Day,
  { last, first }: Frosts,
  year: number,
): boolean {
  const season = seasonOf(crop);
  if (season.kind === 'second season') return true;
  const frost = inYear(last, year);
  const firstFrost = nextOn(first, frost);
  const quickest = season.daysToSeed[0];
  if (sowOn >= firstFrost || addDays(frost, season.sowWeeks[0] * 7 + quickest) > firstFrost) return true;
  return addDays(sowOn, quickest) <= firstFrost;
}

/** Days on which a line may be sown in the season: the beginning, middle and end of what is usual, as far as they are still to come and it can ripen. */
export function sowingDays(crop: PlanCrop, { year, today, frosts }: Pick<SeasonFacts, 'year' | 'today' | 'frosts'>): readonly Day[] {
  const [from, to] = crop.sow;
  const frost = inYear(frosts.last, year);
  const weeks = crop.ripeWeeks ? [from] : [from, (from + to) / 2, to];
  const days = [...new Set(weeks.map((week) => addDays(frost, Math.round(week * 7))))];
  const open = days.filter((day) => day >= today && ripensInTime(crop, day, frosts, year));
  // A window that is open now may be used today.
  const last = days.at(-1)!;
  return open.length === 0 && today <= last && ripensInTime(crop, today, frosts, year) ? [today] : open;
}

/** The first and the last day on which a line is usually sown in the season. */
export function usualSowing({ sow: [from, to] }: PlanCrop, { year, frosts }: Pick<SeasonFacts, 'year' | 'frosts'>): readonly [Day, Day] {
  const frost = inYear(frosts.last, year);
  return [addDays(frost, from * 7), addDays(frost, to * 7)];
}

/** Why a line cannot be grown somewhere, whatever else is grown. */
export type Hindrance = 'too hard' | 'not grown' | 'said no' | 'left out';

/** Why a line cannot be grown in a plot in any case; null where it can. */
export function hindranceOf(facts: SeasonFacts, line: LineToPlan, plot: PlotToPlan, wishes: Pick<Wishes, 'without'>): Hindrance | null {
  const garden = facts.gardens[plot.garden]!;
  const { id, terms } = facts.growers[garden.grower]!;
  if (wishes.without.includes(garden.id)) return 'left out';
  if (id !== null && line.declined.includes(id)) return 'said no';
  if (terms) {
    const concern = concernsOf(terms, line.crop, { lines: 0, squareMetres: 0, hours: 0 })[0];
    if (concern?.why === 'too hard' || concern?.why === 'not grown') return concern.why;
  }
  return null;
}
