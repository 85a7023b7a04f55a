import type { Crop } from '../almanac/crop.ts';
import type { Seeds } from '../kernel/kinds.ts';

/** Seed to expect of so many plants, by the almanac's range of seeds from one; and house packets of the low end. */
export function yieldToExpect(
  plants: number,
  { seedsPerPlant: [low, high], packet }: Pick<Crop, 'seedsPerPlant' | 'packet'>,
): { readonly low: Seeds; readonly high: Seeds; readonly packets: number } {
  return { low: plants * low, high: plants * high, packets: Math.floor((plants * low) / packet) };
}
