/**
 * A number or a text of one kind. Values of two kinds never stand for each other: a loan's id is no lot's, seeds are no milligrams. A plain
 * value may stand for any kind, because it comes from arithmetic or from a form whose contract has checked it.
 */
type Kind<Base, Name extends string> = Base & { readonly [kind]?: Name };
declare const kind: unique symbol;

export type LotId = Kind<number, 'lot'>;
export type LineId = Kind<number, 'line'>;
export type BatchId = Kind<number, 'batch'>;
export type TestId = Kind<number, 'test'>;
export type LoanId = Kind<number, 'loan'>;
export type GrowOutId = Kind<number, 'grow-out'>;
export type PersonId = Kind<number, 'person'>;
export type AccountId = Kind<number, 'account'>;
export type PlaceId = Kind<number, 'place'>;
export type HoldingId = Kind<number, 'holding'>;
export type GardenId = Kind<number, 'garden'>;

/** A calendar day, `YYYY-MM-DD`. */
export type Day = Kind<string, 'day'>;

export type Milligrams = Kind<number, 'mg'>;
export type Seeds = Kind<number, 'seeds'>;
export type Metres = Kind<number, 'm'>;
