import { logBeta } from '../distributions/beta.ts';
import { wilsonInterval, type Interval } from './wilsonInterval.ts';

/** Germinated seeds of those laid. */
export interface Count {
  readonly sprouted: number;
  readonly laid: number;
}

export interface Comparison {
  /** Share of the one less share of the other. */
  readonly difference: number;
  readonly interval: Interval;
  /** Two-sided; how often chance alone makes a difference as large. */
  readonly chance: number;
}

/**
 * Compares two tests: the difference of their shares with Newcombe's interval (the Wilson intervals of both, joined), and Fisher's
 * exact test. @param z normal quantile of the interval's two-sided level. Throws RangeError for counts that are none.
 * Source: R. G. Newcombe 1998, method 10; R. A. Fisher 1935.
 */
export function compareTests(one: Count, other: Count, z?: number): Comparison {
  const [first, second] = [one, other].map(({ sprouted, laid }) => ({ share: sprouted / laid, ...wilsonInterval(sprouted, laid, z) }));
  const difference = first!.share - second!.share;
  const reach = (down: number, up: number) => Math.sqrt(down * down + up * up);
  return {
    difference,
    interval: {
      low: difference - reach(first!.share - first!.low, second!.high - second!.share),
      high: difference + reach(first!.high - first!.share, second!.share - second!.low),
    },
    chance: fisherExact(one, other),
  };
}

/** Sum over all tables with the same margins that are no likelier than this one. */
function fisherExact(one: Count, other: Count): number {
  const all = one.sprouted + other.sprouted;
  const logChoose = (n: number, k: number) => -Math.log(n + 1) - logBeta(n - k + 1, k + 1);
  const logOf = (sprouted: number) => logChoose(one.laid, sprouted) + logChoose(other.laid, all - sprouted);
  const logTotal = logChoose(one.laid + other.laid, all);
  const here = logOf(one.sprouted);
  const [low, high] = [Math.max(0, all - other.laid), Math.min(one.laid, all)];
  let sum = 0;
  for (let sprouted = low; sprouted <= high; sprouted += 1) {
    const log = logOf(sprouted);
    if (log <= here + 1e-9) sum += Math.exp(log - logTotal);
  }
  return Math.min(1, sum);
}
