import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { planDrawing, type Held } from './planDrawing.ts';

const loose = (id: number, balance: number): Held => ({ id, balance, packetUnits: null });
const packets = (id: number, count: number, each: number): Held => ({ id, balance: count * each, packetUnits: each });

describe('where seed is taken from', () => {
  test('a test takes loose seed and leaves packets whole', () => {
    expect(planDrawing([packets(1, 2, 40), loose(2, 100)], 50)).toEqual({ take: [{ holding: 2, taken: 50 }], open: null });
  });

  test('fifty seeds out of two packets of forty: one is used up, the other is opened, and its rest is loose', () => {
    expect(planDrawing([packets(1, 2, 40)], 50)).toEqual({ take: [{ holding: 1, taken: 40 }], open: { holding: 1, each: 40, needed: 10 } });
  });

  test('packets that are lent are packets of their size; what they lack is made up of loose seed', () => {
    const held = [loose(1, 100), packets(2, 1, 20), packets(3, 3, 50)];
    expect(planDrawing(held, 40, 20)).toEqual({
      take: [
        { holding: 2, taken: 20 },
        { holding: 1, taken: 20 },
      ],
      open: null,
    });
  });

  test('the smallest packet that suffices is opened', () => {
    expect(planDrawing([packets(1, 1, 200), packets(2, 1, 20)], 5)).toMatchObject({ open: { holding: 2, each: 20, needed: 5 } });
  });

  test('no more than there is', () => {
    expect(planDrawing([loose(1, 10), packets(2, 1, 20)], 31)).toBeNull();
  });

  const someHeld = fc.array(fc.tuple(fc.integer({ min: 0, max: 6 }), fc.option(fc.integer({ min: 1, max: 50 }), { nil: null })), {
    maxLength: 5,
  });
  test('whatever is held: all that is asked for comes, packets stay whole, and nothing goes below zero', () => {
    fc.assert(
      fc.property(
        someHeld,
        fc.integer({ min: 1, max: 200 }),
        fc.option(fc.integer({ min: 1, max: 50 }), { nil: undefined }),
        (kinds, amount, size) => {
          const held = kinds.map(([count, each], id): Held => (each === null ? loose(id, count * 7) : packets(id, count, each)));
          const plan = planDrawing(held, amount, size);
          const total = held.reduce((sum, { balance }) => sum + balance, 0);
          if (total < amount) return expect(plan).toBeNull();
          const left = new Map(held.map(({ id, balance }) => [id, balance]));
          for (const { holding, taken } of plan!.take) left.set(holding, left.get(holding)! - taken);
          if (plan!.open) left.set(plan!.open.holding, left.get(plan!.open.holding)! - plan!.open.each);
          const came = plan!.take.reduce((sum, { taken }) => sum + taken, 0) + (plan!.open?.needed ?? 0);
          expect(came).toBe(amount);
          for (const { id, packetUnits } of held) {
            expect(left.get(id)).toBeGreaterThanOrEqual(0);
            if (packetUnits !== null) expect(left.get(id)! % packetUnits).toBe(0);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});
