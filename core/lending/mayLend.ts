import type { VerdictKind } from '../germination/verdict.ts';
import type { Seeds } from '../kernel/kinds.ts';
import type { HoldKind } from '../lots/words.ts';

export interface LotForLending {
  /** An F1 hybrid that is kept under its variety's name, not as the offspring of it. */
  readonly hybridUnderName: boolean;
  readonly holds: readonly HoldKind[];
  readonly onHand: number;
  /** Whether its promise is known: until then a hold may still be laid on it. */
  readonly isJudged: boolean;
  /** What is believed of it today, by its tests or, where it has none, by its outlook; null until that was reckoned. */
  readonly verdict: VerdictKind | null;
}

/** `refused` is law and nobody overrides it; `coordinator` is policy and needs a coordinator's reason. */
export type MayLend =
  | { readonly answer: 'yes' }
  | { readonly answer: 'coordinator'; readonly why: Exclude<VerdictKind, 'full strength' | 'sow thicker'> }
  /** Its line keeps the rest for a grow-out and for tests. */
  | ({ readonly answer: 'coordinator'; readonly why: 'kept back' } & Lendable)
  | { readonly answer: 'refused'; readonly why: 'F1' | 'nothing left' | 'not judged' }
  | { readonly answer: 'refused'; readonly why: 'hold'; readonly holds: readonly HoldKind[] };

/** What may be lent of a line, in seeds and in house packets. */
export interface Lendable {
  readonly lendable: Seeds;
  readonly packets: number;
}

/** May this lot be lent? The rule of the lending desk for one lot, gravest reason first. */
export function mayLend({ hybridUnderName, holds, onHand, isJudged, verdict }: LotForLending): MayLend {
  if (hybridUnderName) return { answer: 'refused', why: 'F1' };
  if (holds.length > 0) return { answer: 'refused', why: 'hold', holds };
  if (onHand <= 0) return { answer: 'refused', why: 'nothing left' };
  if (!isJudged || verdict === null) return { answer: 'refused', why: 'not judged' };
  if (verdict === 'full strength' || verdict === 'sow thicker') return { answer: 'yes' };
  return { answer: 'coordinator', why: verdict };
}

/** May so many seeds of a lot be lent, where its line has so many that may? */
export function mayLendSeeds(lot: MayLend, seeds: Seeds, { lendable, packets }: Lendable): MayLend {
  return lot.answer === 'yes' && seeds > lendable ? { answer: 'coordinator', why: 'kept back', lendable, packets } : lot;
}
