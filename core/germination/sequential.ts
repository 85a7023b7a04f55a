import type { Count } from './compareTests.ts';

/** What a sequential test tells apart, and how often it may be wrong. */
export interface SequentialPlan {
  /** Germination that is good, and that is poor; good above poor, both between 0 and 1. */
  readonly good: number;
  readonly poor: number;
  /** Chance of calling good seed poor, and poor seed good. */
  readonly alpha: number;
  readonly beta: number;
}

export const USUAL_SEQUENTIAL: SequentialPlan = { good: 0.8, poor: 0.5, alpha: 0.1, beta: 0.1 };

export type SequentialAdvice = 'stop: good' | 'stop: poor' | 'lay another batch' | 'wait for the last count';

/**
 * Wald's probability ratio test over complete batches: may the testing stop? Slow seed may still come, so that "poor" is never said
 * before the final-count day. RangeError for a plan that tells nothing apart.
 * Source: A. Wald 1945.
 * @param isFinal whether the last batch has reached its final-count day; what is still waiting then counts as not sprouted
 */
export function sequentialAdvice(batches: readonly Count[], isFinal: boolean, plan: SequentialPlan = USUAL_SEQUENTIAL): SequentialAdvice {
  const ratio = logRatio(batches, plan);
  if (ratio <= Math.log(plan.beta / (1 - plan.alpha))) return 'stop: good';
  if (!isFinal) return 'wait for the last count';
  return ratio >= Math.log((1 - plan.beta) / plan.alpha) ? 'stop: poor' : 'lay another batch';
}

/** Log of how much likelier the counts are of poor seed than of good. */
export function logRatio(batches: readonly Count[], { good, poor, alpha, beta }: SequentialPlan): number {
  if (!(0 < poor && poor < good && good < 1 && alpha > 0 && beta > 0 && alpha + beta < 1)) throw new RangeError('nothing to tell apart');
  return batches.reduce(
    (sum, { sprouted, laid }) => sum + sprouted * Math.log(poor / good) + (laid - sprouted) * Math.log((1 - poor) / (1 - good)),
    0,
  );
}
