export interface TestStakes {
  /** Chances, as believed today, that it may be lent and that it is at full strength. */
  readonly mayBeLent: number;
  readonly fullStrength: number;
  /** Loans in the last year, and other lots of its line with seed in store. */
  readonly lent: number;
  readonly others: number;
  /** Chance of losing the line in five years, 0 to 1; 0 while it is not known. */
  readonly risk: number;
}

export interface TestValue {
  /** 0.2 and up; what a week's delay of the test costs in the bench plan. */
  readonly value: number;
  /** How much the answer could change what is done, 0 to 1. */
  readonly doubt: number;
  /** What depends on it: each reason adds one. */
  readonly stakes: readonly ('line at risk' | 'last of its line' | 'much lent')[];
}

/** A look at what nobody doubts still confirms something. */
const LEAST = 0.2;
/** Loans in a year from which a lot counts as much lent. */
export const MUCH_LENT = 5;
/** Chance of losing a line from which a test of its seed has a stake of its own. */
const AT_RISK = 0.2;

/**
 * What a test is worth: the doubt it could settle, times what depends on it. Doubt about lending counts whole, about full strength half;
 * each is 1 where the chances are even and 0 where the answer is known. A score in the open, no more.
 */
export function testValue({ mayBeLent, fullStrength, lent, others, risk }: TestStakes): TestValue {
  const evenness = (chance: number) => 2 * Math.min(chance, 1 - chance);
  const doubt = Math.max(evenness(mayBeLent), 0.5 * evenness(fullStrength));
  const stakes = [
    ...(risk >= AT_RISK ? (['line at risk'] as const) : []),
    ...(others === 0 ? (['last of its line'] as const) : []),
    ...(lent >= MUCH_LENT ? (['much lent'] as const) : []),
  ];
  return { value: (LEAST + (1 - LEAST) * doubt) * (1 + stakes.length), doubt, stakes };
}
