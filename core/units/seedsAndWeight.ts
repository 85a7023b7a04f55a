import type { Milligrams, Seeds } from '../kernel/kinds.ts';
/** Seeds per gram as a range: the almanac's, or a counted and weighed sample's. */
export interface SeedsPerGram {
  readonly low: number;
  readonly high: number;
}

/** Seeds of one lot differ by about a fifth in weight; a kitchen or letter scale reads to about a tenth of a gram. */
export const SPREAD_BETWEEN_SEEDS = 0.2;
export const SCALE_MILLIGRAMS = 100;
/** Nine times in ten a standard normal is above minus this. */
const NINE_IN_TEN = 1.2816;

/**
 * Share of the seeds in a lot's book that is there with nine chances in ten: 1 where seeds are counted, else the lower 10 % quantile of a log-normal
 * with the error of a counted and weighed sample, or with the crop's range taken for 80 of 100 lots.
 */
export function sureShare(
  unit: StockUnit,
  sample: { readonly seeds: Seeds; readonly milligrams: Milligrams } | null,
  { low, high }: SeedsPerGram,
): number {
  if (unit === 'seed') return 1;
  const error = sample
    ? Math.hypot(SPREAD_BETWEEN_SEEDS / Math.sqrt(sample.seeds), SCALE_MILLIGRAMS / sample.milligrams)
    : Math.log(high / low) / (2 * NINE_IN_TEN);
  return Math.exp(-NINE_IN_TEN * error);
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
