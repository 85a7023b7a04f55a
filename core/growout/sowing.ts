import { addDays, daysBetween, inYear, yearOf } from '../calendar/plainDate.ts';
import { seasonOf, type Crop } from '../almanac/crop.ts';
import type { Day } from '../kernel/kinds.ts';
import { returnBy, type Frosts } from '../lending/returnBy.ts';

/** Days between which something flowers. */
export interface Window {
  readonly from: Day;
  readonly to: Day;
}

/**
 * When seed sown on a day will flower. An annual flowers as the almanac says for the usual sowing, later by as many days as it is sown later
 * (a day of sowing is worth `DAY_OF_SOWING` days of bloom, since what is sown late grows faster); a crop of two seasons flowers by the last
 * frost of its second year, whenever it was sown.
 */
export function plannedBloom(crop: Pick<Crop, 'bloom' | 'sow' | 'daysToSeed' | 'ripeWeeks'>, sowOn: Day, frosts: Frosts): Window {
  const [from, to] = crop.bloom;
  const season = seasonOf(crop);
  if (season.kind === 'second season') {
    const { ripeBy } = returnBy(sowOn, season, frosts);
    const frost = inYear(frosts.last, yearOf(addDays(ripeBy, -7 * season.ripeWeeks[1])));
    return { from: addDays(frost, from * 7), to: addDays(frost, to * 7) };
  }
  const frost = inYear(frosts.last, yearOf(addDays(sowOn, -7 * crop.sow[0])));
  const usual = addDays(frost, Math.round(3.5 * (crop.sow[0] + crop.sow[1])));
  const later = Math.round(DAY_OF_SOWING * daysBetween(usual, sowOn));
  return { from: addDays(frost, from * 7 + later), to: addDays(frost, to * 7 + later) };
}

/** The day on which a bed is free again: when its seed is ripe at the latest, counted at the next usual sowing where it is sown at an unusual time. */
export function bedFreeOn(crop: Pick<Crop, 'sow' | 'daysToSeed' | 'ripeWeeks'>, sowOn: Day, frosts: Frosts): Day {
  const { sowFrom, ripeBy } = returnBy(sowOn, seasonOf(crop), frosts);
  return addDays(sowOn, Math.max(1, daysBetween(sowFrom, ripeBy)));
}

/** What is sown ten days later flowers about seven days later. */
const DAY_OF_SOWING = 0.7;

/** Share of the first window during which the second is open too, 0 to 1. */
export function overlapOf(own: Window, other: Window): number {
  const from = own.from > other.from ? own.from : other.from;
  const to = own.to < other.to ? own.to : other.to;
  return Math.max(0, daysBetween(from, to) + 1) / (daysBetween(own.from, own.to) + 1);
}

/** Two cages by turns: which of two is open on each day of a bloom; the other is shut. Empty for a window of no days. */
export function cageTurns(window: Window): readonly { readonly on: Day; readonly open: 'first' | 'second' }[] {
  return Array.from({ length: daysBetween(window.from, window.to) + 1 }, (_, day) => ({
    on: addDays(window.from, day),
    open: day % 2 === 0 ? ('first' as const) : ('second' as const),
  }));
}
