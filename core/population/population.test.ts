import { seeded } from '../distributions/seeded.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judgePlants } from './bottleneck.ts';
import { driftRun } from './drift.ts';
import {
  chanceOfKeeping,
  diversityKept,
  effectiveOfMothersAndFathers,
  effectiveOfSelfers,
  effectiveOfUnequalMothers,
  effectiveOverGenerations,
  inbreeding,
} from './effectivePlants.ts';

describe('effective plants', () => {
  test('one mother among five that flowered is neither one nor five: about 3', () =>
    expect(effectiveOfMothersAndFathers(1, 5)).toBeCloseTo(3.33, 2));

  test('twenty mothers with equal shares count as 26, one of twenty as 3.5', () => {
    expect(effectiveOfUnequalMothers(new Array<number>(20).fill(0.05), 20)).toBeCloseTo(26, 6);
    expect(effectiveOfUnequalMothers([1], 20)).toBeCloseTo(3.545, 2);
    expect(() => effectiveOfUnequalMothers([0.5, 0.2], 20)).toThrow(RangeError);
  });

  test('a full selfer’s plants count half', () => {
    expect(inbreeding(0)).toBe(1);
    expect(inbreeding(1)).toBe(0);
    expect(effectiveOfSelfers(20, 0)).toBe(10);
    expect(() => inbreeding(2)).toThrow(RangeError);
  });

  test('over generations the narrowest weighs most', () => {
    expect(effectiveOverGenerations([100, 2, 100])).toBeCloseTo(5.77, 2);
    expect(() => effectiveOverGenerations([])).toThrow(RangeError);
  });

  test('a rare variant is kept with the published chances', () => {
    expect(chanceOfKeeping(0.05, 20, 0)).toBeCloseTo(0.871, 3);
    expect(chanceOfKeeping(0.05, 20, 1)).toBeCloseTo(0.642, 3);
  });

  test('more plants never keep less', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.integer({ min: 0, max: 50 }),
        (plants, more) =>
          diversityKept([plants]) <= diversityKept([plants + more]) + 1e-12 &&
          chanceOfKeeping(0.1, plants, 0) <= chanceOfKeeping(0.1, plants + more, 0) + 1e-12,
      ),
    ));
});

test('plants are judged against what the crop wants', () => {
  const beet = {
    outcrossing: [70, 98] as const,
    breeding: 'crossed by wind' as const,
    plantsForSeed: 6,
    plantsToKeep: 40,
    plantsToConserve: 100,
  };
  expect(judgePlants(beet, 4, 4).verdict).toBe('too few');
  expect(judgePlants(beet, 12, 30)).toMatchObject({ verdict: 'enough for seed', wanted: 40 });
  expect(judgePlants(beet, 60, 60).verdict).toBe('enough to keep');
  expect(judgePlants(beet, 120, null).verdict).toBe('enough to conserve');
  expect(judgePlants(beet, null, null)).toMatchObject({ verdict: 'unknown', effective: null });
});

test('drift wanders more among few plants than among many, and stays between 0 and 1', () => {
  const { share: chance } = seeded(7);
  const spread = (plants: number) => {
    const ends = Array.from({ length: 60 }, () => driftRun(0.5, plants, 10, chance).at(-1)!);
    expect(ends.every((end) => end >= 0 && end <= 1)).toBe(true);
    return ends.reduce((sum, end) => sum + (end - 0.5) ** 2, 0);
  };
  expect(spread(3)).toBeGreaterThan(2 * spread(60));
});
