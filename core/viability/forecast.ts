import type { Beta } from '../germination/betaPosterior.ts';
import { addAges, type Age } from './age.ts';
import type { LotHistory } from './belief.ts';
import { lossesAt, type Belief } from './grid.ts';
import { nothingKept, type Kept } from './kept.ts';
import { normalBelow, probit } from './normal.ts';
import { priorBelief } from './prior.ts';
import { DAYS_A_YEAR } from './sightings.ts';

const { exp, floor, log, max, min } = Math;

/** Shares, 0 to 1. */
export interface Band {
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

/** A lot's viability at one age. */
export interface AtAge {
  readonly belief: Belief;
  /** Probits that each of its columns has lost by then. */
  readonly losses: Float64Array;
}

export const atAge = (belief: Belief, age: Age): AtAge => ({ belief, losses: lossesAt(belief, age) });

/** Chance of a probit under `z`. A cell is as wide as it is: without that, chances would go in steps as seed ages. */
function chanceUnder({ belief, losses }: AtAge, z: number): number {
  const { low, cell, rows, from, to, chances, upTo, masses } = belief;
  let under = 0;
  for (let column = 0; column < losses.length; column += 1) {
    const place = (z + losses[column]! - low) / cell + 0.5;
    if (place <= from[column]!) continue;
    if (place >= to[column]!) under += masses[column]!;
    else {
      const row = floor(place);
      const index = column * rows + row;
      under += upTo[index]! - chances[index]! * (1 - place + row);
    }
  }
  return min(1, under);
}

/** Probits outside these say "all" and "none". */
const EDGE = 9;
/** A quantile is found to so much of a chance, or of a probit. */
const NEAR = 1e-7;

/**
 * The probit that a share of such lots stays under, by false position with halved ends (Illinois): the chance under a probit is a line within each cell.
 */
function probitUnder(then: AtAge, share: number): number {
  let [low, high] = [-EDGE, EDGE];
  let [below, above] = [chanceUnder(then, low) - share, chanceUnder(then, high) - share];
  if (below >= 0) return low;
  if (above <= 0) return high;
  for (let side = 0; high - low > NEAR;) {
    const middle = low + min(0.99, max(0.01, below / (below - above))) * (high - low);
    const off = chanceUnder(then, middle) - share;
    if (Math.abs(off) < NEAR) return middle;
    if (off < 0) {
      [low, below] = [middle, off];
      if (side < 0) above /= 2;
      side = -1;
    } else {
      [high, above] = [middle, off];
      if (side > 0) below /= 2;
      side = 1;
    }
  }
  return (low + high) / 2;
}

/** The share that 10, 50 and 90 in 100 such lots would stay under. @param level width of the band, 0 to 1 */
export function bandAt(then: AtAge, level = 0.8): Band {
  const quantile = (share: number) => normalBelow(probitUnder(then, share));
  const tail = (1 - level) / 2;
  return { low: quantile(tail), median: quantile(0.5), high: quantile(1 - tail) };
}

/** Chance that viability is at least `share` (0 to 1). */
export function chanceAt(then: AtAge, share: number): number {
  if (share <= 0) return 1;
  if (share >= 1) return 0;
  return 1 - chanceUnder(then, probit(share));
}

const BINS = 720;
const BIN = (2 * EDGE) / BINS;
/** Shares at the bins' borders; between them a line is right to 5 in 100 000. */
const SHARES = Float64Array.from({ length: BINS + 1 }, (_, index) => normalBelow(index * BIN - EDGE));

/** The share of a probit, fast: thousands of cells are asked for each lot. */
export function shareOf(z: number): number {
  if (z <= -EDGE) return 0;
  if (z >= EDGE) return 1;
  const at = (z + EDGE) / BIN;
  const index = floor(at);
  return SHARES[index]! + (SHARES[index + 1]! - SHARES[index]!) * (at - index);
}

/** A test counts as much as it says, the forecast that comes before it as no more than so many seeds. */
const MOST_PRIOR_SEEDS = 10;

/** Viability as a Beta of the same mean and variance, worth ten seeds at most: the prior for reading one test. */
export function betaAt({ belief, losses }: AtAge, mostSeeds = MOST_PRIOR_SEEDS): Beta {
  const { low, cell, rows, from, to, chances } = belief;
  let [mean, squares] = [0, 0];
  for (let column = 0; column < losses.length; column += 1)
    for (let row = from[column]!, end = to[column]!, index = column * rows + row; row < end; row += 1, index += 1) {
      const share = shareOf(low + row * cell - losses[column]!);
      mean += chances[index]! * share;
      squares += chances[index]! * share * share;
    }
  const variance = Math.max(1e-12, squares - mean * mean);
  const seeds = Math.max(0.5, (mean * (1 - mean)) / variance - 1);
  return worthAtMost({ a: mean * seeds, b: (1 - mean) * seeds }, mostSeeds);
}

/** The same middle with no more weight than so many seeds. */
export function worthAtMost({ a, b }: Beta, mostSeeds = MOST_PRIOR_SEEDS): Beta {
  const scale = Math.min(1, mostSeeds / (a + b));
  return { a: Math.max(1e-3, a * scale), b: Math.max(1e-3, b * scale) };
}

const LONGEST_DAYS = 60 * DAYS_A_YEAR;

/**
 * Days after `from` at which the chance of being under `share` reaches `risk`; 0 where it already has, null where it does not in `longest` days.
 * @param rate what a day adds to its age
 */
export function daysUnder(
  belief: Belief,
  share: number,
  risk: number,
  from: Age = 0,
  rate: Age = 1,
  longest = LONGEST_DAYS,
): number | null {
  const border = probit(share);
  const isReached = (days: number) => chanceUnder(atAge(belief, addAges(from, rate, days)), border) >= risk;
  if (isReached(0)) return 0;
  if (!isReached(longest)) return null;
  let [early, late] = [0, longest];
  while (late - early > 1) {
    const middle = (early + late) / 2;
    if (isReached(middle)) late = middle;
    else early = middle;
  }
  return late;
}

/** Mean and variance of the probit at an age. */
export function probitAt(belief: Belief, age: Age): { readonly mean: number; readonly variance: number } {
  const { masses, sums, squares } = belief;
  let [mean, square] = [0, 0];
  for (const [column, loss] of lossesAt(belief, age).entries()) {
    mean += sums[column]! - loss * masses[column]!;
    square += squares[column]! - 2 * loss * sums[column]! + loss * loss * masses[column]!;
  }
  return { mean, variance: Math.max(0, square - mean * mean) };
}

/**
 * How much of what is known of its viability at an age the lot's own sightings have told; the rest is what is usual for its crop. 0 to 1.
 * Sightings that surprise have told much even where they leave it open.
 */
export function ownShare(history: LotHistory, belief: Belief, age: Age, kept: Kept = nothingKept()): number {
  if (history.sightings.length === 0) return 0;
  const [before, after] = [probitAt(priorBelief(history, kept), age), probitAt(belief, age)];
  return 1 - after.variance / max(before.variance, after.variance + (after.mean - before.mean) ** 2);
}

/**
 * Days after `age` in which viability falls to 85 % of what it was at harvest (85 % of 96 % is 81.6 %), by the middle of the belief; 0 where it has
 * already. A third of it is the retest interval of the gene banks' standard (FAO 2014).
 * @param rate what a day adds to its age
 */
export function daysToFall(belief: Belief, age: Age, rate: Age = 1, to = 0.85): number {
  const logLoss = lossesAt(belief, rate).reduce((sum, loss, column) => sum + belief.masses[column]! * log(loss), 0);
  const fresh = Math.min(1 - 1e-9, Math.max(1e-9, normalBelow(probitAt(belief, 0).mean)));
  return Math.max(0, (probitAt(belief, age).mean - probit(fresh * to)) / exp(logLoss));
}
