import { seeded } from '../distributions/seeded.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { effectivePlants, judgePlants } from './bottleneck.ts';
import { driftRun } from './drift.ts';
import {
  chanceOfCarrier,
  diversityKept,
  effectiveOf,
  effectiveOfOutcrossers,
  effectiveOfSelfers,
  effectiveOfSexes,
  effectiveOverGenerations,
  inbreeding,
  sumOfSquares,
} from './effectivePlants.ts';

describe('effective plants', () => {
  test('equal spoonfuls from 20 are exactly 20; fewer mothers, or unequal shares, are fewer', () => {
    const alike = (mothers: number, plants: number) => effectiveOfOutcrossers(1 / mothers, plants);
    expect(alike(20, 20)).toBeCloseTo(20, 10);
    expect(alike(10, 20)).toBeCloseTo(16.1, 1);
    expect(alike(1, 20)).toBeCloseTo(3.6, 1);
    expect(alike(1, 5)).toBeCloseTo(2.6, 1);
    expect(effectiveOfOutcrossers(sumOfSquares([0.5, 0.25, 0.25]), 3)).toBeLessThan(alike(3, 3));
    expect(() => sumOfSquares([0.5, 0.2])).toThrow(RangeError);
    expect(() => alike(20, 10)).toThrow(RangeError);
  });

  test('separate sexes: ten females among twenty are 20, one male among many is a bottleneck', () => {
    expect(effectiveOfSexes(10, 10)).toBe(20);
    expect(effectiveOfSexes(1, 19)).toBeCloseTo(3.8, 6);
    expect(() => effectiveOfSexes(0, 10)).toThrow(RangeError);
  });

  test('a full selfer’s plants count half, and less where one gave most of the seed', () => {
    expect(inbreeding(0)).toBe(1);
    expect(inbreeding(1)).toBe(0);
    expect(effectiveOfSelfers(1 / 20, 0)).toBe(10);
    expect(effectiveOfSelfers(sumOfSquares([0.9, 0.1]), 0)).toBeCloseTo(0.61, 2);
    expect(() => inbreeding(2)).toThrow(RangeError);
  });

  test('a crop between the two counts between the two', () => {
    expect(effectiveOf(0, 1 / 20, 20)).toBe(10);
    expect(effectiveOf(1, 1 / 20, 20)).toBeCloseTo(20, 10);
    // Half of its seed from others' pollen: t·20 + (1 − t)·20/(1 + F), F = 1/3.
    expect(effectiveOf(0.5, 1 / 20, 20)).toBeCloseTo(17.5, 6);
  });

  test('of spinach, what flowered and gave no seed were males; uncounted, as many as mothers', () => {
    const spinach = { outcrossing: [90, 100], sexes: 'on separate plants' } as const;
    expect(effectivePlants(spinach, 10, 20)).toBe(20);
    expect(effectivePlants(spinach, 10, null)).toBe(20);
    expect(effectivePlants(spinach, 18, 20)).toBeCloseTo(7.2, 6);
    expect(effectivePlants({ ...spinach, sexes: null }, 10, 20)).toBeCloseTo(16, 0);
  });

  test('over generations the narrowest weighs most', () => {
    expect(effectiveOverGenerations([100, 2, 100])).toBeCloseTo(5.77, 2);
    expect(() => effectiveOverGenerations([])).toThrow(RangeError);
  });

  test('a trait that 1 plant in 20 carries is among 20 plants 64 times in 100', () =>
    expect(chanceOfCarrier(0.05, 20)).toBeCloseTo(0.642, 3));

  test('more plants never keep less', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.integer({ min: 0, max: 50 }),
        (plants, more) =>
          diversityKept([plants]) <= diversityKept([plants + more]) + 1e-12 &&
          chanceOfCarrier(0.1, plants) <= chanceOfCarrier(0.1, plants + more) + 1e-12,
      ),
    ));
});

test('plants are judged against what the crop wants', () => {
  const beet = {
    outcrossing: [70, 98] as const,
    sexes: null,
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
