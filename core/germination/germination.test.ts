import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { betaInterval, betaMedian, betaPosterior, probabilityAtLeast } from './betaPosterior.ts';
import { chanceOfSettling, moreTesting } from './moreTesting.ts';
import { sowThicker, thickerOf } from './sowThicker.ts';
import { openQuestion, USUAL_THRESHOLDS, verdict, verdictOfLot } from './verdict.ts';
import { wilsonInterval } from './wilsonInterval.ts';

const kOfN = fc.integer({ min: 1, max: 400 }).chain((n) => fc.tuple(fc.integer({ min: 0, max: n }), fc.constant(n)));

describe('the Wilson interval', () => {
  test('agrees with published values', () => {
    const { low, high } = wilsonInterval(17, 20);
    expect([low, high].map((bound) => bound.toFixed(4))).toEqual(['0.6396', '0.9476']);
    expect(wilsonInterval(0, 12).low).toBe(0);
    expect(wilsonInterval(0, 12).high).toBeCloseTo(0.2425, 4);
    expect(wilsonInterval(12, 12).high).toBe(1);
  });

  test('holds the share, stays within 0 and 1, and mirrors', () => {
    fc.assert(
      fc.property(kOfN, ([k, n]) => {
        const { low, high } = wilsonInterval(k, n);
        const mirror = wilsonInterval(n - k, n);
        expect(low >= 0 && low <= k / n && k / n <= high && high <= 1).toBe(true);
        expect(mirror.low).toBeCloseTo(1 - high, 10);
      }),
    );
  });

  test.each([
    [3, 2],
    [-1, 5],
    [0, 0],
    [1.5, 4],
  ])('%s of %s is refused', (k, n) => expect(() => wilsonInterval(k, n)).toThrow(RangeError));
});

describe('the posterior of the germination share', () => {
  test('8 of 10 without spread: 0.974 that half germinate, 0.467 that four fifths do', () => {
    const posterior = betaPosterior(8, 10, undefined, 0);
    expect(probabilityAtLeast(posterior, 0.5)).toBeCloseTo(0.974, 3);
    expect(probabilityAtLeast(posterior, 0.8)).toBeCloseTo(0.467, 3);
  });

  test('between-test spread makes a test claim less', () => {
    const width = (spread: number) => {
      const { low, high } = betaInterval(betaPosterior(80, 100, undefined, spread), 0.8);
      return high - low;
    };
    expect(width(0.02)).toBeGreaterThan(1.5 * width(0));
  });

  test('the median lies in the interval; certainty at the ends', () => {
    fc.assert(
      fc.property(kOfN, ([k, n]) => {
        const posterior = betaPosterior(k, n);
        const { low, high } = betaInterval(posterior, 0.8);
        expect(low <= betaMedian(posterior) && betaMedian(posterior) <= high).toBe(true);
        expect([probabilityAtLeast(posterior, 0), probabilityAtLeast(posterior, 1)]).toEqual([1, 0]);
      }),
      { numRuns: 50 },
    );
  });

  test('more seeds than laid are refused', () => expect(() => betaPosterior(11, 10)).toThrow(RangeError));
});

describe('the verdict on a lot', () => {
  const believed = { mayBeLent: 0, fullStrength: 0, isDead: 0.95 };

  test('is dead only where its last 20 seeds or more brought no seedling', () => {
    const none = { sown: 10, up: 0 };
    expect(verdictOfLot(believed, [none, none], 0.8)).toBe('dead');
    expect(verdictOfLot(believed, [none], 0.8)).toBe('do not lend');
    expect(verdictOfLot(believed, [], 0.8)).toBe('do not lend');
    expect(verdictOfLot(believed, [none, { sown: 20, up: 1 }, none], 0.8)).toBe('do not lend');
    expect(verdictOfLot(believed, [{ sown: 20, up: 18 }, none, none], 0.8)).toBe('dead');
    expect(verdictOfLot({ ...believed, isDead: 0.7 }, [none, none], 0.8)).toBe('do not lend');
  });

  test('is the same rule whether it was tested or not', () => {
    const good = { mayBeLent: 0.9, fullStrength: 0.3, isDead: 0 };
    expect(verdictOfLot(good, [], 0.8)).toBe('sow thicker');
    expect(verdictOfLot(good, [{ sown: 20, up: 15 }], 0.8)).toBe('sow thicker');
    expect(verdictOfLot({ ...good, mayBeLent: 0.6 }, [], 0.8)).toBe('not settled');
  });
});

describe('the verdict', () => {
  const read = (k: number, n: number) => verdict(k, n, USUAL_THRESHOLDS);

  test.each([
    [48, 50, 'full strength'],
    [8, 10, 'sow thicker'],
    [5, 10, 'not settled'],
    [2, 10, 'do not lend'],
    [0, 20, 'do not lend'],
    [20, 20, 'full strength'],
  ] as const)('%s of %s: %s', (k, n, kind) => expect(read(k, n).kind).toBe(kind));

  test('one more sprouted never lowers it', () => {
    const rank = ['do not lend', 'not settled', 'sow thicker', 'full strength'];
    for (let k = 1; k <= 20; k += 1) expect(rank.indexOf(read(k, 20).kind)).toBeGreaterThanOrEqual(rank.indexOf(read(k - 1, 20).kind));
  });

  test('what is left open is whether to lend, or whether it is at full strength, or nothing', () => {
    const open = (k: number, n: number) => openQuestion(read(k, n), USUAL_THRESHOLDS);
    expect([open(5, 10), open(8, 10), open(48, 50), open(2, 10), open(28, 50)]).toEqual([0.5, 0.8, null, null, 0.5]);
  });
});

describe('what more testing would settle', () => {
  test('every size from the answer to twenty more settles it with the assurance asked, the one before does not', () => {
    const belief = betaPosterior(6, 10);
    const answer = moreTesting(belief, 0.5, 0.8, 0);
    expect(answer.kind).toBe('settles');
    for (let more = answer.seeds; more <= answer.seeds + 20; more += 1)
      expect(chanceOfSettling(belief, 0.5, 0.8, more, 0)).toBeGreaterThanOrEqual(0.8);
    expect(chanceOfSettling(belief, 0.5, 0.8, answer.seeds - 1, 0)).toBeLessThan(0.8);
  });

  test('the chance is a probability, and is said where no size is sure to settle it', () => {
    fc.assert(
      fc.property(kOfN, fc.integer({ min: 1, max: 60 }), ([k, n], size) => {
        const chance = chanceOfSettling(betaPosterior(k, n), 0.8, 0.8, size, 0.02);
        expect(chance >= 0 && chance <= 1 + 1e-9).toBe(true);
      }),
      { numRuns: 40 },
    );
    expect(moreTesting({ a: 400, b: 400 }, 0.5, 0.99)).toMatchObject({ kind: 'may not settle' });
  });
});

test('sow thicker is a ratio that a person can do', () => {
  expect(sowThicker(0.9)).toEqual({ sow: 1, for: 1 });
  expect(sowThicker(0.62)).toEqual({ sow: 3, for: 2 });
  expect(sowThicker(0.45)).toEqual({ sow: 2, for: 1 });
  expect(sowThicker(0.1)).toBeNull();
});

test('a ratio is told only of seed that is lent and sown thicker', () => {
  expect(thickerOf('sow thicker', 0.62)).toEqual({ sow: 3, for: 2 });
  expect(thickerOf('sow thicker', 0.88)).toEqual({ sow: 5, for: 4 });
  expect(thickerOf('sow thicker', 0.95)).toEqual({ sow: 5, for: 4 });
  for (const verdict of ['full strength', 'not settled', 'do not lend', null] as const) expect(thickerOf(verdict, 0.62)).toBeNull();
});
