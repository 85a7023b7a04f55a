import { halfLifeYears, type Crop } from '../almanac/crop.ts';
import type { Beta } from '../germination/betaPosterior.ts';
import { seedsToSow, SURVIVAL } from '../germination/seedsToSow.ts';
import type { Seeds } from '../kernel/kinds.ts';
import { mayLend, type LotForLending, type MayLend } from '../lending/mayLend.ts';

/** One lot of a line, as far as the line's stock goes. */
export interface LotInStock extends LotForLending {
  readonly code: string;
  /** Seeds by the book. */
  readonly seeds: Seeds;
  /** How many of them are safety copies, with a keeper out of the house. */
  readonly away: Seeds;
  /** Share of them that is there with nine chances in ten: less than 1 where weight was converted. */
  readonly sureShare: number;
  /** Seeds of it that sow one representative grow-out; null where too little of it lives. */
  readonly toSow: Seeds | null;
  /** Seeds that its tests of the coming year will take. */
  readonly toTest: Seeds;
}

export type Enough = 'plenty' | 'enough' | 'wanted';

/** What the stock of a line amounts to; all in seeds but `packets`. */
export interface LineStock<Lot extends LotInStock = LotInStock> {
  /** All there is, by the book. */
  readonly seeds: Seeds;
  /** What lots that may be lent hold by themselves, surely: lower 10 % quantiles. */
  readonly usable: Seeds;
  /** Kept back for grow-outs that keep the line's variety. */
  readonly reserve: Seeds;
  readonly growOuts: number;
  /** Kept back for tests of the coming year. */
  readonly tests: Seeds;
  /** Promised to grow-outs that are planned. */
  readonly promised: Seeds;
  /** What may be lent now: usable less reserve, tests and what is promised, never below 0. */
  readonly lendable: Seeds;
  /** House packets of it. */
  readonly packets: number;
  /** What members will borrow while the seed is good, at the pace of the last years. */
  readonly lending: Seeds;
  /** Reserve and lending: what the line should have. */
  readonly target: Seeds;
  readonly verdict: Enough;
  readonly lots: readonly (Lot & { readonly answer: MayLend; readonly packets: number })[];
}

/** Seed that nothing is known of is taken for eight in ten, as after a test of ten. */
const USUAL: Beta = { a: 8.5, b: 2.5 };
const PLENTY = 2;

/**
 * What a line has, what of it may be lent, and whether that is enough: one answer for the line, each of its lots, the desk and the wants list.
 * Lendable is policy: the ledger would give more, and a coordinator may, with a reason.
 * @param plants what a representative grow-out takes; @param growOuts for how many of them the house keeps seed; @param lentAYear seeds lent in a usual year
 */
export function lineStock<Lot extends LotInStock>(
  line: {
    readonly crop: Pick<Crop, 'longevity' | 'packet'>;
    readonly lots: readonly Lot[];
    readonly lentAYear: number;
    readonly promised: Seeds;
  },
  house: { readonly plants: number; readonly growOuts: number },
): LineStock<Lot> {
  const { crop, lots, lentAYear, promised } = line;
  const answers = lots.map(mayLend);
  const lent = lots.filter((_, index) => answers[index]!.answer === 'yes');
  const sum = (of: readonly LotInStock[], what: (lot: LotInStock) => number) => of.reduce((all, lot) => all + what(lot), 0);
  const usable = sum(lent, ({ seeds, away, sureShare }) => Math.floor((seeds - away) * sureShare));
  const best = Math.min(...lent.map(({ toSow }) => toSow ?? Infinity));
  const reserve = house.growOuts * (Number.isFinite(best) ? best : seedsToSow(house.plants, USUAL, SURVIVAL)!);
  const tests = sum(lent, ({ toTest }) => toTest);
  const lendable = Math.max(0, usable - reserve - tests - promised);
  const lending = Math.round(lentAYear * halfLifeYears(crop));
  const target = reserve + lending;
  return {
    seeds: sum(lots, ({ seeds }) => seeds),
    usable,
    reserve,
    growOuts: house.growOuts,
    tests,
    promised,
    lendable,
    packets: Math.floor(lendable / crop.packet),
    lending,
    target,
    verdict: usable >= PLENTY * target ? 'plenty' : usable >= target ? 'enough' : 'wanted',
    lots: lots.map((lot, index) => {
      const answer = answers[index]!;
      const seeds = answer.answer === 'refused' ? 0 : Math.min(lot.seeds - lot.away, answer.answer === 'yes' ? lendable : Infinity);
      return { ...lot, answer, packets: Math.floor(seeds / crop.packet) };
    }),
  };
}

/** What a line's stock says of one of its lots: whether it may be lent, and how many house packets of it. A lot that is none of them is used up. */
export function lendingOfLot({ lots }: Pick<LineStock, 'lots'>, code: string): { readonly answer: MayLend; readonly packets: number } {
  return lots.find((lot) => lot.code === code) ?? { answer: { answer: 'refused', why: 'nothing left' }, packets: 0 };
}
