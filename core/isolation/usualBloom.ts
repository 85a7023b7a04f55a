import type { Crop } from '../almanac/crop.ts';
import { addDays, inYear, type IsoDate, type MonthDay } from '../calendar/plainDate.ts';

/** The days between which a crop usually flowers in this place in a year, by the almanac's weeks from the last frost. */
export function usualBloom({ bloom: [from, to] }: Pick<Crop, 'bloom'>, lastFrost: MonthDay, year: number): readonly [IsoDate, IsoDate] {
  const frost = inYear(lastFrost, year);
  return [addDays(frost, from * 7), addDays(frost, to * 7)];
}
