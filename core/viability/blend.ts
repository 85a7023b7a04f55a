import { betaInterval, betaMedian, probabilityAtLeast, type Beta } from '../germination/betaPosterior.ts';
import type { Thresholds } from '../germination/verdict.ts';
import type { Seeds } from '../kernel/kinds.ts';
import type { Band } from './forecast.ts';
import { probit } from './normal.ts';
import type { Beginning } from './prior.ts';

/** One lot's part in a blend: so many seeds of it, and what is believed of their germination. */
export interface BlendPart {
  readonly seeds: Seeds;
  readonly believed: Beta;
}

/**
 * What is believed of the germination of a blend: the mean by seed numbers, with the parts' doubts taken as their own.
 * RangeError without any seed, or with fewer than none.
 */
export function blendOf(parts: readonly BlendPart[]): Beta {
  const total = parts.reduce((sum, { seeds }) => sum + seeds, 0);
  if (!(total > 0) || parts.some(({ seeds }) => seeds < 0)) throw new RangeError('a blend has some seed of its parts');
  let [mean, variance] = [0, 0];
  for (const { seeds, believed } of parts) {
    const [weight, own] = [seeds / total, momentsOf(believed)];
    mean += weight * own.mean;
    variance += weight ** 2 * own.variance;
  }
  const size = (mean * (1 - mean)) / variance - 1;
  return { a: mean * size, b: (1 - mean) * size };
}

function momentsOf({ a, b }: Beta): { readonly mean: number; readonly variance: number } {
  const size = a + b;
  return { mean: a / size, variance: (a * b) / (size ** 2 * (size + 1)) };
}

/** Median and middle 80 % of what is believed. */
export function bandOf(believed: Beta): Band {
  return { ...betaInterval(believed, 0.8), median: betaMedian(believed) };
}

const DEVIATIONS_TO_TENTH = 1.2816;
/** Shares of nothing and of all have no probit. */
const LEAST = 1e-6;

/** A belief of germination as one of its probit, from its middle 80 %: where the forecast of a blend begins. */
export function beginningOf(believed: Beta): Beginning {
  const { low, high } = betaInterval(believed, 0.8);
  const [from, to] = [low, high].map((share) => probit(Math.min(1 - LEAST, Math.max(LEAST, share)))) as [number, number];
  return { mean: (from + to) / 2, spread: Math.max(0.02, (to - from) / (2 * DEVIATIONS_TO_TENTH)) };
}

/**
 * The fewest seeds of better seed that bring a blend with `kept` to at least `share` (0 to 1) with the probability `sureness`;
 * 0 where `kept` is there by itself, null where `most` are not enough.
 */
export function seedsToReach(kept: BlendPart, better: Beta, share: number, sureness: number, most: number): number | null {
  const reaches = (seeds: Seeds) => probabilityAtLeast(blendOf([kept, { seeds, believed: better }]), share) >= sureness;
  if (reaches(0)) return 0;
  if (most < 1 || !reaches(most)) return null;
  let [few, enough] = [0, most];
  while (enough - few > 1) {
    const middle = Math.floor((few + enough) / 2);
    if (reaches(middle)) enough = middle;
    else few = middle;
  }
  return enough;
}

/**
 * All of the weaker lot and the fewest seeds of the better one that bring the blend to full strength, or where those are not there, to what
 * may be lent; all of both where neither can be reached.
 */
export function proposeBlend(
  weaker: BlendPart,
  better: BlendPart,
  { lend, full, sureness }: Thresholds,
): { readonly seeds: Seeds; readonly reaches: 'full strength' | 'lend' | null } {
  const reach = (share: number) => seedsToReach(weaker, better.believed, share, sureness, better.seeds);
  const whole = reach(full);
  if (whole !== null) return { seeds: whole, reaches: 'full strength' };
  const least = reach(lend);
  return least === null ? { seeds: better.seeds, reaches: null } : { seeds: least, reaches: 'lend' };
}

/** Germination this far apart comes up in two flushes; so does seed of which one takes this many times as long. */
const UNEVEN = { share: 0.15, speed: 1.3 };

/** Whether the parts of a blend will come up apart; days to half are null where nobody counted them. */
export function comesUpUnevenly(
  one: { readonly share: number; readonly daysToHalf: number | null },
  other: { readonly share: number; readonly daysToHalf: number | null },
): boolean {
  const days = [one.daysToHalf, other.daysToHalf].filter((value) => value !== null);
  const apart = days.length === 2 && Math.max(...days) >= UNEVEN.speed * Math.min(...days);
  return apart || Math.abs(one.share - other.share) >= UNEVEN.share;
}
