import { BETWEEN_TEST_SPREAD } from '../germination/betaPosterior.ts';
import { betaQuantile } from '../distributions/beta.ts';
import { once, type Kept } from './kept.ts';
import { normalBelow, normalDensity, probit } from './normal.ts';

/** Seedlings of one look at a lot: a test on paper, or what members saw come up in soil. */
export interface Sighting {
  readonly kind: 'test' | 'emergence';
  readonly sown: number;
  readonly up: number;
  /** Of what was seen in soil: mean share of living seed of the crop that comes up in a garden, 0 to 1. */
  readonly soil?: number;
}

/** Tests of one jar differ by more than chance; gardens differ more. */
const SPREAD: Record<Sighting['kind'], number> = { test: BETWEEN_TEST_SPREAD, emergence: 0.1 };

/** Where nothing is known of the crop, three in four living seeds come up in a garden. */
const USUAL_SOIL = 0.75;
const SOIL_DEVIATION = 0.15;
const SOILS = 7;

/** Share of living seed that comes up in a garden: seven equally likely values of a Beta of this mean and a deviation of 0.15. */
export function soilFactors(mean = USUAL_SOIL): readonly number[] {
  const weight = max(2, (mean * (1 - mean)) / SOIL_DEVIATION ** 2 - 1);
  return Array.from({ length: SOILS }, (_, index) => betaQuantile((index + 0.5) / SOILS, mean * weight, (1 - mean) * weight, 1e-9));
}

/** Chance that a sighting says nothing of its seed: a towel that dried out, a bed that slugs had. Any count is then as likely as any other. */
export const WENT_WRONG: Record<Sighting['kind'], number> = { test: 0.01, emergence: 0.1 };

const { ceil, exp, log: ln, max, min } = Math;

/** Probits outside these say "all" and "none" to any count that a bench can make. */
const EDGE = 9;
const STEP = 0.02;
const STEPS_A_PROBIT = 1 / STEP;
const POINTS = Math.round((2 * EDGE) / STEP) + 1;
const LEAST = 1e-300;
/** Shares of living and dead seed at each of them. */
const ALIVE = Float64Array.from({ length: POINTS }, (_, index) => normalBelow(index * STEP - EDGE));
const DEAD = ALIVE.toReversed();

/** Likelihood of k of n by probit, from −9 to 9, as shares of the highest. */
export interface LikelihoodTable {
  readonly shares: Float64Array;
  /** The highest of all, a chance: by it shares become likelihoods. */
  readonly highest: number;
}

/**
 * The table of a sighting; the same counts share one, since lots are many and counts are few.
 * @throws RangeError unless 0 ≤ up ≤ sown and sown ≥ 1
 */
export function likelihoodTable(sighting: Sighting, kept: Kept): LikelihoodTable {
  const { kind, sown, up, soil = USUAL_SOIL } = sighting;
  if (!(Number.isInteger(sown) && Number.isInteger(up) && sown >= 1 && up >= 0 && up <= sown)) throw new RangeError(`${up} of ${sown}`);
  return once(kept, 'tables', kind === 'test' ? `${up}/${sown}` : `${up}/${sown} in ${soil}`, () => tableOf(sighting));
}

function tableOf({ kind, sown, up, soil }: Sighting): LikelihoodTable {
  const ways = logWays(up, sown);
  const soils = kind === 'test' ? [1] : soilFactors(soil);
  const likelihoods = ALIVE.map((alive, index) => {
    const dead = DEAD[index]!;
    const seen = soils.map((rises) => exp(ways + logBetaBinomial(up, sown, alive * rises, dead + alive * (1 - rises), SPREAD[kind])));
    return ((1 - WENT_WRONG[kind]) * seen.reduce((sum, one) => sum + one, 0)) / soils.length + WENT_WRONG[kind] / (sown + 1);
  });
  const highest = max(...likelihoods);
  return { shares: likelihoods.map((one) => one / highest), highest };
}

/**
 * Multiplies chances in place by the likelihood of their probits, against the highest that any has, and by a factor. Most of the time that a lot takes goes here.
 * @param from the first of them, at the probit z; the next are `cell` apart, up to and without `to`
 * @returns what they add up to
 */
export function timesLikelihood(
  chances: Float64Array,
  { from, to, z, cell, factor }: { from: number; to: number; z: number; cell: number; factor: number },
  { shares }: LikelihoodTable,
): number {
  const step = cell * STEPS_A_PROBIT;
  const first = (z + EDGE) * STEPS_A_PROBIT;
  // Those that lie within the table; those under and over it take its ends.
  const inside = min(to, max(from, from + ceil(-first / step)));
  const above = max(inside, min(to, from + ceil((POINTS - 1 - first) / step)));
  let sum = 0;
  for (let index = from; index < inside; index += 1) sum += chances[index]! *= shares[0]! * factor;
  for (let index = inside, at = first + (inside - from) * step; index < above; index += 1, at += step) {
    const point = at | 0;
    const share = shares[point]!;
    sum += chances[index]! *= (share + (shares[point + 1]! - share) * (at - point)) * factor;
  }
  for (let index = above; index < to; index += 1) sum += chances[index]! *= shares[POINTS - 1]! * factor;
  return sum;
}

/** The probit that a test's count points to, and its variance by chance and by what tests differ beside it. */
export function sightedProbit({ sown, up }: Sighting): { readonly mean: number; readonly variance: number } {
  const share = (up + 0.5) / (sown + 1);
  const mean = probit(share);
  return { mean, variance: (share * (1 - share) * (1 + (sown - 1) * SPREAD.test)) / (sown * normalDensity(mean) ** 2) };
}

/** Log of the number of ways to choose k of n. */
function logWays(k: number, n: number): number {
  let log = 0;
  for (let i = 1; i <= min(k, n - k); i += 1) log += ln((n - i + 1) / i);
  return log;
}

/** Log of beta-binomial without its binomial coefficient: no figure is lost where nearly all or nearly none live. */
function logBetaBinomial(k: number, n: number, alive: number, dead: number, spread: number): number {
  const size = 1 / spread - 1;
  return logRising(max(LEAST, alive * size), k) + logRising(max(LEAST, dead * size), n - k) - logRising(size, n);
}

const LARGE = 1e280;

/** Log of x(x + 1)…(x + k − 1), for x > 0: by products, since logs are dear. */
function logRising(x: number, k: number): number {
  let [log, product] = [0, 1];
  for (let i = 0; i < k; i += 1) {
    product *= x + i;
    if (product > LARGE || product < 1 / LARGE) [log, product] = [log + ln(product), 1];
  }
  return log + ln(product);
}
