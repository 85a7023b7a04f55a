import type { Crop } from '../almanac/crop.ts';
import type { Seeds } from '../kernel/kinds.ts';

/** One season of a line is this factor off another, either way; of several seasons the middle is known the better, by the root of their number. */
const SEASON_FACTOR = 1.8;

export interface Yield {
  readonly low: Seeds;
  readonly high: Seeds;
  /** Seasons of the line itself that it is told by; 0 where it is the almanac's range. */
  readonly seasons: number;
}

/**
 * Seed to expect of so many plants: by what the line itself gave from a plant in earlier grow-outs (geometric mean, and a factor of 1.8 either way
 * over the root of their number), else by the almanac's range.
 * @param before seeds from one plant in each earlier season, above zero
 */
export function yieldToExpect(plants: number, { seedsPerPlant }: Pick<Crop, 'seedsPerPlant'>, before: readonly number[] = []): Yield {
  const [least, most] = before.length === 0 ? seedsPerPlant : ownRange(before);
  return { low: Math.round(plants * least), high: Math.round(plants * most), seasons: before.length };
}

/** House packets of a harvest, after the share of it that stays with whoever grew it, 0 to 1. */
export const packetsOf = (seeds: Seeds, growersShare: number, packet: number): number => Math.floor((seeds * (1 - growersShare)) / packet);

function ownRange(before: readonly number[]): readonly [number, number] {
  const middle = Math.exp(before.reduce((sum, seeds) => sum + Math.log(seeds), 0) / before.length);
  const factor = SEASON_FACTOR ** (1 / Math.sqrt(before.length));
  return [middle / factor, middle * factor];
}
