import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dryDayOf, dryingPrior, forecastDrying } from './dryingCurve.ts';
import { chance } from './testChance.ts';

describe('the drying curve', () => {
  test.each([1, 0.1])('a scale with an error of %d g: the 80 %% range holds the true day in 75 to 85 of 100 batches', (error) => {
    const { next, normal } = chance(error === 1 ? 7 : 11);
    const prior = dryingPrior(60, false);
    let inside = 0;
    for (let batch = 0; batch < 1000; batch += 1) {
      const start = 300 + 600 * next();
      const rate = Math.exp(prior.logRate + prior.logRateSpread * normal());
      const lost = Math.min(0.9, Math.exp(prior.logLost + prior.logLostSpread * normal()));
      const times = 3 + Math.floor(next() * 5);
      const weighings = Array.from({ length: times }, (_, index) => {
        const day = index * (0.6 + 0.4 * ((index * 7) % 3));
        return { day, weight: start * (1 - lost * -Math.expm1(-rate * day)) + error * normal(), error };
      });
      const [low, , high] = forecastDrying(weighings, prior).dryDay;
      const truth = dryDayOf({ start, lost, rate });
      if (truth >= low && truth <= high) inside += 1;
    }
    expect(inside / 10).toBeGreaterThanOrEqual(75);
    expect(inside / 10).toBeLessThanOrEqual(85);
  });

  test('more weighings narrow it; a flat end is settled, a falling one is not', () => {
    const prior = dryingPrior(60, true);
    const curve = (day: number) => ({ day, weight: 200 * (1 - 0.5 * -Math.expm1(-0.6 * day)), error: 0.5 });
    const width = (days: number[]) => {
      const [low, , high] = forecastDrying(days.map(curve), prior).dryDay;
      return high - low;
    };
    expect(width([0, 1, 2, 3, 4])).toBeLessThan(width([0, 1]));
    expect(forecastDrying([0, 1, 2].map(curve), prior).settled).toBeLessThan(0.1);
    const done = forecastDrying([0, 1, 2, 4, 6, 8].map(curve), prior);
    expect(done.settled).toBeGreaterThan(0.9);
    expect(done.endWeight[1]).toBeCloseTo(100, 0);
  });

  test('a finer scale counts for more: after a coarse start two fine weighings tell that it has settled', () => {
    const prior = dryingPrior(60, true);
    const curve = (error: number) => (day: number) => ({ day, weight: 40 * (1 - 0.4 * -Math.expm1(-1.2 * day)), error });
    const coarse = [0, 1, 2, 4, 6].map(curve(1));
    const both = [...coarse, ...[8, 9].map(curve(0.05))];
    expect(forecastDrying(both, prior).settled).toBeGreaterThan(forecastDrying([...coarse, ...[8, 9].map(curve(1))], prior).settled);
    const [low, , high] = forecastDrying(both, prior).endWeight;
    expect(high - low).toBeLessThan(0.5);
    expect(() => forecastDrying([{ day: 0, weight: 40, error: 0 }], prior)).toThrow(RangeError);
  });

  test('one weighing alone says what is usual, and never breaks', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 1, max: 5000, noNaN: true }), { minLength: 1, maxLength: 12 }), (weights) => {
        const { dryDay, settled } = forecastDrying(
          weights.map((weight, day) => ({ day, weight, error: 1 })),
          dryingPrior(300, false),
        );
        expect(dryDay[0]).toBeLessThanOrEqual(dryDay[2]);
        expect(Number.isFinite(dryDay[2])).toBe(true);
        expect(settled).toBeGreaterThanOrEqual(0);
        expect(settled).toBeLessThanOrEqual(1 + 1e-9);
      }),
      { numRuns: 40 },
    );
  });
});
