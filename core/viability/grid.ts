import { partsOf, type Age } from './age.ts';

/**
 * What is believed of a lot's two figures, the probits it loses in a day and its probit when ages begin, as the cells of a grid: columns of one slope
 * and one jar factor each, rows of probits, `cell` apart from `low` up. The probit of a cell at an age is its row's less its column's loss.
 */
export interface Grid {
  readonly low: number;
  readonly cell: number;
  readonly rows: number;
  /** By column: probits lost in a day. */
  readonly slopes: Float64Array;
  /** By column: how much faster than at the middle moisture seed ages in a jar that nobody measured; 1 where every jar was. */
  readonly factors: Float64Array;
  /** By column: the rows that are likely enough to matter, from the first up to, and without, the last. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** Column by column, `rows` of each; nothing outside the rows that matter counts. */
  readonly chances: Float64Array;
}

/** A grid whose chances add up to one, summed by column: most questions are then asked of columns, not of cells. */
export interface Belief extends Grid {
  /** Chance of each cell and of those under it in its column. */
  readonly upTo: Float64Array;
  /** By column: its chance, and the sums of chance · probit and of chance · probit². */
  readonly masses: Float64Array;
  readonly sums: Float64Array;
  readonly squares: Float64Array;
}

/** A grid to work on; the one it was made from stays. */
export const copyOf = ({ low, cell, rows, slopes, factors, from, to, chances }: Grid): Grid => ({
  low,
  cell,
  rows,
  slopes,
  factors,
  from: from.slice(),
  to: to.slice(),
  chances: chances.slice(),
});

/** A cell with less of all chances than this changes nothing that anybody would see. */
const NEGLIGIBLE = 1e-10;

/** Leaves out, at both ends of each column and in place, the cells that do not matter. @param all what the chances add up to */
export function trim({ rows, from, to, chances }: Grid, all: number): void {
  const least = all * NEGLIGIBLE;
  for (let column = 0; column < from.length; column += 1) {
    const first = column * rows;
    let [low, high] = [from[column]!, to[column]!];
    while (low < high && chances[first + low]! <= least) low += 1;
    while (high > low && chances[first + high - 1]! <= least) high -= 1;
    from[column] = low;
    to[column] = high;
  }
}

/** A grid as a belief. Its chances need not add up to one before. */
export function settled(grid: Grid): Belief {
  const { low, cell, rows, from, to } = grid;
  const [masses, sums, squares] = [new Float64Array(from.length), new Float64Array(from.length), new Float64Array(from.length)];
  const [chances, upTo] = [grid.chances, new Float64Array(grid.chances.length)];
  let all = 0;
  for (let column = 0; column < from.length; column += 1)
    for (let row = from[column]!; row < to[column]!; row += 1) all += chances[column * rows + row]!;
  const scale = 1 / all;
  for (let column = 0; column < from.length; column += 1) {
    let [mass, sum, square] = [0, 0, 0];
    for (let row = from[column]!, end = to[column]!, index = column * rows + row; row < end; row += 1, index += 1) {
      const chance = chances[index]! * scale;
      const probit = low + row * cell;
      mass += chance;
      sum += chance * probit;
      square += chance * probit * probit;
      chances[index] = chance;
      upTo[index] = mass;
    }
    masses[column] = mass;
    sums[column] = sum;
    squares[column] = square;
  }
  return { ...grid, upTo, masses, sums, squares };
}

/** Probits that each column has lost by an age. */
export function lossesAt({ slopes, factors }: Grid, age: Age): Float64Array {
  const { known, shut } = partsOf(age);
  const losses = new Float64Array(slopes.length);
  for (let column = 0; column < losses.length; column += 1) losses[column] = (known + shut * factors[column]!) * slopes[column]!;
  return losses;
}
