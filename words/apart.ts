import type { Tone } from './tone.ts';

const percent = (share: number): string =>
  share >= 0.1
    ? `${Math.round(share * 100)}\u00a0%`
    : share >= 0.001
      ? `${(Math.round(share * 1000) / 10).toFixed(1)}\u00a0%`
      : 'under 0.1\u00a0%';

/** A share of crossed seed, in words for people: per cent with one decimal where it is small. */
export const crossedWords = percent;

/** How much of a grow-out's seed is likely to be crossed, with its range. */
export const likelyCrossedWords = (share: number, [low, high]: readonly [number, number]): string =>
  high < 0.001
    ? `Under 0.1\u00a0% of its seed is likely to be crossed`
    : `${share < 0.001 ? 'Under 0.1\u00a0%' : `About ${percent(share)}`} of its seed is likely to be crossed, ${low < 0.001 ? `${percent(high)} at most` : `between ${percent(low)} and ${percent(high)}`}`;

/** How much crossing a grow-out may have: under 1 % keeps a line true, up to 5 % needs roguing after. */
export function apartWords(share: number): { readonly tone: Tone; readonly verdict: string } {
  if (share <= 0.01) return { tone: 'good', verdict: 'Likely to stay true to type' };
  if (share <= 0.05) return { tone: 'doubt', verdict: 'Some of its seed is likely to be crossed' };
  return { tone: 'poor', verdict: 'Too much of its seed is likely to be crossed' };
}
