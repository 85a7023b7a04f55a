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
    expect(ancestryOf([{ ...lots[0]!, effective: null }], 1)).toMatchObject({ effective: null, diversity: null });
  });

  test('diversity is lost along one line of descent, whatever became of other branches', () => {
    const lots = [
      { ...kin(1), effective: 20, mothers: 20, gardenId: 1 },
      { ...kin(2, 1), effective: 10, mothers: 10, gardenId: 1 },
      { ...kin(3, 1), effective: 1, mothers: 1, gardenId: 2 },
      { ...kin(4, 3), effective: 1, mothers: 1, gardenId: 2 },
    ];
    expect(ancestryOf(lots, 2).diversity).toBeCloseTo((1 - 1 / 40) * (1 - 1 / 20), 10);
    expect(ancestryOf(lots, 4).diversity).toBeLessThan(0.3);
  });
});
