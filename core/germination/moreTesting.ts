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
  let borders: Borders | undefined;
  const settles = (size: number) => {
    borders = bordersOf(belief, threshold, sureness, size, spread, borders);
    return chanceOutside(borders, belief, size) >= sureness;
  };
  let runStart = 1;
  for (let size = 1; runStart <= MOST_SEEDS; size += 1) {
    if (!settles(size)) runStart = size + 1;
    else if (size - runStart === RUN) return { kind: 'settles', seeds: runStart };
  }
  return { kind: 'may not settle', seeds: LARGE_TOWEL, chance: chanceOfSettling(belief, threshold, sureness, LARGE_TOWEL, spread) };
}

/** Probability that a further test of `size` seeds answers the question, over what is believed now. */
export function chanceOfSettling(belief: Beta, threshold: number, sureness: number, size: number, spread: number): number {
  return chanceOutside(bordersOf(belief, threshold, sureness, size, spread), belief, size);
}

/** The counts of a test that leave its question open: from `open` up to, and without, `yes`. */
interface Borders {
  readonly open: number;
  readonly yes: number;
}

/** The more come up, the likelier the threshold is met: two borders part what settles it from what leaves it open. @param near those of a size beside it */
function bordersOf(belief: Beta, threshold: number, sureness: number, size: number, spread: number, near?: Borders): Borders {
  const weight = 1 / (1 + (size - 1) * spread);
  const after = (k: number) => probabilityAtLeast({ a: belief.a + k * weight, b: belief.b + (size - k) * weight }, threshold);
  const open = firstFrom(size, (k) => after(k) > 1 - sureness, near?.open);
  return { open, yes: firstFrom(size, (k) => after(k) >= sureness, near?.yes) };
}

/** Chance of a count that does not leave the question open. */
function chanceOutside({ open, yes }: Borders, { a, b }: Beta, size: number): number {
  let [leftOpen, chance] = [0, open < yes ? betaBinomial(open, size, { a, b }) : 0];
  for (let k = open; k < yes && k <= size; k += 1) {
    leftOpen += chance;
    chance *= ((size - k) * (k + a)) / ((k + 1) * (size - k - 1 + b));
  }
  return Math.max(0, 1 - leftOpen);
}

/**
 * The smallest k from 0 to `most` that fits, for what fits all above one that does; `most` + 1 where none does.
 * @param near where it is likely to be: then two looks tell, mostly
 */
function firstFrom(most: number, fits: (k: number) => boolean, near = NaN): number {
  let [low, high] = [0, most + 1];
  while (low < high) {
    const k = near >= low && near < high ? near : Math.floor((low + high) / 2);
    if (fits(k)) [high, near] = [k, near - 1];
    else [low, near] = [k + 1, near + 1];
  }
  return low;
}

/** Chance of k of n where the share is believed to be so. */
export function betaBinomial(k: number, n: number, { a, b }: Beta): number {
  const ways = -Math.log(n + 1) - logBeta(n - k + 1, k + 1);
  return Math.exp(ways + logBeta(k + a, n - k + b) - logBeta(a, b));
}
