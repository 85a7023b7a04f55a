import { betaPosterior, probabilityAtLeast, type Beta } from './betaPosterior.ts';

/** What the library asks of its seed; shares and probabilities 0–1. */
export interface Thresholds {
  /** Germination from which seed may be lent at all. */
  readonly lend: number;
  /** Germination from which seed is lent at full strength, without "sow thicker". */
  readonly full: number;
  /** How sure the house wants to be before a question counts as answered. */
  readonly sureness: number;
}

export const USUAL_THRESHOLDS: Thresholds = { lend: 0.5, full: 0.8, sureness: 0.8 };

/** `dead` is said of a lot alone, never of one test. */
export type VerdictKind = 'full strength' | 'sow thicker' | 'not settled' | 'do not lend' | 'dead';

export interface Verdict {
  readonly kind: VerdictKind;
  /** Probability that germination is at least the lending threshold. */
  readonly mayBeLent: number;
  /** Probability that germination is at least full strength. */
  readonly fullStrength: number;
  readonly posterior: Beta;
}

/**
 * Reads k of n as two yes/no questions: may it be lent, and at full strength?
 * Each is answered only at the house's sureness; "not settled" means that the first is open.
 */
export function verdict(k: number, n: number, thresholds: Thresholds, spread?: number, prior?: Beta): Verdict {
  const posterior = betaPosterior(k, n, prior, spread);
  const mayBeLent = probabilityAtLeast(posterior, thresholds.lend);
  const fullStrength = probabilityAtLeast(posterior, thresholds.full);
  return { kind: answer(mayBeLent, fullStrength, thresholds.sureness), mayBeLent, fullStrength, posterior };
}

/** The threshold of the question that the test has left open, or null when both are answered. */
export function openQuestion({ kind, fullStrength }: Verdict, thresholds: Thresholds): number | null {
  if (kind === 'not settled') return thresholds.lend;
  return kind === 'sow thicker' && fullStrength > 1 - thresholds.sureness ? thresholds.full : null;
}

/** Under this share hardly anything lives: nobody sows it. */
export const HARDLY = 0.02;
/** A lot is called dead only after so many seeds without a seedling. */
const SEEDS_WITHOUT = 20;

/** What is believed of a lot on a day: chances, 0 to 1, that it may be lent, that it is at full strength, and that it is as good as dead. */
export interface Chances {
  readonly mayBeLent: number;
  readonly fullStrength: number;
  readonly isDead: number;
}

/** The verdict on a lot: by its belief, whether it was tested or not; dead only where its last tests, of 20 seeds or more, brought no seedling. */
export function verdictOfLot(
  { mayBeLent, fullStrength, isDead }: Chances,
  tests: readonly { readonly sown: number; readonly up: number }[],
  sureness: number,
): VerdictKind {
  const without = tests.slice(tests.findLastIndex(({ up }) => up > 0) + 1).reduce((sum, { sown }) => sum + sown, 0);
  return isDead >= sureness && without >= SEEDS_WITHOUT ? 'dead' : answer(mayBeLent, fullStrength, sureness);
}

/** What two chances amount to, at the house's sureness. */
export function answer(mayBeLent: number, fullStrength: number, sureness: number): Exclude<VerdictKind, 'dead'> {
  if (mayBeLent <= 1 - sureness) return 'do not lend';
  if (mayBeLent < sureness) return 'not settled';
  return fullStrength >= sureness ? 'full strength' : 'sow thicker';
}
