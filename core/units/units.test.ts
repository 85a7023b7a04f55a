import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatAboutSeeds, formatStock, formatWeight, grouped } from './formatAmount.ts';
import { parseAmount } from './parseAmount.ts';
import { parseDistance } from './parseDistance.ts';
import { middleSeedsPerGram, seedsInUnits, unitsForSeeds } from './seedsAndWeight.ts';
import { proseIn } from './proseIn.ts';
import { celsiusOf, degreesIn, formatTemperature } from './temperature.ts';

describe('amounts as people write them', () => {
  test.each([
    ['180 g', 180_000],
    ['180g', 180_000],
    ['1 lb 6 oz', 623_690],
    ['1 lb 6.5 oz', 637_864],
    ['1 lb, 6 oz', 623_690],
    ['½ oz', 14_175],
    ['1 ½ oz', 42_524],
    ['1 1/2 oz', 42_524],
    ['0.5 kg', 500_000],
    ['2,5 g', 2_500],
    ['1,250 g', 1_250_000],
    ['3 ounces', 85_049],
    ['40 mg', 40],
  ])('%s is a weight', (text, milligrams) =>
    expect(parseAmount(text)).toEqual({ ok: true, amount: { kind: 'weight', milligrams, approximate: false } }),
  );

  test.each([
    ['about 300 seeds', 300, true],
    ['c. 40 beans', 40, true],
    ['~25 seeds', 25, true],
    ['1,200 seeds', 1200, false],
    ['1 seed', 1, false],
    ['6 Kernels', 6, false],
  ])('%s is a count', (text, seeds, approximate) =>
    expect(parseAmount(text)).toEqual({ ok: true, amount: { kind: 'count', seeds, approximate } }),
  );

  test.each([
    ['', 'empty'],
    ['300', 'no unit'],
    ['about 300', 'no unit'],
    ['a handful', 'unreadable'],
    ['12 parsecs', 'unreadable'],
    ['2.5 seeds', 'unreadable'],
    ['3 g 20 seeds', 'unreadable'],
    ['-5 g', 'not positive'],
    ['0 g', 'not positive'],
    ['0 seeds', 'not positive'],
    ['900 kg', 'too much'],
    ['99,000,000 seeds', 'too much'],
    ['5 g !', 'unreadable'],
    ['1/0 g', 'too much'],
  ])('%s is refused', (text, why) => expect(parseAmount(text)).toEqual({ ok: false, why }));

  test('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        parseAmount(text);
      }),
    );
  });

  test('a weight in grams comes back to the milligram', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99_999_999 }), (milligrams) => {
        const read = parseAmount(`${milligrams / 1000} g`);
        expect(read).toEqual({ ok: true, amount: { kind: 'weight', milligrams, approximate: false } });
      }),
    );
  });
});

describe('seeds and weight', () => {
  test('taking seeds from a weighed lot never gives fewer than asked', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.double({ min: 0.2, max: 2000, noNaN: true }), (seeds, perGram) => {
        const taken = unitsForSeeds(seeds, 'mg', perGram);
        expect((taken * perGram) / 1000).toBeGreaterThanOrEqual(seeds - 1e-6);
      }),
    );
  });

  test('a counted lot is its own measure', () => {
    expect([unitsForSeeds(40, 'seed', 300), seedsInUnits(40, 'seed', 300)]).toEqual([40, 40]);
  });

  test('the middle of a range is its geometric mean', () => {
    expect(middleSeedsPerGram({ low: 200, high: 800 })).toBeCloseTo(400);
    expect(() => middleSeedsPerGram({ low: 5, high: 2 })).toThrow(RangeError);
  });
});

test('amounts are shown with three figures at most, derived counts with two', () => {
  expect([formatWeight(850), formatWeight(4_200), formatWeight(180_000), formatWeight(1_254_000)]).toEqual([
    '850 mg',
    '4.2 g',
    '180 g',
    '1.25 kg',
  ]);
  expect([formatAboutSeeds(343), formatAboutSeeds(12), formatAboutSeeds(12_843)]).toEqual([
    'about 340 seeds',
    'about 12 seeds',
    'about 13\u202f000 seeds',
  ]);
  const written = (text: string) => {
    const read = parseAmount(text);
    return read.ok && read.amount.kind === 'weight' ? formatStock(read.amount.milligrams, 'mg', 'imperial') : null;
  };
  for (const text of ['3 lb', '1 lb', '2 lb 15 oz', '1 lb 6 oz', '15.5 oz', '1 oz']) expect(written(text)).toBe(text);
  expect([written('16 oz'), written('15.999 oz'), written('47.9 oz')]).toEqual(['1 lb', '1 lb', '3 lb']);
  expect([formatWeight(-0), formatStock(-0, 'seed'), formatStock(-10, 'mg', 'imperial')]).toEqual(['0 mg', '0 seeds', '0 oz']);
  expect([formatStock(1, 'seed'), formatStock(1200, 'seed'), formatStock(1200, 'mg'), grouped(1234567)]).toEqual([
    '1 seed',
    '1\u202f200 seeds',
    '1.2 g',
    '1\u202f234\u202f567',
  ]);
});

test('temperatures as the house reads its thermometers', () => {
  expect([formatTemperature(-18), formatTemperature(20.04), formatTemperature(-0.01)]).toEqual(['−18 °C', '20 °C', '0 °C']);
  expect([formatTemperature(-18, 'imperial'), formatTemperature(-20, 'imperial'), formatTemperature(20, 'imperial')]).toEqual([
    '0 °F',
    '−4 °F',
    '68 °F',
  ]);
  // What was typed in whole degrees Fahrenheit is read back as it was typed.
  for (let fahrenheit = -40; fahrenheit <= 120; fahrenheit += 1) expect(degreesIn(celsiusOf(fahrenheit), 'imperial')).toBe(fahrenheit);
});

test('sentences of the craft say their measures as the house does', () => {
  const said = 'Sow 2 cm deep, in rows 30 cm apart, at 20 to 25 °C, never below −2 °C; 800 m from others, 0.5 km if many.';
  expect(proseIn('metric', said)).toBe(said);
  expect(proseIn('imperial', said)).toBe(
    'Sow 1 in deep, in rows 12 in apart, at 68 to 77 °F, never below 28 °F; 0.5 miles from others, 0.31 miles if many.',
  );
  expect(proseIn('imperial', 'Sow 1 cm deep, 5 to 10 m off')).toBe('Sow ½ in deep, 16 ft to 33 ft off');
  expect(proseIn('imperial', '3 months, 5 minutes, 20 m² and 12 mm of 4 g')).toBe('3 months, 5 minutes, 20 m² and 12 mm of 4 g');
});

test('weights as the house writes them', () =>
  expect([formatWeight(180_000, 'imperial'), formatWeight(640_000, 'imperial'), formatWeight(180_000)]).toEqual([
    '6.35 oz',
    '1 lb 7 oz',
    '180 g',
  ]));

describe('distances as people write them', () => {
  test.each([
    ['60 m', 60],
    ['about 200 ft', 61],
    ['0,5 km', 500],
    ['1/2 mile', 804.7],
    ['3 metres', 3],
    ['10 feet', 3],
  ])('%s', (text, metres) => expect(parseDistance(text)).toEqual({ ok: true, metres }));
  test.each([
    ['-5 ft', 'negative'],
    ['5 parsecs', 'unreadable'],
    ['next door', 'unreadable'],
    ['60', 'unreadable'],
    ['1/0 m', 'unreadable'],
    ['900 km', 'too far'],
  ])('%s is refused', (text, why) => expect(parseDistance(text)).toEqual({ ok: false, why }));
});
