/** Where a lot came from. */
export const ORIGINS = ['donated', 'bought', 'found', 'returned'] as const;
export type Origin = (typeof ORIGINS)[number];

/** What its parents were, as far as anybody knows. */
export const KINDS = ['open-pollinated', 'F1', 'crossed', 'unknown'] as const;
export type Kind = (typeof KINDS)[number];

/** Holds lie across a lot's state; each is set and lifted by somebody, with a reason. */
export const HOLD_KINDS = ['drying', 'pests', 'test', 'trial', 'identity', 'rules', 'recall'] as const;
export type HoldKind = (typeof HOLD_KINDS)[number];

/** Ways of keeping a seed crop apart, and the two honest answers that it was not or that nobody knows. */
export const ISOLATION_METHODS = ['distance', 'time', 'barrier', 'cage', 'bags', 'hand pollination', 'none'] as const;
export type IsolationMethod = (typeof ISOLATION_METHODS)[number];

/** What is known of how a seed crop was kept apart. "Unknown" is an answer. */
export type Isolation =
  | { readonly kind: 'unknown' }
  | {
      readonly kind: 'known';
      readonly method: IsolationMethod;
      /** Metres to the nearest other flowering crop of the group; null when not known. */
      readonly distanceMetres: number | null;
      /** What else of its crossing group flowered, in the giver's words; null when not known. */
      readonly alsoFlowered: string | null;
    };

export const STORED_SO_FAR = ['freezer', 'fridge', 'cool cupboard', 'living room', 'shed or garage'] as const;
export type StoredSoFar = (typeof STORED_SO_FAR)[number];

/** Provenance questions that were asked and answered "unknown". */
export const ASKED = ['donor', 'garden', 'harvest', 'plants', 'isolation', 'storage'] as const;
export type Asked = (typeof ASKED)[number];

export type LotState = 'kept' | 'used up';

/** The state of a lot, from what the ledger says is on hand. */
export function lotState(onHand: number): LotState {
  return onHand > 0 ? 'kept' : 'used up';
}

/** How the shelves can be sorted, and which of their lots can be asked for. */
export const SHELF_SORTS = ['variety', 'code', 'harvest', 'amount', 'next test'] as const;
export type ShelfSort = (typeof SHELF_SORTS)[number];
export const SHELF_STATES = ['in store', 'on hold', 'may be lent', 'test due', 'used up'] as const;
export type ShelfState = (typeof SHELF_STATES)[number];
