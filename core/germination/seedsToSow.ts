import { betaBelow } from '../distributions/beta.ts';

const MOST = 100_000;

/**
 * Smallest number of seeds to sow so that at least `plants` stand with this assurance: P(Binomial(N, p·s) ≥ plants) ≥ assurance.
 * p germination, s the share of seedlings that become plants, both above 0 to 1. 24 plants, p 0.72, s 0.85, 95 %: 48.
 * @throws RangeError for shares outside, or where more than 100 000 seeds would be needed
 */
export function seedsToSow(plants: number, germination: number, survival: number, assurance = 0.95): number {
  const share = germination * survival;
  if (!(share > 0 && share <= 1) || !(assurance > 0 && assurance < 1)) throw new RangeError('shares lie above 0 and up to 1');
  if (plants <= 0) return 0;
  for (let seeds = Math.ceil(plants); seeds <= MOST; seeds += 1) if (atLeast(plants, seeds, share) >= assurance) return seeds;
  throw new RangeError('more seed than can be sown');
}

/** P(X ≥ k) of a binomial: the regularised incomplete beta function I_p(k, n − k + 1). */
function atLeast(successes: number, trials: number, share: number): number {
  if (share === 1) return trials >= successes ? 1 : 0;
  return betaBelow(share, successes, trials - successes + 1);
}
