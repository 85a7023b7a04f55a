import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { lineStock, type LotInStock } from './lineStock.ts';
import { wantOf } from './wants.ts';

const CROP = { id: 'pea', longevity: [3, 5] as const, packet: 40, sow: [-6, 2] as const };
const HOUSE = { prices: { currency: 'EUR', packet: 350, crops: { pea: 275 } }, sowingStarts: '03-15', lastFrost: '05-01' };
const lot = (change: Partial<LotInStock> = {}): LotInStock => ({
  code: '26-0001-A',
  hybridUnderName: false,
  isJudged: true,
  holds: [],
  onHand: 1000,
  verdict: 'full strength',
  seeds: 1000,
  away: 0,
  sureShare: 1,
  toSow: 30,
  toTest: 0,
  ...change,
});
const want = (lots: readonly LotInStock[], lentAYear = 80, today = '2026-11-25') =>
  wantOf({ crop: CROP, stock: lineStock({ crop: CROP, lots, lentAYear, promised: 0 }, { plants: 20, growOuts: 1 }) }, HOUSE, today);

describe('the wants list', () => {
  test('a line with enough for a grow-out and its lending wants nothing', () => {
    expect(want([lot()])).toBeNull();
    expect(want([lot({ seeds: 100 })], 0)).toBeNull();
  });

  test('too little is grown out from what there is, sown when its season opens', () =>
    expect(want([lot({ seeds: 200 })])).toMatchObject({
      act: 'grow out',
      why: 'too little',
      price: 0,
      by: '2027-03-20',
      usable: 200,
      lendable: 170,
    }));

  test('what is too weak to lend and much asked for is grown out and asked for, with its price and in time', () => {
    const weak = want([lot({ verdict: 'do not lend', toSow: 200 })])!;
    expect(weak).toMatchObject({ act: 'grow out, and ask', why: 'too weak to lend', by: '2027-02-01', usable: 0 });
    expect(weak.packets).toBe(Math.ceil(weak.seeds / 40));
    expect(weak.price).toBe(weak.packets * 275);
  });

  test('where enough is on hold, its holds are to be settled; where not, it is grown out', () => {
    expect(want([lot({ holds: ['pests'] })])).toMatchObject({
      act: 'settle its holds',
      why: 'on hold',
      usable: 0,
      price: 0,
      by: '2027-02-01',
    });
    expect(want([lot({ holds: ['pests'], seeds: 100 })])).toMatchObject({ act: 'grow out, and ask', why: 'on hold' });
  });

  test('what hardly lives, or not at all, is asked for; late in winter at once', () => {
    expect(want([lot({ verdict: 'dead', toSow: null })])).toMatchObject({ act: 'ask, swap or order', why: 'nothing lives' });
    expect(want([], 40, '2027-02-20')).toMatchObject({ act: 'ask, swap or order', by: '2027-02-20' });
    expect(want([lot({ seeds: 6 })], 0)).toMatchObject({ act: 'ask, swap or order', why: 'too little' });
  });

  test('more seed never makes a line want more', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 800 }),
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 0, max: 200 }),
        (seeds, more, lent) => {
          const [less, plenty] = [want([lot({ seeds })], lent)?.seeds ?? 0, want([lot({ seeds: seeds + more })], lent)?.seeds ?? 0];
          expect(plenty).toBeLessThanOrEqual(less);
        },
      ),
    );
  });
});
