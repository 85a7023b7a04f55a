import { logBeta } from '../distributions/beta.ts';
import type { Seeds } from '../kernel/kinds.ts';
import { BETWEEN_TEST_SPREAD, probabilityAtLeast, type Beta } from './betaPosterior.ts';

/** No bench lays a larger single test; beyond it the answer is "not by testing". */
const MOST_SEEDS = 200;
/** The chance of settling saws up and down with n, so a size counts only if the next ones settle it too. */
const RUN = 20;

/** What more testing would do for an open question. */
export type MoreTesting =
  { readonly kind: 'settles'; readonly seeds: Seeds } | { readonly kind: 'may not settle'; readonly seeds: Seeds; readonly chance: number };

/** A large towel, offered as the yardstick where no size is sure to settle the question. */
const LARGE_TOWEL = 100;

/**
 * The smallest further test that would settle whether germination is at least `threshold`, with probability at least `sureness`,
 * for every size from that one to 20 seeds more (beta-binomial preposterior). Tests differ by more than chance, so there may be none:
 * then the chance that 100 seeds settle it.
 * @param belief what is believed now
 * @param sureness probability at which the question counts as answered either way; also asked of the test
 * @param spread between-test spread by which the further test is discounted
 */
export function moreTesting(belief: Beta, threshold: number, sureness: number, spread: number = BETWEEN_TEST_SPREAD): MoreTesting {
  const settles = (size: number) => chanceOfSettling(belief, threshold, sureness, size, spread) >= sureness;
  let runStart = 1;
  for (let size = 1; runStart <= MOST_SEEDS; size += 1) {
    if (!settles(size)) runStart = size + 1;
    else if (size - runStart === RUN) return { kind: 'settles', seeds: runStart };
  }
  return { kind: 'may not settle', seeds: LARGE_TOWEL, chance: chanceOfSettling(belief, threshold, sureness, LARGE_TOWEL, spread) };
}

/** Probability that a further test of `size` seeds answers the question, over what is believed now. */
export function chanceOfSettling(belief: Beta, threshold: number, sureness: number, size: number, spread: number): number {
  const weight = 1 / (1 + (size - 1) * spread);
  const after = (k: number) => probabilityAtLeast({ a: belief.a + k * weight, b: belief.b + (size - k) * weight }, threshold);
  // The more come up, the likelier the threshold is met: two borders part what settles it from what leaves it open.
  const yes = firstFrom(size, (k) => after(k) >= sureness);
  const open = firstFrom(size, (k) => after(k) > 1 - sureness);
  let [chance, log] = [0, Math.log(betaBinomial(0, size, belief))];
  for (let k = 0; k <= size; k += 1) {
    if (k < open || k >= yes) chance += Math.exp(log);
    log += Math.log(((size - k) * (k + belief.a)) / ((k + 1) * (size - k - 1 + belief.b)));
  }
  return Math.min(1, chance);
}

/** The smallest k from 0 to `most` that fits, for what fits all above one that does; `most` + 1 where none does. */
function firstFrom(most: number, fits: (k: number) => boolean): number {
  let [low, high] = [0, most + 1];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (fits(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Chance of k of n where the share is believed to be so. */
export function betaBinomial(k: number, n: number, { a, b }: Beta): number {
  const ways = -Math.log(n + 1) - logBeta(n - k + 1, k + 1);
  return Math.exp(ways + logBeta(k + a, n - k + b) - logBeta(a, b));
}
