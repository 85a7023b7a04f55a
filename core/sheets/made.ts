import type { IsoDate, PartialDate } from '../calendar/plainDate.ts';
import type { Method } from '../isolation/barriers.ts';
import type { Aim, Kind, Origin } from '../lots/words.ts';
import type { Container } from '../stock/containers.ts';
import type { Amount } from '../units/parseAmount.ts';
import type { Germinated } from './readGerminated.ts';
import type { Who } from './readPerson.ts';

/** A line that is known, or one to be made under this name. */
export interface LineMeant {
  readonly cropId: string;
  readonly lineId: number | null;
  readonly variety: string;
}

export interface TestMade extends Germinated {
  readonly laidOn: IsoDate;
  readonly celsius: number | null;
  readonly note: string | null;
}

export interface LotMade {
  readonly thing: 'lots';
  readonly line: LineMeant;
  readonly kind: Kind;
  readonly number: string | null;
  /** The other library whose number that is. */
  readonly library: string | null;
  /** The lot it was grown from: one of the library, or the row of this import. */
  readonly parent: LotMeant | null;
  readonly harvested: PartialDate | 'unknown' | null;
  readonly takenInOn: IsoDate;
  readonly origin: Origin;
  readonly donor: Who | null;
  readonly garden: Placed | null;
  readonly firstSource: string | null;
  readonly plants: number | null;
  readonly generations: number | null;
  readonly amount: Amount | null;
  readonly typed: string | null;
  readonly place: Placed;
  readonly container: Container;
  readonly treated: boolean | 'unknown' | null;
  readonly methods: readonly Method[] | null;
  readonly tests: readonly TestMade[];
  readonly note: string | null;
}

/** A garden or a place: known, or new. */
export interface Placed {
  readonly id: number | null;
  readonly name: string;
}

/** A lot that other rows speak of. */
export type LotMeant = { readonly id: number } | { readonly sheet: number; readonly at: number };

export interface PersonMade {
  readonly thing: 'people';
  readonly who: Who;
  readonly email: string | null;
  readonly phone: string | null;
  readonly isMember: boolean;
  readonly groupOf: number | null;
  readonly garden: string | null;
  readonly note: string | null;
}

export interface LineMade {
  readonly thing: 'lines';
  readonly line: LineMeant;
  readonly aliases: readonly string[];
  readonly story: string | null;
  readonly aim: Aim;
}

export interface TestsMade {
  readonly thing: 'tests';
  readonly lot: LotMeant;
  readonly cropId: string;
  readonly test: TestMade;
}

export interface LoanMade {
  readonly thing: 'loans';
  readonly lot: LotMeant;
  readonly cropId: string;
  readonly member: Who;
  readonly packets: number;
  readonly lentOn: IsoDate;
  readonly dueOn: IsoDate;
  readonly closed: { readonly on: IsoDate; readonly outcome: 'returned' | 'failed crop' | 'kept on' | 'written off' } | null;
  readonly note: string | null;
}

export interface PlaceMade {
  readonly thing: 'places';
  readonly place: Placed;
  readonly climate: { readonly celsius: number; readonly humidity: number; readonly since: IsoDate } | null;
}

/** What a sheet names that the library does not know yet. */
export const NEW_THINGS = ['new varieties', 'new people', 'new places', 'new gardens'] as const;
export type NewThing = (typeof NEW_THINGS)[number];

export type Made = PlaceMade | PersonMade | LineMade | LotMade | TestsMade | LoanMade;
