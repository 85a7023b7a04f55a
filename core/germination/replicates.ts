import jstat from 'jstat';
import { logBeta } from '../distributions/beta.ts';
import type { Count } from './compareTests.ts';

const { jStat } = jstat;

export interface Replicates {
  /** Chance of parts that differ as much, were they of one lot (chi-square). */
  readonly heterogeneity: number;
  /** Largest less smallest, in percentage points. */
  readonly range: number;
  /** Range in percentage points that sampling exceeds in 2.5 % of cases; null where parts are of different size. */
  readonly allowed: number | null;
  readonly withinTolerance: boolean;
}

/** How seldom sampling alone may exceed the tolerated range. */
const SELDOM = 0.025;

/**
 * Whether replicates agree well enough to be added up. Replicates of one size go by the largest range that sampling exceeds in 2.5 % of
 * cases; of different sizes, by the chi-square test of homogeneity at 2.5 %. RangeError with fewer than two.
 */
export function compareReplicates(parts: readonly Count[]): Replicates {
  if (parts.length < 2) throw new RangeError('one part is no replicate');
  const heterogeneity = chanceOfHeterogeneity(parts);
  const shares = parts.map(({ sprouted, laid }) => (100 * sprouted) / laid);
  const range = Math.max(...shares) - Math.min(...shares);
  const laid = parts[0]!.laid;
  if (parts.some((part) => part.laid !== laid)) return { heterogeneity, range, allowed: null, withinTolerance: heterogeneity > SELDOM };
  const most = toleratedRange(
    parts.length,
    laid,
    parts.reduce((sum, { sprouted }) => sum + sprouted, 0),
  );
  const allowed = (100 * most) / laid;
  return { heterogeneity, range, allowed, withinTolerance: range <= allowed + 1e-9 };
}

/**
 * Smallest d with P(range > d) ≤ 0.025, in seeds, among `parts` replicates of `laid` seeds of which `sprouted` came up in all; exact, by
 * enumeration, conditional on the total. 4 of 100 with 320 in all: 16. RangeError for counts that are none.
 */
export function toleratedRange(parts: number, laid: number, sprouted: number): number {
  if (!(parts >= 2 && laid >= 1 && sprouted >= 0 && sprouted <= parts * laid)) throw new RangeError('no such replicates');
  const ways = Array.from({ length: laid + 1 }, (_, k) => logChoose(laid, k));
  const all = logChoose(parts * laid, sprouted);
  for (let d = 0; d < laid; d += 1) if (1 - chanceOfRangeWithin(d, parts, laid, sprouted, ways, all) <= SELDOM) return d;
  return laid;
}

/** P(range ≤ d): every way has one smallest part m; all within m … m + d, less those that do not touch m. */
function chanceOfRangeWithin(d: number, parts: number, laid: number, sprouted: number, ways: readonly number[], all: number): number {
  let chance = 0;
  const [first, last] = [Math.max(0, Math.ceil(sprouted / parts) - d), Math.min(laid, Math.floor(sprouted / parts))];
  for (let m = first; m <= last; m += 1) {
    const high = Math.min(laid, m + d);
    chance += chanceWithin(m, high, parts, sprouted, ways, all) - chanceWithin(m + 1, high, parts, sprouted, ways, all);
  }
  return Math.min(1, chance);
}

/** Chance that all parts lie between low and high, given their total. */
function chanceWithin(low: number, high: number, parts: number, sprouted: number, ways: readonly number[], all: number): number {
  if (low > high) return 0;
  // Each factor is scaled by the same share of the total's log, so that no product runs out of range.
  const one = ways.slice(low, high + 1).map((log) => Math.exp(log - all / parts));
  let sums = one;
  for (let part = 1; part < parts; part += 1) sums = convolve(sums, one);
  return sums[sprouted - parts * low] ?? 0;
}

function convolve(one: readonly number[], other: readonly number[]): number[] {
  const sums = new Array<number>(one.length + other.length - 1).fill(0);
  for (const [i, a] of one.entries()) for (const [j, b] of other.entries()) sums[i + j]! += a * b;
  return sums;
}

const logChoose = (n: number, k: number) => -Math.log(n + 1) - logBeta(n - k + 1, k + 1);

/** Pearson's chi-square of homogeneity; 1 where all or none came up. */
function chanceOfHeterogeneity(parts: readonly Count[]): number {
  const laid = parts.reduce((sum, part) => sum + part.laid, 0);
  const share = parts.reduce((sum, part) => sum + part.sprouted, 0) / laid;
  if (share === 0 || share === 1) return 1;
  const square = parts.reduce((sum, part) => sum + (part.sprouted - part.laid * share) ** 2 / (part.laid * share * (1 - share)), 0);
  return 1 - jStat.lowRegGamma((parts.length - 1) / 2, square / 2);
}
