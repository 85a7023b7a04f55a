import type { VerdictKind } from '../germination/verdict.ts';
import type { HoldKind } from '../lots/words.ts';

export interface LotForLending {
  /** An F1 hybrid that is kept under its variety's name, not as the offspring of it. */
  readonly hybridUnderName: boolean;
  readonly holds: readonly HoldKind[];
  readonly onHand: number;
  readonly verdict: VerdictKind | null;
}

/**
 * May this lot be lent? `refused` is law and nobody overrides it; `coordinator` is policy and needs a coordinator's reason.
 * Enough seed for the packets asked is the ledger's business, not this rule's.
 */
export type MayLend =
  | { readonly answer: 'yes' }
  | { readonly answer: 'coordinator'; readonly why: 'not settled' | 'do not lend' }
  | { readonly answer: 'refused'; readonly why: 'F1' | 'nothing left' }
  | { readonly answer: 'refused'; readonly why: 'hold'; readonly holds: readonly HoldKind[] };

/** The rule of the lending desk for one lot, gravest reason first. */
export function mayLend({ hybridUnderName, holds, onHand, verdict }: LotForLending): MayLend {
  if (hybridUnderName) return { answer: 'refused', why: 'F1' };
  if (holds.length > 0) return { answer: 'refused', why: 'hold', holds };
  if (onHand <= 0) return { answer: 'refused', why: 'nothing left' };
  if (verdict === 'not settled' || verdict === 'do not lend') return { answer: 'coordinator', why: verdict };
  return { answer: 'yes' };
}
