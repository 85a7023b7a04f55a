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
const BINS_A_PROBIT = 1 / BIN;
/** Shares at the bins' borders. */
const SHARES = Float64Array.from({ length: BINS + 1 }, (_, index) => normalBelow(index * BIN - EDGE));

/**
 * What is believed of viability at one age: read once from thousands of cells, and asked for bands, chances and a Beta. Chances lie on 721 probits from
 * −9 to 9, each cell's on the two beside it, and are as wide as a cell is: without that, they would go in steps as seed ages.
 */
export interface AtAge {
  readonly chances: Float64Array;
  /** Of each of these probits, the chance of being up to it, and the area under that before it. */
  readonly upTo: Float64Array;
  readonly area: Float64Array;
  readonly width: number;
}

export function atAge({ probits, slopes, factors, chances, cell }: Belief, age: Age): AtAge {
  const on = new Float64Array(BINS + 2);
  const { known, shut } = partsOf(age);
  for (let index = 0; index < chances.length; index += 1) {
    const at = (probits[index]! - (known + shut * factors[index]!) * slopes[index]! + EDGE) * BINS_A_PROBIT;
    const bin = at <= 0 ? 0 : at >= BINS ? BINS : at | 0;
    const chance = chances[index]!;
    const beyond = at <= 0 || at >= BINS ? 0 : (at - bin) * chance;
    on[bin]! += chance - beyond;
    on[bin + 1]! += beyond;
  }
  const [upTo, area] = [on.slice(), new Float64Array(BINS + 1)];
  for (let bin = 1; bin <= BINS; bin += 1) {
    area[bin] = area[bin - 1]! + BIN * upTo[bin - 1]!;
    upTo[bin]! += upTo[bin - 1]!;
  }
  return { chances: on, upTo, area, width: max(cell, BIN) };
}

/** Chance of a probit under `z`. */
function chanceUnder({ upTo, area, width }: AtAge, z: number): number {
  const areaTo = (probit: number) => {
    const at = (probit + EDGE) / BIN;
    if (at <= 0) return 0;
    const bin = min(BINS, floor(at));
    return area[bin]! + upTo[bin]! * BIN * (at - bin);
  };
  return min(1, (areaTo(z + width / 2) - areaTo(z - width / 2)) / width);
}

/** Halvings by which a probit is found to a millionth. */
const HALVINGS = 24;

/** The share that 10, 50 and 90 in 100 such lots would stay under. @param level width of the band, 0 to 1 */
export function bandAt(believed: AtAge, level = 0.8): Band {
  const quantile = (share: number) => {
    let [low, high] = [-EDGE, EDGE];
    for (let halving = 0; halving < HALVINGS; halving += 1) {
      const middle = (low + high) / 2;
      if (chanceUnder(believed, middle) < share) low = middle;
      else high = middle;
    }
    return normalBelow((low + high) / 2);
  };
  const tail = (1 - level) / 2;
  return { low: quantile(tail), median: quantile(0.5), high: quantile(1 - tail) };
}

/** Chance that viability is at least `share` (0 to 1). */
export function chanceAt(believed: AtAge, share: number): number {
  if (share <= 0) return 1;
  if (share >= 1) return 0;
  return 1 - chanceUnder(believed, probit(share));
}

/** A test counts as much as it says, the forecast that comes before it as no more than so many seeds. */
const MOST_PRIOR_SEEDS = 10;

/** Viability as a Beta of the same mean and variance, worth ten seeds at most: the prior for reading one test. */
export function betaAt({ chances }: AtAge, mostSeeds = MOST_PRIOR_SEEDS): Beta {
  let [mean, squares] = [0, 0];
  for (let bin = 0; bin <= BINS; bin += 1) {
    mean += chances[bin]! * SHARES[bin]!;
    squares += chances[bin]! * SHARES[bin]! ** 2;
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
/** A forecast of years is not told to the day. */
const CLOSE_DAYS = 3;
/** Probits of chances are looked for no farther out than this. */
const OUTERMOST = 6;

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
  const [border, wanted] = [probit(share), probit(risk)];
  // In probits the chance goes nearly straight, so that the chord finds the day. At least 0 where the risk is reached.
  const over = (days: number) => {
    const under = chanceUnderAt(belief, border, addAges(from, rate, days));
    return (under <= 0 ? -OUTERMOST : under >= 1 ? OUTERMOST : probit(under)) - wanted;
  };
  let [early, overEarly] = [0, over(0)];
  if (overEarly >= 0) return 0;
  let late = min(longest, max(CLOSE_DAYS, roughDaysUnder(belief, border, wanted, from, rate)));
  let overLate = over(late);
  while (overLate < 0) {
    if (late >= longest) return null;
    const straight = early + ((late - early) * overEarly) / (overEarly - overLate);
    [early, overEarly] = [late, overLate];
    late = min(longest, 2 * late, max(1.02 * late, straight) + CLOSE_DAYS - 1);
    overLate = over(late);
  }
  for (let step = 1; late - early > CLOSE_DAYS; step += 1) {
    const along = step % 3 === 0 ? 0.5 : overEarly / (overEarly - overLate);
    const between = max(early + CLOSE_DAYS - 1, min(late - CLOSE_DAYS + 1, early + (late - early) * along));
    const overBetween = over(between);
    if (overBetween >= 0) [late, overLate] = [between, overBetween];
    else [early, overEarly] = [between, overBetween];
  }
  return late;
}

/** What `chanceAt` says of one probit at one age, in a third of the time. */
function chanceUnderAt({ probits, slopes, factors, chances, cell }: Belief, border: number, age: Age): number {
  const { known, shut } = partsOf(age);
  const width = max(cell, BIN);
  const edge = border + width / 2;
  let chance = 0;
  for (let index = 0; index < chances.length; index += 1) {
    const under = edge - probits[index]! + (known + shut * factors[index]!) * slopes[index]!;
    if (under > 0) chance += chances[index]! * (under < width ? under / width : 1);
  }
  return chance;
}

/** The same, roughly, as if the probit and what it loses in a day were normal together; Infinity where it never does. @param border probit of the share */
function roughDaysUnder(belief: Belief, border: number, wanted: number, from: Age, rate: Age): number {
  const { mean, variance, loss, lossVariance, together } = courseOf(belief, from, rate);
  // The smallest d > 0 of (border − mean + loss·d)² = wanted²·(variance − 2·together·d + lossVariance·d²) on the side of `wanted`.
  const away = border - mean;
  const square = wanted * wanted;
  const [a, b, c] = [loss * loss - square * lossVariance, away * loss + square * together, away * away - square * variance];
  const root = Math.sqrt(max(0, b * b - a * c));
  const days = [(-b - root) / a, (-b + root) / a].filter((at) => at > 0 && (away + loss * at) * wanted >= 0);
  return min(...days);
}

/** A probit at an age and what it loses in a day that adds `rate`: means, variances, and how they go together. */
function courseOf({ probits, slopes, factors, chances }: Belief, from: Age, rate: Age) {
  const [then, day] = [partsOf(from), partsOf(rate)];
  let [mean, squares, loss, lossSquares, products] = [0, 0, 0, 0, 0];
  for (let index = 0; index < chances.length; index += 1) {
    const [chance, factor, slope] = [chances[index]!, factors[index]!, slopes[index]!];
    const z = probits[index]! - (then.known + then.shut * factor) * slope;
    const lost = (day.known + day.shut * factor) * slope;
    mean += chance * z;
    squares += chance * z * z;
    loss += chance * lost;
    lossSquares += chance * lost * lost;
    products += chance * z * lost;
  }
  return { mean, variance: squares - mean * mean, loss, lossVariance: lossSquares - loss * loss, together: products - mean * loss };
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
  const { probits, slopes, factors, chances } = belief;
  const [then, day] = [partsOf(age), partsOf(rate)];
  let [first, mean, logLoss] = [0, 0, 0];
  let [slope, factor, logged] = [NaN, NaN, 0];
  for (let index = 0; index < chances.length; index += 1) {
    // Cells of one slope follow each other, and logs are dear.
    if (slopes[index] !== slope || factors[index] !== factor) {
      [slope, factor] = [slopes[index]!, factors[index]!];
      logged = log(slope * (day.known + day.shut * factor));
    }
    const chance = chances[index]!;
    first += chance * probits[index]!;
    mean += chance * (probits[index]! - (then.known + then.shut * factor) * slope);
    logLoss += chance * logged;
  }
  const fresh = Math.min(1 - 1e-9, Math.max(1e-9, normalBelow(first)));
  return Math.max(0, (mean - probit(fresh * to)) / exp(logLoss));
}
