import { seeded } from '../distributions/seeded.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { probabilityAtLeast } from './betaPosterior.ts';
import { betaBinomial, chanceOfSettling } from './moreTesting.ts';
import { proposeSize } from './proposeSize.ts';
import { compareReplicates, toleratedRange } from './replicates.ts';
import { logRatio, sequentialAdvice, USUAL_SEQUENTIAL } from './sequential.ts';
import { cumulative, germinationSpeed, perInterval, t50Farooq, vigourOf } from './speed.ts';
import { USUAL_THRESHOLDS } from './verdict.ts';

const counts = (laid: number, ...sprouted: number[]) => sprouted.map((k) => ({ sprouted: k, laid }));

describe('replicates', () => {
  test('4 of 100 at 80 % may lie 16 apart', () => expect(toleratedRange(4, 100, 320)).toBe(16));

  test('the tolerated range is that of brute force, in small cases', () => {
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n - 1, k - 1) * n) / k);
    const brute = (n: number, total: number) => {
      let all = 0;
      const byRange = new Array<number>(n + 1).fill(0);
      for (let a = 0; a <= n; a += 1)
        for (let b = 0; b <= n; b += 1) {
          const c = total - a - b;
          if (c < 0 || c > n) continue;
          const ways = choose(n, a) * choose(n, b) * choose(n, c);
          all += ways;
          byRange[Math.max(a, b, c) - Math.min(a, b, c)]! += ways;
        }
      let over = all;
      for (let d = 0; d <= n; d += 1) {
        over -= byRange[d]!;
        if (over / all <= 0.025 + 1e-12) return d;
      }
      return n;
    };
    for (const n of [5, 8, 10]) for (let total = 0; total <= 3 * n; total += 1) expect(toleratedRange(3, n, total)).toBe(brute(n, total));
  });

  test('what differs more than sampling does is out of tolerance, and the same counts are not', () => {
    expect(compareReplicates(counts(25, 24, 23, 14, 24)).withinTolerance).toBe(false);
    expect(compareReplicates(counts(25, 20, 21, 19, 22))).toMatchObject({ withinTolerance: true, range: 12 });
    expect(compareReplicates(counts(10, 10, 10))).toMatchObject({ heterogeneity: 1, range: 0, withinTolerance: true });
  });

  test('chi-square of 12 of 20 against 18 of 20 is 4.8 with one degree of freedom', () =>
    expect(compareReplicates(counts(20, 12, 18)).heterogeneity).toBeCloseTo(0.02846, 4));

  test('parts of different size have no tolerated range, and go by chi-square', () => {
    const uneven = [...counts(10, 9), ...counts(20, 17)];
    expect(compareReplicates(uneven)).toMatchObject({ allowed: null, withinTolerance: true });
    expect(compareReplicates([...counts(20, 19), ...counts(25, 8)]).withinTolerance).toBe(false);
  });

  test('one part is no replicate', () => expect(() => compareReplicates(counts(10, 5))).toThrow(RangeError));
});

describe('sequential tests', () => {
  test('a clear case stops after one batch, an unclear one goes on', () => {
    expect(sequentialAdvice(counts(10, 9), true)).toBe('stop: good');
    expect(sequentialAdvice(counts(10, 3), true)).toBe('stop: poor');
    expect(sequentialAdvice(counts(10, 7), true)).toBe('lay another batch');
  });

  test('good is said early, poor never before the last count', () => {
    expect(sequentialAdvice(counts(10, 10), false)).toBe('stop: good');
    expect(sequentialAdvice(counts(10, 0), false)).toBe('wait for the last count');
  });

  test('the ratio is the binomials’, and batches add up', () => {
    const { good, poor } = USUAL_SEQUENTIAL;
    expect(logRatio(counts(10, 7), USUAL_SEQUENTIAL)).toBeCloseTo(
      Math.log((poor ** 7 * (1 - poor) ** 3) / (good ** 7 * (1 - good) ** 3)),
      12,
    );
    expect(logRatio(counts(10, 7, 4), USUAL_SEQUENTIAL)).toBeCloseTo(logRatio(counts(20, 11), USUAL_SEQUENTIAL), 12);
  });

  test('its risks are kept, and it takes fewer seeds than one fixed test', () => {
    const { share: chance } = seeded(7);
    const run = (p: number) => {
      const batches: { sprouted: number; laid: number }[] = [];
      for (;;) {
        batches.push({ laid: 10, sprouted: Array.from({ length: 10 }, () => Number(chance() < p)).reduce((sum, one) => sum + one, 0) });
        const advice = sequentialAdvice(batches, true);
        if (advice !== 'lay another batch') return { advice, seeds: batches.length * 10 };
      }
    };
    const good = Array.from({ length: 4000 }, () => run(0.8));
    const poor = Array.from({ length: 4000 }, () => run(0.5));
    expect(good.filter(({ advice }) => advice === 'stop: poor').length / 4000).toBeLessThan(0.1);
    expect(poor.filter(({ advice }) => advice === 'stop: good').length / 4000).toBeLessThan(0.1);
    expect(good.reduce((sum, { seeds }) => sum + seeds, 0) / 4000).toBeLessThan(20);
  });

  test('a plan that tells nothing apart is none', () =>
    expect(() => logRatio(counts(10, 5), { good: 0.5, poor: 0.5, alpha: 0.1, beta: 0.1 })).toThrow(RangeError));
});

describe('speed', () => {
  const came = [
    { day: 4, seeds: 4 },
    { day: 6, seeds: 10 },
    { day: 8, seeds: 4 },
  ];
  test('mean time, speed and T50 of a worked case', () => {
    const { meanTime, speed, t50 } = germinationSpeed(came)!;
    expect(meanTime).toBeCloseTo((4 * 4 + 10 * 6 + 4 * 8) / 18, 12);
    expect(speed).toBeCloseTo(4 / 4 + 10 / 6 + 4 / 8, 12);
    // Nine of eighteen: 4 on day 4, 14 on day 6.
    expect(t50).toBeCloseTo(4 + (9 - 4) * (2 / 10), 12);
  });

  test('counts by interval and counts so far are one thing', () => {
    expect(perInterval(cumulative(came))).toEqual(came);
    expect(() =>
      perInterval([
        { day: 1, seeds: 4 },
        { day: 2, seeds: 3 },
      ]),
    ).toThrow(RangeError);
  });

  test('T50 lies between the first and the last that came, at whatever days were counted', () => {
    const days = fc.uniqueArray(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 8 }).map((all) => all.sort((a, b) => a - b));
    fc.assert(
      fc.property(days, fc.infiniteStream(fc.integer({ min: 1, max: 20 })), (on, seeds) => {
        const some = on.map((day) => ({ day, seeds: seeds.next().value! }));
        const t50 = t50Farooq(some);
        expect(t50 > 0 && t50 <= on.at(-1)!).toBe(true);
        const { meanTime } = germinationSpeed(some)!;
        expect(meanTime >= on[0]! && meanTime <= on.at(-1)!).toBe(true);
      }),
    );
  });

  test('a look that found none says that none had come by then; half found at the first look says only that it was no later', () => {
    const late = germinationSpeed([
      { day: 5, seeds: 0 },
      { day: 7, seeds: 10 },
    ])!;
    expect(late).toMatchObject({ t50: 6, byFirstLook: false });
    expect(germinationSpeed([{ day: 7, seeds: 10 }])).toMatchObject({ t50: 3.5, byFirstLook: true });
  });

  test('what never came has no speed, and nothing comes up on the day it is laid', () => {
    expect(germinationSpeed([])).toBeNull();
    expect(() => germinationSpeed([{ day: 0, seeds: 1 }])).toThrow(RangeError);
  });

  test('speed is held against the crop’s', () => {
    const vigour = (t50: number, change = {}, firstLook = 2) =>
      vigourOf({ meanTime: t50, speed: 1, t50, byFirstLook: false, ...change }, firstLook, 4, 10);
    expect([vigour(3.5), vigour(5), vigour(8)]).toEqual(['quick', 'usual', 'slow']);
    // Who looks once, at the end, has not seen how fast it was.
    expect(vigour(5, { byFirstLook: true }, 10)).toBeNull();
    expect(vigour(1.5, { byFirstLook: true }, 3)).toBe('quick');
  });
});

describe('the chance of settling', () => {
  test('is the sum over every count, whatever is believed', () => {
    const slow = (belief: { a: number; b: number }, threshold: number, sureness: number, size: number, spread: number) => {
      const weight = 1 / (1 + (size - 1) * spread);
      let chance = 0;
      for (let k = 0; k <= size; k += 1) {
        const p = probabilityAtLeast({ a: belief.a + k * weight, b: belief.b + (size - k) * weight }, threshold);
        if (p <= 1 - sureness || p >= sureness) chance += betaBinomial(k, size, belief);
      }
      return Math.min(1, chance);
    };
    const some = fc.record({
      belief: fc.record({ a: fc.double({ min: 0.1, max: 60, noNaN: true }), b: fc.double({ min: 0.1, max: 60, noNaN: true }) }),
      threshold: fc.constantFrom(0.3, 0.5, 0.8),
      sureness: fc.constantFrom(0.7, 0.8, 0.95),
      size: fc.integer({ min: 1, max: 120 }),
      spread: fc.constantFrom(0, 0.02),
    });
    fc.assert(
      fc.property(some, ({ belief, threshold, sureness, size, spread }) => {
        expect(chanceOfSettling(belief, threshold, sureness, size, spread)).toBeCloseTo(slow(belief, threshold, sureness, size, spread), 9);
      }),
    );
  });
});

describe('how many seeds to lay', () => {
  test('an open question takes what settles it, in tens', () => {
    const size = proposeSize({ a: 1.2, b: 1 }, USUAL_THRESHOLDS, 5000);
    expect(size).toMatchObject({ question: 'lend', limitedBy: 'need' });
    expect(size.seeds % 10).toBe(0);
    expect(size.chance).toBeGreaterThanOrEqual(0.8);
    expect(size.share).toBeCloseTo(size.seeds / 5000, 12);
  });

  test('where it may be lent anyway, the question is at what strength', () =>
    expect(proposeSize({ a: 15, b: 4 }, USUAL_THRESHOLDS, 5000).question).toBe('full strength'));

  test('a small lot gives a tenth, a tiny one is not tested', () => {
    expect(proposeSize({ a: 5, b: 4 }, USUAL_THRESHOLDS, 90)).toMatchObject({ seeds: 9, limitedBy: 'stock', share: 0.1 });
    expect(proposeSize({ a: 5, b: 4 }, USUAL_THRESHOLDS, 40)).toMatchObject({ seeds: 0, limitedBy: 'too few to test', chance: 0 });
    expect(proposeSize({ a: 5, b: 4 }, USUAL_THRESHOLDS, 0)).toMatchObject({ seeds: 0, share: 0 });
  });

  test('what nobody doubts is looked at with twenty', () =>
    expect(proposeSize({ a: 190, b: 10 }, USUAL_THRESHOLDS, 5000)).toMatchObject({ seeds: 20, question: 'confirm' }));
});
