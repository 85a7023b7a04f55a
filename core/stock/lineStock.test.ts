import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { lineStock, type LotInStock } from './lineStock.ts';

const CROP = { longevity: [3, 5], packet: 40 } as const;
const HOUSE = { plants: 20, growOuts: 1 };
const lot = (change: Partial<LotInStock> = {}): LotInStock => ({
  code: '26-0001-A',
  hybridUnderName: false,
  isJudged: true,
  holds: [],
  onHand: change.seeds ?? 500,
  verdict: 'full strength',
  seeds: 500,
  away: 0,
  sureShare: 1,
  toSow: 30,
  toTest: 0,
  ...change,
});
const stockOf = (lots: readonly LotInStock[], lentAYear = 0, house = HOUSE, promised = 0) =>
  lineStock({ crop: CROP, lots, lentAYear, promised }, house);

describe('the stock of a line', () => {
  test('what is promised to planned grow-outs is not lent, and never makes less than nothing', () => {
    expect(stockOf([lot()], 0, HOUSE, 100)).toMatchObject({ promised: 100, lendable: 370 });
    expect(stockOf([lot()], 0, HOUSE, 5000)).toMatchObject({ lendable: 0, packets: 0 });
  });

  test('lends what is left when a grow-out and its tests are kept back', () =>
    expect(stockOf([lot({ toTest: 20 })])).toMatchObject({ usable: 500, reserve: 30, tests: 20, lendable: 450, packets: 11 }));

  test('keeps back seed for as many grow-outs as the house wants, by the lot that sows one with the fewest seeds', () => {
    const two = [lot(), lot({ code: '26-0002-B', toSow: 45 })];
    expect(stockOf(two).reserve).toBe(30);
    expect(stockOf(two, 0, { ...HOUSE, growOuts: 3 })).toMatchObject({ reserve: 90, lendable: 910 });
  });

  test('counts weighed seed as what is surely there', () =>
    expect(stockOf([lot({ sureShare: 0.8 })])).toMatchObject({ seeds: 500, usable: 400, lendable: 370 }));

  test('counts neither what is held nor what may be too weak, and no seed of it is offered', () => {
    const stock = stockOf([
      lot({ holds: ['pests'] }),
      lot({ verdict: null }),
      lot({ verdict: 'not settled' }),
      lot({ hybridUnderName: true }),
    ]);
    expect(stock).toMatchObject({ seeds: 2000, usable: 0, lendable: 0, packets: 0, verdict: 'wanted' });
    expect(stock.lots.map(({ answer, packets }) => [answer.answer, packets])).toEqual([
      ['refused', 0],
      ['refused', 0],
      // Packets that are there, for a coordinator to decide about.
      ['coordinator', 12],
      ['refused', 0],
    ]);
  });

  test('no lot is offered for more packets than it has, nor than its line can spare', () => {
    const stock = stockOf([lot({ seeds: 90 }), lot({ code: '26-0002-B', seeds: 60 })]);
    expect(stock.packets).toBe(3);
    expect(stock.lots.map(({ packets }) => packets)).toEqual([2, 1]);
    expect(stockOf([lot({ seeds: 50 })]).lots[0]!.packets).toBe(0);
  });

  test('aims for its reserve and for what is lent while the seed is good', () => {
    expect(stockOf([lot({ seeds: 109 })], 20)).toMatchObject({ target: 110, lending: 80, verdict: 'wanted' });
    expect(stockOf([lot({ seeds: 110 })], 20).verdict).toBe('enough');
    expect(stockOf([lot({ seeds: 220 })], 20).verdict).toBe('plenty');
  });

  test('where nothing can be lent the reserve is that of ordinary seed', () => {
    const { reserve } = stockOf([]);
    expect(reserve).toBeGreaterThan(20 / 0.85);
    expect(stockOf([lot({ verdict: 'do not lend', toSow: 9000 })]).reserve).toBe(reserve);
  });

  test('more seed never lowers what may be lent, and no more is lendable than is there', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 500 }),
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        (seeds, more, sureShare) => {
          const [less, plenty] = [
            stockOf([lot({ seeds, onHand: seeds, sureShare })]),
            stockOf([lot({ seeds: seeds + more, onHand: seeds + more, sureShare })]),
          ];
          expect(plenty.lendable).toBeGreaterThanOrEqual(less.lendable);
          expect(plenty.lendable + plenty.reserve).toBeLessThanOrEqual(Math.max(plenty.seeds, plenty.reserve));
        },
      ),
    ));
});
