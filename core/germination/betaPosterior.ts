import { betaBelow, betaQuantile } from '../distributions/beta.ts';
import type { Interval } from './wilsonInterval.ts';

/** A Beta distribution of the germination share. */
export interface Beta {
  readonly a: number;
  readonly b: number;
}

/** Tests of one lot differ by more than chance: share of the between-test spread, science of the first reading. */
export const BETWEEN_TEST_SPREAD = 0.02;

/** Jeffreys' prior for a share, used where nothing is known of the lot. */
const JEFFREYS: Beta = { a: 0.5, b: 0.5 };

/**
 * Posterior of the germination share after k of n.
 * The test counts as n / (1 + (n − 1)·spread) seeds, so that one large test does not claim more than tests can tell.
 * @throws RangeError unless 0 ≤ k ≤ n, n ≥ 1 and 0 ≤ spread < 1
 */
export function betaPosterior(k: number, n: number, prior: Beta = JEFFREYS, spread: number = BETWEEN_TEST_SPREAD): Beta {
  if (!(n >= 1 && k >= 0 && k <= n && spread >= 0 && spread < 1)) throw new RangeError(`not k of n: ${k} of ${n}`);
  const weight = 1 / (1 + (n - 1) * spread);
  return { a: prior.a + k * weight, b: prior.b + (n - k) * weight };
}

/** Probability that the share is at least `threshold` (0–1). */
export function probabilityAtLeast({ a, b }: Beta, threshold: number): number {
  if (threshold <= 0) return 1;
  if (threshold >= 1) return 0;
  return betaBelow(1 - threshold, b, a);
}

/** Median of the distribution. */
export function betaMedian({ a, b }: Beta): number {
  return betaQuantile(0.5, a, b);
}

/** The middle `level` (0–1) of the distribution. */
export function betaInterval({ a, b }: Beta, level: number): Interval {
  const tail = (1 - level) / 2;
  return { low: betaQuantile(tail, a, b), high: betaQuantile(1 - tail, a, b) };
}
