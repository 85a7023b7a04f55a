import { describe, expect, test } from '@jest/globals';
import { ancestryOf } from './lineage.ts';

const kin = (id: number, ...parents: number[]) => ({ id, parents });

describe('descent', () => {
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
