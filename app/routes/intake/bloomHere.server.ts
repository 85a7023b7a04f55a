import type { Crop } from '#core/almanac/crop.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import { usualBloom } from '#core/isolation/usualBloom.ts';
import type { Day } from '#core/kernel/kinds.ts';

/** The days between which a crop usually flowers here, said without the year. */
export function bloomHere(crop: Pick<Crop, 'bloom'>, lastFrost: string, today: Day): string {
  return usualBloom(crop, lastFrost, yearOf(today))
    .map((day) => formatDate(day).replace(/ \d{4}$/, ''))
    .join(' to ');
}
