import { describe, expect, test } from '@jest/globals';
import { readAlmanac } from '../../almanac/read.ts';
import { borrowFrom, cropLike, type OwnCrop } from './cropLike.ts';
import type { Crop } from './crop.ts';
import { FACT_KEYS, factKind } from './facts.ts';

const almanac = readAlmanac();
const like = (id: string) => almanac.crops.find((crop) => crop.id === id)!;
const own = (change: Partial<OwnCrop> = {}): OwnCrop => ({
  id: 'own-chia',
  name: 'Chia',
  species: 'Salvia hispanica',
  family: 'Lamiaceae',
  group: 'own-chia',
  breeding: 'mostly selfing',
  lifeCycle: 'annual',
  ...change,
});

describe('a crop of the library’s own', () => {
  test('has every fact: what was said is ours, the rest is borrowed and marked as such', () => {
    const { crop, faults } = cropLike(like('basil'), own());
    expect(faults).toEqual([]);
    expect(crop).toMatchObject({ name: 'Chia', species: 'Salvia hispanica', group: 'own-chia', celsius: like('basil').celsius });
    for (const key of FACT_KEYS)
      if (!factKind(key).optional) expect([key, crop.told[key]?.source]).toEqual([key, expect.stringMatching(/likeness|this library/)]);
    expect(crop.told.species).toEqual({ sure: 'ours', source: 'this library' });
    expect(crop.told.longevity).toEqual({ sure: 'rough', source: 'likeness' });
  });

  test('takes the pollen that its own breeding takes, and ripens in its own season', () => {
    expect(cropLike(like('basil'), own({ breeding: 'selfing' })).crop.outcrossing[1]).toBeLessThanOrEqual(5);
    const biennial = cropLike(like('basil'), own({ lifeCycle: 'biennial' }));
    expect(biennial.faults).toEqual([]);
    expect([biennial.crop.daysToSeed, biennial.crop.ripeWeeks === null]).toEqual([null, false]);
  });

  test('does not take the other’s names, nor diseases of another family', () => {
    const { crop } = cropLike(like('tomato'), own());
    expect([crop.alsoCalled, crop.misbeliefs, crop.diseases]).toEqual([[], [], []]);
    expect(cropLike(like('tomato'), own({ family: 'Solanaceae' })).crop.diseases.length).toBeGreaterThan(0);
  });

  test('borrows a kind of fact that the almanac did not have then, and keeps all that it has', () => {
    const { crop } = cropLike(like('basil'), own());
    expect(borrowFrom(like('basil'), crop)).toBe(crop);
    const { apart: _none, told, ...older } = crop;
    const { apart: _neither, ...before } = told;
    expect(borrowFrom(like('basil'), { ...older, told: before } as Crop)).toEqual(crop);
  });

  test('can be made of every crop there is', () => {
    for (const crop of almanac.crops)
      for (const lifeCycle of ['annual', 'perennial'] as const)
        expect([crop.id, cropLike(crop, own({ lifeCycle })).faults]).toEqual([crop.id, []]);
  });
});
