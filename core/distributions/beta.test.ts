import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { betaBelow, betaQuantile, logBeta } from './beta.ts';

const EXACT = 1e-12;
const SHARES = [0, 1e-9, 0.001, 0.05, 0.2, 0.4999, 0.5, 0.73, 0.95, 0.999, 1 - 1e-9, 1];
const near = (value: number, expected: number) => expect(Math.abs(value - expected)).toBeLessThan(EXACT);

describe('the incomplete beta function is right to 1e-12', () => {
  test('where one figure is 1 it is a power', () => {
    for (const x of SHARES)
      for (const a of [0.5, 1, 3, 17.25, 240]) {
        near(betaBelow(x, a, 1), x ** a);
        near(betaBelow(x, 1, a), -Math.expm1(a * Math.log1p(-x)));
      }
  });

  test('for Jeffreys’ prior it is the arcsine law', () => {
    for (const x of SHARES) near(betaBelow(x, 0.5, 0.5), (2 / Math.PI) * Math.atan2(Math.sqrt(x), Math.sqrt(1 - x)));
  });

  test('for whole figures it is a sum of binomial chances', () => {
    const atLeast = (k: number, n: number, x: number) => {
      let sum = 0;
      for (let i = k; i <= n; i += 1) {
        let ways = 1;
        for (let j = 0; j < i; j += 1) ways = (ways * (n - j)) / (j + 1);
        sum += ways * x ** i * (1 - x) ** (n - i);
      }
      return sum;
    };
    for (const n of [1, 5, 20, 50])
      for (const k of [1, Math.ceil(n / 3), n]) for (const x of SHARES) near(betaBelow(x, k, n - k + 1), atLeast(k, n, x));
  });

  test('the two sides add up, and it never falls', () => {
    const positive = fc.double({ min: 0.05, max: 1000, noNaN: true });
    // Of these one less them is exact too.
    const share = fc.integer({ min: 0, max: 2 ** 20 }).map((part) => part / 2 ** 20);
    fc.assert(
      fc.property(positive, positive, share, share, (a, b, one, other) => {
        near(betaBelow(one, a, b) + betaBelow(1 - one, b, a), 1);
        const [low, high] = [Math.min(one, other), Math.max(one, other)];
        expect(betaBelow(low, a, b)).toBeLessThanOrEqual(betaBelow(high, a, b) + EXACT);
      }),
    );
  });

  test('outside its domain it says so', () => {
    for (const [x, a, b] of [
      [-0.1, 1, 1],
      [1.1, 1, 1],
      [0.5, 0, 1],
      [0.5, 1, NaN],
    ] as const)
      expect(() => betaBelow(x, a, b)).toThrow(RangeError);
    expect(() => betaQuantile(1.5, 1, 1)).toThrow(RangeError);
  });
});

test('a quantile is where the chance below it is that chance', () => {
  for (const [a, b] of [
    [0.5, 0.5],
    [1.2, 40],
    [18.5, 2.5],
    [600, 12],
    [3, 3],
  ] as const)
    for (const p of [0.001, 0.05, 0.1, 0.5, 0.9, 0.975, 0.9999]) near(betaBelow(betaQuantile(p, a, b), a, b), p);
  near(betaQuantile(0.3, 1, 1), 0.3);
  expect([betaQuantile(0, 2, 3), betaQuantile(1, 2, 3)]).toEqual([0, 1]);
  expect(betaQuantile(0.5, 1e-3, 5)).toBeLessThan(1e-100);
});

test('the beta function of whole figures is a fraction of factorials', () => {
  near(Math.exp(logBeta(3, 4)), 1 / 60);
  near(Math.exp(logBeta(0.5, 0.5)), Math.PI);
});
