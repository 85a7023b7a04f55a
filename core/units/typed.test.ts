import { expect, test } from '@jest/globals';
import { readPoint } from '../isolation/gardens.ts';
import { parseWhen } from '../calendar/when.ts';
import { parsePartialDate } from '../calendar/parsePartialDate.ts';
import { parseAmount } from './parseAmount.ts';
import { parseDistance } from './parseDistance.ts';
import { readStock } from './readStock.ts';
import { entryFor, tidied } from './typed.ts';

const TABLE = { ounce: 28, lbs: 454 };

test('a unit is found in the singular and the plural, and nothing that the language itself puts into objects is one', () => {
  expect([entryFor(TABLE, 'ounce'), entryFor(TABLE, 'ounces'), entryFor(TABLE, 'lbs')]).toEqual([28, 28, 454]);
  for (const word of ['constructor', 'toString', '__proto__', 'hasOwnPropertys']) expect(entryFor(TABLE, word)).toBeUndefined();
  for (const text of ['5 constructor', '5 toString', '3 valueOf']) {
    expect(parseDistance(text)).toEqual({ ok: false, why: 'unreadable' });
    expect(parseAmount(text)).toEqual({ ok: false, why: 'unreadable' });
    expect(readStock(text, 20, 0.65)).toEqual({ ok: false, why: 'unreadable' });
  }
});

test('text is made ready in one way', () => {
  expect(tidied('  1\tLB   6 oz\n')).toBe('1 lb 6 oz');
  expect(tidied('x'.repeat(201))).toBe('');
});

// Each of these took seconds, growing with the square of their length or faster.
test.each([
  ['digits', '1'.repeat(24_000)],
  ['spaces', `1${' '.repeat(24_000)}x`],
  ['fractions', '1/1 '.repeat(6_000)],
  ['thousands', '1,111'.repeat(5_000)],
  ['a point with spaces', `51.5${' '.repeat(24_000)}N${' '.repeat(24_000)}x`],
])('%s beyond all measure are not read, and nobody waits for it', (_, text) => {
  expect(parseAmount(text).ok).toBe(false);
  expect(readStock(text, 20, 0.65).ok).toBe(false);
  expect(parseDistance(text).ok).toBe(false);
  expect(parsePartialDate(text).ok).toBe(false);
  expect(parseWhen(text).ok).toBe(false);
  expect(readPoint(text)).toBeNull();
});

test('a volume weighs what the crop’s own seed weighs, and is always rough', () => {
  const milligrams = (text: string, density: number) => {
    const read = readStock(text, 20, density);
    return read.ok && read.amount.kind === 'weight' && read.amount.approximate ? read.amount.milligrams : null;
  };
  expect(milligrams('½ tsp', 0.2)).toBe(500);
  expect(milligrams('½ tsp', 0.8)).toBe(2000);
  expect(milligrams('1 cup', 0.8)).toBe(192_000);
  for (const [text, cups] of [
    ['1/2 cup', 0.5],
    ['a cup', 1],
    ['half a cup', 0.5],
    ['1 1/2 cups', 1.5],
    ['1,5 cups', 1.5],
    ['a quarter of a cup', 0.25],
    ['about 2 cups', 2],
  ] as const)
    expect(milligrams(text, 0.5)).toBe(cups * 120_000);
  expect(milligrams('a teaspoon', 0.8)).toBe(4000);
  expect(milligrams('1/2 tsp', 0.8)).toBe(2000);
  expect(milligrams('1/0 tsp', 0.8)).toBeNull();
});
