import type { CropSeason } from '../almanac/crop.ts';
import { addDays, inYear, yearOf, type IsoDate, type MonthDay } from '../calendar/plainDate.ts';

/** Days for cleaning and drying at home, and for finding the way to the desk. */
const CLEAN_DRY_AND_BRING_DAYS = 42;

export interface ReturnBy {
  readonly due: IsoDate;
  /** The steps that made the date, in order. */
  readonly sowFrom: IsoDate;
  readonly ripeBy: IsoDate;
  readonly seasons: 1 | 2;
}

/**
 * The day by which seed should come back: the next sowing the member can still make, the crop's slowest usual ripening in this place,
 * and six weeks to clean, dry and bring it. Seed of a second-season crop ripens in the year after it is sown.
 * Works in both hemispheres, since all seasons hang on the house's last frost.
 */
export function returnBy(lentOn: IsoDate, season: CropSeason, lastFrost: MonthDay): ReturnBy {
  const sowFrom = nextSowing(lentOn, season.sowWeeks, lastFrost);
  if (season.kind === 'first season') {
    const ripeBy = addDays(sowFrom, season.daysToSeed[1]);
    return { due: addDays(ripeBy, CLEAN_DRY_AND_BRING_DAYS), sowFrom, ripeBy, seasons: 1 };
  }
  const frostOfSowing = lastFrostNear(sowFrom, season.sowWeeks[0], lastFrost);
  const ripeBy = addDays(inYear(lastFrost, yearOf(frostOfSowing) + 1), season.ripeWeeks[1] * 7);
  return { due: addDays(ripeBy, CLEAN_DRY_AND_BRING_DAYS), sowFrom, ripeBy, seasons: 2 };
}

/** Today when the sowing window is open, else the start of the next window. */
function nextSowing(lentOn: IsoDate, [from, to]: readonly [number, number], lastFrost: MonthDay): IsoDate {
  for (let year = yearOf(lentOn) - 1; ; year += 1) {
    const frost = inYear(lastFrost, year);
    const opens = addDays(frost, from * 7);
    const closes = addDays(frost, to * 7);
    if (lentOn <= closes) return lentOn > opens ? lentOn : opens;
  }
}

/** The last frost that a sowing day hangs on. */
function lastFrostNear(sowing: IsoDate, fromWeeks: number, lastFrost: MonthDay): IsoDate {
  let year = yearOf(sowing) + 1;
  while (addDays(inYear(lastFrost, year), fromWeeks * 7) > sowing) year -= 1;
  return inYear(lastFrost, year);
}
