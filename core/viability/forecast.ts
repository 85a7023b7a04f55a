import type { Beta } from '../germination/betaPosterior.ts';
import { addAges, partsOf, type Age } from './age.ts';
import type { LotHistory } from './belief.ts';
import type { Belief } from './cells.ts';
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

const BINS = 720;
const EDGE = 9;
const BIN = (2 * EDGE) / BINS;
/** Shares at the bins' borders; between them a line is right to 5 in 100 000. */
const SHARES = Float64Array.from({ length: BINS + 1 }, (_, index) => normalBelow(index * BIN - EDGE));

/** The share of a probit, fast: thousands of cells are asked for each lot. */
function shareOf(z: number): number {
  if (z <= -EDGE) return 0;
  if (z >= EDGE) return 1;
  const at = (z + EDGE) / BIN;
  const index = floor(at);
  return SHARES[index]! + (SHARES[index + 1]! - SHARES[index]!) * (at - index);
}

/** Viability at an age, as the share that 10, 50 and 90 in 100 such lots would stay under. @param level width of the band, 0 to 1 */
export function bandAt(belief: Belief, age: Age, level = 0.8): Band {
  const bins = new Float64Array(BINS);
  const { probits, slopes, factors, chances } = belief;
  const { known, shut } = partsOf(age);
  for (let index = 0; index < chances.length; index += 1) {
    const z = probits[index]! - (known + shut * factors[index]!) * slopes[index]!;
    bins[min(BINS - 1, max(0, floor((z + EDGE) / BIN)))]! += chances[index]!;
  }
  const quantile = (share: number) => {
    let sum = 0;
    for (let index = 0; index < BINS; index += 1) {
      const next = sum + bins[index]!;
      if (next >= share) return normalBelow(index * BIN - EDGE + (BIN * (share - sum)) / bins[index]!);
      sum = next;
    }
    return 1;
  };
  const tail = (1 - level) / 2;
  return { low: quantile(tail), median: quantile(0.5), high: quantile(1 - tail) };
}

/** Chance that viability at an age is at least `share` (0 to 1). */
export function chanceAtLeast({ probits, slopes, factors, chances, cell }: Belief, share: number, age: Age): number {
  if (share <= 0) return 1;
  if (share >= 1) return 0;
  const wanted = probit(share);
  const { known, shut } = partsOf(age);
  let chance = 0;
  for (let index = 0; index < chances.length; index += 1) {
    // A cell is as wide as it is: without that, chances would go in steps as seed ages.
    const above = (probits[index]! + cell / 2 - (known + shut * factors[index]!) * slopes[index]! - wanted) / cell;
    if (above > 0) chance += chances[index]! * min(1, above);
  }
  return Math.min(1, chance);
}

const LONGEST_DAYS = 60 * DAYS_A_YEAR;
/** A forecast of years is not told to the day. */
const CLOSE_DAYS = 3;

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
  /** At least 0 where the risk is reached. */
  const over = (days: number) => 1 - chanceAtLeast(belief, share, addAges(from, rate, days)) - risk;
  let [early, late] = [0, min(DAYS_A_YEAR, longest)];
  let [overEarly, overLate] = [over(early), over(late)];
  if (overEarly >= 0) return 0;
  while (overLate < 0) {
    if (late >= longest) return null;
    [early, overEarly] = [late, overLate];
    late = min(2 * late, longest);
    overLate = over(late);
  }
  while (late - early > CLOSE_DAYS) {
    // Along the chord, and never so near an end that little is gained.
    const along = overEarly / (overEarly - overLate);
    const between = early + (late - early) * min(0.9, max(0.1, along));
    const overBetween = over(between);
    if (overBetween >= 0) [late, overLate] = [between, overBetween];
    else [early, overEarly] = [between, overBetween];
  }
  return late;
}

/** Mean and variance of the probit at an age. */
export function probitAt({ probits, slopes, factors, chances }: Belief, age: Age): { readonly mean: number; readonly variance: number } {
  let [mean, squares] = [0, 0];
  const { known, shut } = partsOf(age);
  for (let index = 0; index < chances.length; index += 1) {
    const z = probits[index]! - (known + shut * factors[index]!) * slopes[index]!;
    const chance = chances[index]!;
    mean += chance * z;
    squares += chance * z * z;
  }
  return { mean, variance: Math.max(0, squares - mean * mean) };
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
  const { mean } = probitAt(belief, age);
  const { known, shut } = partsOf(rate);
  let [logSlope, slope, factor, ofSlope] = [0, NaN, NaN, 0];
  for (let index = 0; index < belief.chances.length; index += 1) {
    // Cells of one slope follow each other, and logs are dear.
    if (belief.slopes[index] !== slope || belief.factors[index] !== factor) {
      [slope, factor] = [belief.slopes[index]!, belief.factors[index]!];
      ofSlope = log(slope * (known + shut * factor));
    }
    logSlope += belief.chances[index]! * ofSlope;
  }
  const fresh = Math.min(1 - 1e-9, Math.max(1e-9, normalBelow(probitAt(belief, 0).mean)));
  return Math.max(0, (mean - probit(fresh * to)) / exp(logSlope));
}

/** A test counts as much as it says, the forecast that comes before it as no more than so many seeds. */
const MOST_PRIOR_SEEDS = 10;

/** Viability at an age as a Beta of the same mean and variance, worth ten seeds at most: the prior for reading one test. */
export function betaAt({ probits, slopes, factors, chances }: Belief, age: Age, mostSeeds = MOST_PRIOR_SEEDS): Beta {
  let [mean, squares] = [0, 0];
  const { known, shut } = partsOf(age);
  for (let index = 0; index < chances.length; index += 1) {
    const share = shareOf(probits[index]! - (known + shut * factors[index]!) * slopes[index]!);
    const chance = chances[index]!;
    mean += chance * share;
    squares += chance * share * share;
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
