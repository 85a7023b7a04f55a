import { describe, expect, test } from '@jest/globals';
import { seeded } from '../distributions/seeded.ts';
import { diversityOf, driftOfPlants, effectiveIn, expectedDiversity, SHARINGS, sharesOf, type Population } from './driftTrainer.ts';

const population = (plants: number, outcrossing: number, sharing: (typeof SHARINGS)[number] = 'equal'): Population => ({
  plants,
  outcrossing,
  shares: sharesOf(plants, sharing),
});
const runs = (of: Population, generations: number, times: number, seed = 7) => {
  const { share } = seeded(seed);
  return Array.from({ length: times }, () => driftOfPlants(of, generations, share));
};

test.each(SHARINGS)('shares of %s add up to one, and the first is the largest', (sharing) => {
  for (const plants of [1, 2, 5, 20]) {
    const shares = sharesOf(plants, sharing);
    expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
    expect(Math.max(...shares)).toBe(shares[0]);
  }
  expect(() => sharesOf(0, sharing)).toThrow(RangeError);
});

describe('drift, plant by plant', () => {
  // Of a crop that crosses freely what is left falls by 1/(2Nₑ) each generation; of one that selfs it does once inbreeding has come to its balance.
  test.each([
    ['20 plants that cross, equal spoonfuls', population(20, 1), 0],
    ['20 plants of which one gives half', population(20, 1, 'one gives half'), 0],
    ['5 plants that cross', population(5, 1), 0],
    ['20 plants that self', population(20, 0), 4],
  ] as const)('%s: as the formula says, within the error of so many runs', (_, of, from) => {
    const [generations, times] = [14, 3000];
    const left = diversityOf(runs(of, generations, times));
    const kept = (left[generations]! / left[from]!) ** (1 / (generations - from));
    expect(1 / (2 * (1 - kept))).toBeGreaterThan(effectiveIn(of) * 0.88);
    expect(1 / (2 * (1 - kept))).toBeLessThan(effectiveIn(of) * 1.12);
  });

  test('what is lost is lost for good, and a single plant loses half of it in a generation when it selfs', () => {
    for (const run of runs(population(3, 1), 60, 40)) {
      const fixed = run.findIndex((frequency) => frequency === 0 || frequency === 1);
      if (fixed >= 0) expect(new Set(run.slice(fixed)).size).toBe(1);
    }
    expect(expectedDiversity(population(1, 0), 2)).toEqual([1, 0, 0]);
    expect(expectedDiversity(population(20, 1), 1)[1]).toBeCloseTo(0.975, 10);
  });

  test('fewer plants, or unequal spoonfuls, never keep more', () => {
    const after = (plants: number, sharing: (typeof SHARINGS)[number]) => expectedDiversity(population(plants, 0.6, sharing), 10)[10]!;
    expect(after(5, 'equal')).toBeLessThan(after(20, 'equal'));
    expect(after(20, 'few give most')).toBeLessThan(after(20, 'equal'));
    expect(after(20, 'one gives half')).toBeLessThan(after(20, 'equal'));
  });
});
