import { lossesAt, type Belief } from './grid.ts';
import type { Age } from './age.ts';

/** Draws of one lot: of each its probit on a day, and the probits that it loses in a day of home storage, and in a day in a jar that nobody measured. */
export interface Draws {
  readonly probits: Float64Array;
  readonly known: Float64Array;
  readonly shut: Float64Array;
}

/**
 * Quasi-random draws of what is believed of a lot at an age: the column by `u`, fastest ageing first, and the probit within it by `v`.
 * Lots that get the same `u` age alike; the same points give the same draws.
 * @param u, v points in 0 to 1, as many as draws are wanted
 */
export function drawsOf(belief: Belief, age: Age, u: Float64Array, v: Float64Array): Draws {
  const { low, cell, rows, from, to, chances, upTo, masses, slopes, factors } = belief;
  const losses = lossesAt(belief, age);
  const columns = [...masses.keys()].sort((one, other) => slopes[other]! * factors[other]! - slopes[one]! * factors[one]!);
  const upToColumn = new Float64Array(columns.length);
  let sum = 0;
  for (let index = 0; index < columns.length; index += 1) upToColumn[index] = sum += masses[columns[index]!]!;
  const draws = { probits: new Float64Array(u.length), known: new Float64Array(u.length), shut: new Float64Array(u.length) };
  for (let draw = 0; draw < u.length; draw += 1) {
    const column = columns[firstAbove(upToColumn, u[draw]! * sum, 0, columns.length)]!;
    const first = column * rows;
    const wanted = v[draw]! * masses[column]!;
    const index = firstAbove(upTo, wanted, first + from[column]!, first + to[column]!);
    const chance = chances[index]!;
    const within = chance > 0 ? 1 - (upTo[index]! - wanted) / chance : 0.5;
    draws.probits[draw] = low + (index - first + within - 0.5) * cell - losses[column]!;
    draws.known[draw] = slopes[column]!;
    draws.shut[draw] = slopes[column]! * factors[column]!;
  }
  return draws;
}

/** The first of some sums in order that is above a value; the last where none is. */
function firstAbove(sums: Float64Array, value: number, from: number, to: number): number {
  let [low, high] = [from, to - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sums[middle]! > value) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Fractions of square roots of primes: multiples of them fill the unit interval evenly, each apart from the others (a Kronecker sequence). */
const STEPS = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37].map((prime) => Math.sqrt(prime) % 1);

/** Points that fill 0 to 1 evenly. @param dimension which of the sequences; beyond the last they begin again, moved */
export function evenPoints(count: number, dimension: number): Float64Array {
  const step = STEPS[dimension % STEPS.length]!;
  const moved = 0.5 + Math.floor(dimension / STEPS.length) * 0.382;
  return Float64Array.from({ length: count }, (_, index) => (moved + (index + 1) * step) % 1);
}
