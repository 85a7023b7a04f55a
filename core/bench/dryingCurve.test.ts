import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { shareInsideRange } from './dryingCalibration.ts';
import { dryingPrior, forecastDrying } from './dryingCurve.ts';

describe('the drying curve', () => {
  test.each([1, 0.1])('a scale with an error of %d g: the 80 %% range holds the true day about 80 times in 100', (error) => {
    // 240 batches: sampling alone moves the share by 2.6 points; `npm run calibrate` asks it of 2 000.
    const inside = shareInsideRange(240, error, error === 1 ? 7 : 11);
    expect(inside).toBeGreaterThanOrEqual(0.74);
    expect(inside).toBeLessThanOrEqual(0.86);
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
