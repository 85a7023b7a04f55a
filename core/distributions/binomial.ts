import { betaBelow } from './beta.ts';

/** P(X ≥ k) of a binomial of n trials: the regularised incomplete beta function I_p(k, n − k + 1). */
export function atLeast(successes: number, trials: number, share: number): number {
  if (successes <= 0) return 1;
  if (successes > trials || share <= 0) return 0;
  if (share >= 1) return 1;
  return betaBelow(share, successes, trials - successes + 1);
}
