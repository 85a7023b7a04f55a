import type { Seeds } from '../kernel/kinds.ts';
/** Seeds found up on a day since laying that were not the look before; a look that found none counts too. Days ascending, each once. */
export interface Came {
  readonly day: number;
  readonly seeds: Seeds;
}

export interface Speed {
  /** Σ n·t / Σ n, in days. */
  readonly meanTime: number;
  /** Σ n/t, seeds a day. */
  readonly speed: number;
  /** Days until half of those that came had come. */
  readonly t50: number;
  /** Whether the first look found half of them already: then all of this is only at most so long. */
  readonly byFirstLook: boolean;
}

/** How fast seed came up; null where none did. RangeError for a count on day 0 or before. */
export function germinationSpeed(came: readonly Came[]): Speed | null {
  const all = came.reduce((sum, { seeds }) => sum + seeds, 0);
  if (all === 0) return null;
  if (came.some(({ day, seeds }) => day <= 0 && seeds > 0)) throw new RangeError('nothing comes up before the first day');
  return {
    meanTime: came.reduce((sum, { day, seeds }) => sum + seeds * day, 0) / all,
    speed: came.reduce((sum, { day, seeds }) => sum + seeds / day, 0),
    t50: t50Farooq(came),
    byFirstLook: came[0]!.seeds * 2 >= all,
  };
}

/**
 * Days until half of what came had come, between the counts before and after: tᵢ + (N/2 − nᵢ)(tⱼ − tᵢ)/(nⱼ − nᵢ), n cumulative. RangeError where nothing came.
 * Source: P. Coolbear, A. Francis, D. Grierson 1984, as modified by M. Farooq et al. 2005.
 */
export function t50Farooq(came: readonly Came[]): number {
  const half = came.reduce((sum, { seeds }) => sum + seeds, 0) / 2;
  let [before, dayBefore] = [0, 0];
  for (const { day, seeds } of came) {
    const now = before + seeds;
    if (now >= half && seeds > 0) return dayBefore + ((half - before) * (day - dayBefore)) / seeds;
    [before, dayBefore] = [now, day];
  }
  throw new RangeError('nothing came up');
}

/** Seeds up by each day, from those of each interval. */
export function cumulative(came: readonly Came[]): Came[] {
  let sum = 0;
  return came.map(({ day, seeds }) => ({ day, seeds: (sum += seeds) }));
}

/** Seeds of each interval, from those up by each day. RangeError where fewer are up than before. */
export function perInterval(up: readonly Came[]): Came[] {
  return up.map(({ day, seeds }, index) => {
    const before = index === 0 ? 0 : up[index - 1]!.seeds;
    if (seeds < before) throw new RangeError('fewer up than before');
    return { day, seeds: seeds - before };
  });
}

export type Vigour = 'quick' | 'usual' | 'slow';

/**
 * How its speed stands against the crop's: usual seed has half come between its first count and a third of the way to its final one.
 * Null where half had come before anybody looked, later than the first count.
 */
export function vigourOf({ t50, byFirstLook }: Speed, firstLook: number, firstCountDays: number, finalCountDays: number): Vigour | null {
  if (t50 < firstCountDays && !(byFirstLook && firstLook > firstCountDays)) return 'quick';
  if (byFirstLook) return null;
  return t50 <= firstCountDays + (finalCountDays - firstCountDays) / 3 ? 'usual' : 'slow';
}
