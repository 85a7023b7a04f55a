/** Where a lot came from. The first five are asked at the desk; the others come about in the house. */
export const ORIGINS = ['donated', 'returned', 'bought', 'found', 'market fruit', 'grown-out', 'blend', 'split'] as const;
export type Origin = (typeof ORIGINS)[number];
export const DESK_ORIGINS = ['donated', 'bought', 'found', 'market fruit'] as const satisfies readonly Origin[];

/** What its parents were, as far as anybody knows. */
export const KINDS = ['open-pollinated', 'heirloom', 'F1', 'stabilising', 'mixture', 'crossed', 'unknown'] as const;
export type Kind = (typeof KINDS)[number];

/** Holds lie across a lot's state; each is set and lifted by somebody, with a reason. */
export const HOLD_KINDS = ['drying', 'pests', 'disease', 'test', 'trial', 'identity', 'rules', 'recall'] as const;
export type HoldKind = (typeof HOLD_KINDS)[number];

export const STORED_SO_FAR = ['freezer', 'fridge', 'cool cupboard', 'living room', 'shed or garage'] as const;
export type StoredSoFar = (typeof STORED_SO_FAR)[number];

/** What a line is for: kept as it is, or let go with its place. */
export const AIMS = ['keep true', 'let adapt'] as const;
export type Aim = (typeof AIMS)[number];

/** How the shelves can be sorted, and which of their lots can be asked for. */
export const SHELF_SORTS = ['variety', 'code', 'harvest', 'amount', 'germination', 'next test'] as const;
export type ShelfSort = (typeof SHELF_SORTS)[number];
export const SHELF_STATES = ['in store', 'on hold', 'may be lent', 'test due', 'to be cleaned', 'used up'] as const;
export type ShelfState = (typeof SHELF_STATES)[number];
