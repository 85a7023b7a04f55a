import jstat from 'jstat';

const { jStat } = jstat;

/** A distribution as this many equally likely values, ascending: bin means, so that the mean is kept and "more" stays more in every bin. */
export const BINS = 24;
export type Quantiles = readonly number[];

const POINTS = 240;
/** The model's own uncertainty: one standard deviation is a factor of this. */
const FACTOR_PER_DEVIATION = 3;

/**
 * Fixed points of the unit cube on which unknowns are integrated: an additive recurrence on powers of the inverse of the
 * plastic number's five-dimensional kin, which spreads evenly. Fixed, so that "more distance" is less in every single point.
 * One coordinate each for: the model's own uncertainty, an unknown distance, bloom overlap, amount, and presence.
 */
const STEP = 1.166_603_923_2;
const coordinate = (index: number, dimension: number): number => (0.5 + (index + 1) * STEP ** -(dimension + 1)) % 1;

export interface Point {
  /** The model's own uncertainty as a factor: 3 for one standard deviation. */
  readonly factor: number;
  readonly distance: number;
  readonly overlap: number;
  readonly amount: number;
  readonly presence: number;
}

export const INTEGRATION_POINTS: readonly Point[] = Array.from({ length: POINTS }, (_, index) => ({
  factor: FACTOR_PER_DEVIATION ** jStat.normal.inv((index + 0.5) / POINTS, 0, 1),
  distance: coordinate(index, 0),
  overlap: coordinate(index, 1),
  amount: coordinate(index, 2),
  presence: coordinate(index, 3),
}));

/** Equally likely values, of any number that the bins divide, as bin means. */
export function binned(values: Float64Array): Quantiles {
  const sorted = values.sort();
  const size = sorted.length / BINS;
  return Array.from({ length: BINS }, (_, bin) => {
    let sum = 0;
    for (let index = bin * size; index < (bin + 1) * size; index += 1) sum += sorted[index]!;
    return sum / size;
  });
}

/** Weighted values as bin means; weights need not add up to one. Throws RangeError when all weights are zero. */
export function binnedByWeight(values: Float64Array, weights: Float64Array): Quantiles {
  const order = Array.from(values.keys()).sort((one, other) => values[one]! - values[other]!);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  if (!(total > 0)) throw new RangeError('some weight must be above zero');
  const share = total / BINS;
  const bins = new Array<number>(BINS).fill(0);
  let bin = 0;
  let room = share;
  for (const index of order) {
    let weight = weights[index]!;
    while (weight > room && bin < BINS - 1) {
      bins[bin]! += room * values[index]!;
      weight -= room;
      bin += 1;
      room = share;
    }
    bins[bin]! += weight * values[index]!;
    room -= weight;
  }
  return bins.map((sum) => sum / share);
}

export const always = (value: number): Quantiles => new Array<number>(BINS).fill(value);
export const meanOf = (quantiles: Quantiles): number => quantiles.reduce((sum, value) => sum + value, 0) / quantiles.length;

/** Equally likely values of a log-normal: its median, and the factor of one standard deviation. */
export function logNormal(median: number, factor: number): Quantiles {
  return Array.from({ length: BINS }, (_, bin) =>
    Math.min(1, median * Math.exp(Math.log(factor) * jStat.normal.inv((bin + 0.5) / BINS, 0, 1))),
  );
}

/** Equally likely values, even on a logarithmic scale between two ends. */
export function logUniform(low: number, high: number): Quantiles {
  return Array.from({ length: BINS }, (_, bin) => low * (high / low) ** ((bin + 0.5) / BINS));
}
