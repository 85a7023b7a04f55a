import type { Seeds } from '../kernel/kinds.ts';
/** Seeds per gram as a range: the almanac's, or a counted and weighed sample's. */
export interface SeedsPerGram {
  readonly low: number;
  readonly high: number;
}

/** The unit in which one lot's ledger is kept, chosen at intake and never changed. */
export type StockUnit = 'seed' | 'mg';

/** Geometric middle of a seeds-per-gram range: crop ranges are multiplicative. Throws RangeError unless 0 < low ≤ high. */
export function middleSeedsPerGram({ low, high }: SeedsPerGram): number {
  if (!(low > 0 && high >= low)) throw new RangeError('seeds per gram must be a range above zero');
  return Math.sqrt(low * high);
}

/**
 * How many stock units must be taken so that `seeds` seeds are there.
 * A counted lot gives exactly the seeds; a weighed lot gives milligrams, rounded up so that nobody is short.
 */
export function unitsForSeeds(seeds: Seeds, unit: StockUnit, perGram: number): number {
  return unit === 'seed' ? seeds : Math.ceil((seeds * 1_000) / perGram);
}

/** About how many whole seeds an amount in stock units is; rounded down, so that a promise can be kept. */
export function seedsInUnits(amount: number, unit: StockUnit, perGram: number): number {
  return unit === 'seed' ? amount : Math.floor((amount * perGram) / 1_000);
}
