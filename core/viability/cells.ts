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
export const ROWS = 41;
export const COLUMNS = 61;
export const CELLS = ROWS * COLUMNS;

/** A cell with less of a chance than this, against the likeliest, changes nothing that anybody would see. */
const NEGLIGIBLE = 1e-9;

/** The cells that matter, with chances that add up to one. */
export function likely({ probits, slopes, factors, chances, cell }: Belief): Belief {
  const cells = { probits: probits.slice(), slopes: slopes.slice(), factors: factors.slice(), chances: chances.slice() };
  return settled(cells, packed(cells, chances.length).count, cell);
}

export type Cells = Omit<Belief, 'cell'>;

/** Moves the cells that matter, among the first `count`, to the front, in place, with chances that add up to nearly one; returns how many, and the sum before. */
export function packed({ probits, slopes, factors, chances }: Cells, count: number): { readonly count: number; readonly sum: number } {
  let [most, sum] = [0, 0];
  for (let index = 0; index < count; index += 1) {
    if (chances[index]! > most) most = chances[index]!;
    sum += chances[index]!;
  }
  const least = most * NEGLIGIBLE;
  let kept = 0;
  for (let index = 0; index < count; index += 1) {
    const chance = chances[index]!;
    if (chance <= least) continue;
    probits[kept] = probits[index]!;
    slopes[kept] = slopes[index]!;
    factors[kept] = factors[index]!;
    chances[kept] = chance / sum;
    kept += 1;
  }
  return { count: kept, sum };
}

/** The first `count` cells as a belief of its own. */
export function settled({ probits, slopes, factors, chances }: Cells, count: number, cell: number): Belief {
  let sum = 0;
  for (let index = 0; index < count; index += 1) sum += chances[index]!;
  for (let index = 0; index < count; index += 1) chances[index]! /= sum;
  const first = (array: Float64Array) => array.slice(0, count);
  return { probits: first(probits), slopes: first(slopes), factors: first(factors), chances: first(chances), cell };
}
