import type { Crop } from '../almanac/crop.ts';
import type { Seeds } from '../kernel/kinds.ts';

/** So much of the seed stays with whoever grew it. */
const GROWERS_SHARE = 0.1;

/** One season of a line is this factor off another, either way; of several seasons the middle is known the better, by the root of their number. */
const SEASON_FACTOR = 1.8;

export interface Yield {
  readonly low: Seeds;
  readonly high: Seeds;
  /** House packets of the low end, after the grower's share. */
  readonly packets: number;
  /** Seasons of the line itself that it is told by; 0 where it is the almanac's range. */
  readonly seasons: number;
}

/**
 * Seed to expect of so many plants: by what the line itself gave from a plant in earlier grow-outs (geometric mean, and a factor of 1.8 either way
 * over the root of their number), else by the almanac's range.
 * @param before seeds from one plant in each earlier season, above zero
 */
export function yieldToExpect(
  plants: number,
  { seedsPerPlant, packet }: Pick<Crop, 'seedsPerPlant' | 'packet'>,
  before: readonly number[] = [],
): Yield {
  const [least, most] = before.length === 0 ? seedsPerPlant : ownRange(before);
  const [low, high] = [Math.round(plants * least), Math.round(plants * most)];
  return { low, high, packets: Math.floor((low * (1 - GROWERS_SHARE)) / packet), seasons: before.length };
}

function ownRange(before: readonly number[]): readonly [number, number] {
  const middle = Math.exp(before.reduce((sum, seeds) => sum + Math.log(seeds), 0) / before.length);
  const factor = SEASON_FACTOR ** (1 / Math.sqrt(before.length));
  return [middle / factor, middle * factor];
}
