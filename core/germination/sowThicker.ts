import type { VerdictKind } from './verdict.ts';

/** Germination of seed that nobody calls weak; the yardstick of a packet's usual sowing. */
const GOOD_SEED = 0.9;
/** Ratios a person can do in a row: sow 5 for 4, 3 for 2, 2 for 1, and so on. */
const STEPS: readonly { readonly sow: number; readonly for: number }[] = [
  { sow: 1, for: 1 },
  { sow: 5, for: 4 },
  { sow: 3, for: 2 },
  { sow: 2, for: 1 },
  { sow: 3, for: 1 },
  { sow: 4, for: 1 },
];

/** How much thicker to sow seed of this germination share, as the next ratio a person can do; null below 4 for 1. */
export function sowThicker(share: number): { readonly sow: number; readonly for: number } | null {
  const needed = GOOD_SEED / share;
  return STEPS.find((step) => step.sow / step.for >= needed - 0.1) ?? null;
}

/**
 * How much thicker to sow seed of a verdict whose middle is this share; null where it is sown as usual, not lent at all, or beyond 4 for 1.
 * Seed that is only probably strong is sown a little thicker: label and verdict say the same.
 */
export function thickerOf(verdict: VerdictKind | null, share: number): { readonly sow: number; readonly for: number } | null {
  if (verdict !== 'sow thicker') return null;
  const ratio = sowThicker(share);
  return ratio?.sow === 1 ? STEPS[1]! : ratio;
}
