import { seasonOf, type Crop } from '../almanac/crop.ts';
import type { Growing } from '../house/growing.ts';
import { LETS_THROUGH, type Method } from '../isolation/barriers.ts';

/** Ways of keeping apart that ask for hands all through the bloom: all that are tighter than a barrier. */
const byHand = (method: Method): boolean => LETS_THROUGH[method] < LETS_THROUGH.barrier;

/**
 * Hours of hands that a grow-out takes from sowing to seed handed in: the house's hours for one season, for each plant, for a winter where the
 * crop takes two seasons, and once for each way of keeping apart by hand. To the half hour, up.
 */
export function hoursToGrow(
  crop: Pick<Crop, 'sow' | 'daysToSeed' | 'ripeWeeks'>,
  plants: number,
  methods: readonly Method[],
  { hours, hoursPerPlant, hoursOfWinter, hoursApart }: Growing,
): number {
  const winter = seasonOf(crop).kind === 'second season' ? hoursOfWinter : 0;
  return Math.ceil(2 * (hours + plants * hoursPerPlant + winter + methods.filter(byHand).length * hoursApart)) / 2;
}
