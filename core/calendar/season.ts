import { addDays, daysBetween, inYear, nextOn, yearOf, type IsoDate, type MonthDay, type PartialDate } from './plainDate.ts';

/** A growing season, from one midwinter to the next; in the south it lies in two calendar years. */
export interface Season {
  readonly from: IsoDate;
  /** The day after its last. */
  readonly until: IsoDate;
  /** What a harvest is taken for of which only the year is known: a month before the first frost. */
  readonly harvest: MonthDay;
}

const DAYS_BEFORE_FROST = 30;

/**
 * The season in which something was harvested. Midwinter is halfway from the first frost to the last.
 * @param harvested a day, or the month or year of it
 * @param frosts the usual days of the last and of the first frost
 */
export function seasonOfHarvest(harvested: PartialDate, { last, first }: { readonly last: MonthDay; readonly first: MonthDay }): Season {
  const frost = inYear(first, 2025);
  const midwinter = addDays(frost, Math.floor(daysBetween(frost, nextOn(last, frost)) / 2)).slice(5);
  const harvest = addDays(frost, -DAYS_BEFORE_FROST).slice(5);
  const day = harvested.length === 4 ? `${harvested}-${harvest}` : harvested.length === 7 ? `${harvested}-15` : harvested;
  const here = inYear(midwinter, yearOf(day));
  const year = yearOf(day) - (here <= day ? 0 : 1);
  return { from: inYear(midwinter, year), until: inYear(midwinter, year + 1), harvest };
}
