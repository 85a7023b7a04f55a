/**
 * What is believed of a lot's two figures, its probit when ages begin and the probits it loses in a day, as the cells of a grid that are likely
 * enough to matter: arrays of one length, chances adding up to one. Its probit at an age is `probit − (known + factor·shut)·slope`.
 */
export interface Belief {
  readonly probits: Float64Array;
  readonly slopes: Float64Array;
  /** How much faster than at the middle moisture seed ages in a jar that nobody measured; 1 where every jar was. */
  readonly factors: Float64Array;
  readonly chances: Float64Array;
  /** Height of a cell, in probits. */
  readonly cell: number;
}
export const ROWS = 33;
export const COLUMNS = 25;
export const CELLS = ROWS * COLUMNS;

/** A cell with less of a chance than this, against the likeliest, changes nothing that anybody would see. */
const NEGLIGIBLE = 1e-9;

/** The cells that matter, with chances that add up to one. */
export function likely({ probits, slopes, factors, chances, cell }: Belief): Belief {
  const cells = { probits: probits.slice(), slopes: slopes.slice(), factors: factors.slice(), chances: chances.slice() };
  let [most, sum] = [0, 0];
  for (const chance of chances) [most, sum] = [Math.max(most, chance), sum + chance];
  return settled(cells, packed(cells, chances.length, most, sum), cell);
}

export type Cells = Omit<Belief, 'cell'>;

/**
 * Moves the cells that matter, among the first `count`, to the front, in place, with chances that add up to nearly one.
 * @param most the largest chance of them; @param sum of all
 * @returns how many they are
 */
export function packed({ probits, slopes, factors, chances }: Cells, count: number, most: number, sum: number): number {
  const least = most * NEGLIGIBLE;
  const scale = 1 / sum;
  let kept = 0;
  for (let index = 0; index < count; index += 1) {
    const chance = chances[index]!;
    if (chance <= least) continue;
    probits[kept] = probits[index]!;
    slopes[kept] = slopes[index]!;
    factors[kept] = factors[index]!;
    chances[kept] = chance * scale;
    kept += 1;
  }
  return kept;
}

/** The first `count` cells as a belief of its own. */
export function settled({ probits, slopes, factors, chances }: Cells, count: number, cell: number): Belief {
  let sum = 0;
  for (let index = 0; index < count; index += 1) sum += chances[index]!;
  for (let index = 0; index < count; index += 1) chances[index]! /= sum;
  const first = (array: Float64Array) => array.slice(0, count);
  return { probits: first(probits), slopes: first(slopes), factors: first(factors), chances: first(chances), cell };
}
