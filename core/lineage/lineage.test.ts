import { describe, expect, test } from '@jest/globals';
import { ancestryOf, parentsFirst, wouldCircle } from './lineage.ts';

const kin = (id: number, ...parents: number[]) => ({ id, parents });

describe('descent', () => {
  test('is walked with every parent before its children', () => {
    const order = parentsFirst([kin(4, 2, 3), kin(3, 1), kin(2, 1), kin(1)]).map(({ id }) => id);
    expect(order.indexOf(1)).toBe(0);
    expect(order.indexOf(4)).toBe(3);
  });

  test('never runs in a ring', () => {
    expect(() => parentsFirst([kin(1, 2), kin(2, 1)])).toThrow('descends from itself');
    const lots = [kin(1), kin(2, 1), kin(3, 2)];
    expect(wouldCircle(lots, 1, 3)).toBe(true);
    expect(wouldCircle(lots, 3, 1)).toBe(false);
    expect(wouldCircle(lots, 2, 2)).toBe(true);
  });

  test('sums up generations, gardens, plants and the narrowest place', () => {
    const lots = [
      { ...kin(1), effective: 40, mothers: 40, gardenId: 1 },
      { ...kin(2, 1), effective: 4, mothers: 2, gardenId: 2 },
      { ...kin(3, 2), effective: 40, mothers: 38, gardenId: 1 },
    ];
    expect(ancestryOf(lots, 3)).toMatchObject({ generations: 2, gardens: 2, narrowest: { id: 2, plants: 2 } });
    expect(ancestryOf(lots, 3).effective).toBeCloseTo(3 / (1 / 40 + 1 / 4 + 1 / 40), 10);
    expect(ancestryOf([{ ...lots[0]!, effective: null }], 1).effective).toBeNull();
  });
});
