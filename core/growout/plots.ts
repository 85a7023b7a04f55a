import type { Crop } from '../almanac/crop.ts';
import type { Day } from '../kernel/kinds.ts';

export const SUNS = ['full sun', 'half shade', 'shade'] as const;
export type Sun = (typeof SUNS)[number];
export const WATERS = ['tap', 'carried', 'rain only'] as const;
export type Water = (typeof WATERS)[number];

/** Room taken in a plot from a day on which it is sown until the day before it is free. */
export interface Booking {
  readonly squareMetres: number;
  readonly from: Day;
  readonly free: Day;
}

/** Square metres of bed for so many plants, at the almanac's spacing for a seed crop; to a tenth, up. */
export const bedFor = (plants: number, { apart, rows }: Pick<Crop, 'apart' | 'rows'>): number =>
  Math.ceil((plants * apart * rows) / 1000) / 10;

/**
 * The most room that is left in a plot through the whole of a period: its area less the most that is taken at once on any of its days.
 * Below zero where it is booked over. A bed that is free on a day may be sown on that day.
 */
export function roomLeft(squareMetres: number, bookings: readonly Booking[], from: Day, free: Day): number {
  const during = bookings.filter((one) => one.from < free && from < one.free);
  // Room changes only where one begins: the most is taken on one of these days.
  const days = [from, ...during.map((one) => one.from).filter((day) => day > from)];
  const taken = days.map((day) =>
    during.filter((one) => one.from <= day && day < one.free).reduce((sum, one) => sum + one.squareMetres, 0),
  );
  return squareMetres - Math.max(...taken);
}
