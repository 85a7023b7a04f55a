import type { CropSeason, Range } from '../almanac/crop.ts';
import { addDays, inYear, nextOn, yearOf, type IsoDate, type MonthDay } from '../calendar/plainDate.ts';

/** Days for cleaning and drying at home, and for finding the way to the desk. */
export const CLEAN_DRY_AND_BRING_DAYS = 42;

export interface ReturnBy {
  readonly due: IsoDate;
  /** The steps that made the date, in order. */
  readonly sowFrom: IsoDate;
  readonly ripeBy: IsoDate;
  readonly seasons: 1 | 2;
}

/** Mean frosts of a place, as days of the year. */
export interface Frosts {
  readonly last: MonthDay;
  readonly first: MonthDay;
}

/**
 * The day by which seed should come back: the next sowing the member can still make, the crop's slowest usual ripening in this place,
 * and six weeks to clean, dry and bring it. What is sown in the warm season must be ripe before the first frost: a sowing that cannot be,
 * even at its quickest, is left to the next season, and the frost ends the ripening of the others. Seed of a second-season crop ripens in
 * the year after it is sown. Works in both hemispheres, since all seasons depend on the house's frosts.
 */
export function returnBy(lentOn: IsoDate, season: CropSeason, frosts: Frosts): ReturnBy {
  if (season.kind === 'first season') {
    const { sowFrom, frost } = nextSowing(lentOn, season, frosts);
    const slowest = addDays(sowFrom, season.daysToSeed[1]);
    const ripeBy = frost !== null && frost < slowest ? frost : slowest;
    return { due: addDays(ripeBy, CLEAN_DRY_AND_BRING_DAYS), sowFrom, ripeBy, seasons: 1 };
  }
  const { sowFrom } = nextSowing(lentOn, { ...season, daysToSeed: [0, 0] }, frosts);
  const frostOfSowing = lastFrostNear(sowFrom, season.sowWeeks[0], frosts.last);
  const ripeBy = addDays(inYear(frosts.last, yearOf(frostOfSowing) + 1), season.ripeWeeks[1] * 7);
  return { due: addDays(ripeBy, CLEAN_DRY_AND_BRING_DAYS), sowFrom, ripeBy, seasons: 2 };
}

/**
 * Today when the sowing window is open and the crop can still be ripe, else the start of the next window; with the first frost that its
 * ripening has to be ahead of. A crop that is usually too slow for this place, even sown at once, is sown all the same: under cover.
 */
function nextSowing(
  lentOn: IsoDate,
  { sowWeeks: [from, to], daysToSeed: [quickest] }: { readonly sowWeeks: Range; readonly daysToSeed: Range },
  { last, first }: Frosts,
): { readonly sowFrom: IsoDate; readonly frost: IsoDate | null } {
  for (let year = yearOf(lentOn) - 1; ; year += 1) {
    const lastFrost = inYear(last, year);
    const opens = addDays(lastFrost, from * 7);
    if (lentOn > addDays(lastFrost, to * 7)) continue;
    const sowFrom = lentOn > opens ? lentOn : opens;
    const firstFrost = nextOn(first, lastFrost);
    const ripeAtBest = addDays(sowFrom, quickest);
    if (ripeAtBest <= firstFrost) return { sowFrom, frost: firstFrost };
    // Sown so late that it stands through the winter, or so slow that frost always comes first here.
    if (sowFrom >= firstFrost || addDays(opens, quickest) > firstFrost) return { sowFrom, frost: null };
  }
}

/** The last frost that a sowing day depends on. */
function lastFrostNear(sowing: IsoDate, fromWeeks: number, lastFrost: MonthDay): IsoDate {
  let year = yearOf(sowing) + 1;
  while (addDays(inYear(lastFrost, year), fromWeeks * 7) > sowing) year -= 1;
  return inYear(lastFrost, year);
}
