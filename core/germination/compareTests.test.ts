import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { compareTests } from './compareTests.ts';
import { disagreesWith } from './quickLooks.ts';

const counts = fc
  .integer({ min: 1, max: 120 })
  .chain((laid) => fc.record({ laid: fc.constant(laid), sprouted: fc.integer({ min: 0, max: laid }) }));

describe('two tests compared', () => {
  test('as published: 56 of 70 against 48 of 80 differ by 0.0524 to 0.3339', () => {
    const { difference, interval } = compareTests({ sprouted: 56, laid: 70 }, { sprouted: 48, laid: 80 });
    expect(difference).toBeCloseTo(0.2, 10);
    expect(interval.low).toBeCloseTo(0.0524, 4);
    expect(interval.high).toBeCloseTo(0.3339, 4);
  });

  test('Fisher’s exact chance: 8 of 10 against 1 of 6 is 0.0350, 3 of 4 against 1 of 4 is 0.4857', () => {
    expect(compareTests({ sprouted: 8, laid: 10 }, { sprouted: 1, laid: 6 }).chance).toBeCloseTo(0.035, 3);
    expect(compareTests({ sprouted: 3, laid: 4 }, { sprouted: 1, laid: 4 }).chance).toBeCloseTo(0.4857, 4);
    expect(compareTests({ sprouted: 20, laid: 20 }, { sprouted: 20, laid: 20 }).chance).toBeCloseTo(1, 10);
  });

  test('the order does not matter, the difference lies in its interval, and a chance is a chance', () => {
    fc.assert(
      fc.property(counts, counts, (one, other) => {
        const [there, back] = [compareTests(one, other), compareTests(other, one)];
        expect(there.difference).toBeCloseTo(-back.difference, 10);
        expect(there.interval.low).toBeCloseTo(-back.interval.high, 10);
        expect(there.chance).toBeCloseTo(back.chance, 8);
        expect(there.interval.low).toBeLessThanOrEqual(there.difference + 1e-12);
        expect(there.interval.high).toBeGreaterThanOrEqual(there.difference - 1e-12);
        expect(there.chance).toBeGreaterThan(0);
        expect(there.chance).toBeLessThanOrEqual(1);
      }),
    );
  });

  test('counts that are none are refused', () => {
    expect(() => compareTests({ sprouted: 5, laid: 4 }, { sprouted: 1, laid: 4 })).toThrow(RangeError);
    expect(() => compareTests({ sprouted: 0, laid: 0 }, { sprouted: 1, laid: 4 })).toThrow(RangeError);
  });
});

test('a float test that says another thing than the germination test is named; a snap says nothing of life', () => {
  const test3of20 = { sprouted: 3, laid: 20 };
  expect(disagreesWith({ kind: 'float', good: 18, looked: 20 }, test3of20)).toBe(true);
  expect(disagreesWith({ kind: 'float', good: 5, looked: 20 }, test3of20)).toBe(false);
  expect(disagreesWith({ kind: 'cut', good: 20, looked: 20 }, test3of20)).toBe(true);
  expect(disagreesWith({ kind: 'snap', good: 20, looked: 20 }, test3of20)).toBe(false);
});
