import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { betaPosterior } from '../germination/betaPosterior.ts';
import { seedsToSow } from '../germination/seedsToSow.ts';
import { distanceBy, HOUSE_RULES, plantsBy, ruleFor, RULE_KEYS } from '../house/rules.ts';
import { formatMetres, formatStock } from '../units/formatAmount.ts';
import { sureShare } from '../units/seedsAndWeight.ts';

test('24 plants at 72 % and 85 % survival take 48 seeds', () => {
  expect(seedsToSow(24, 0.72, 0.85)).toBe(48);
  expect(seedsToSow(1, 0.45, 1)).toBe(6);
  expect(seedsToSow(10, 1, 1)).toBe(10);
  expect(() => seedsToSow(5, 0, 1)).toThrow(RangeError);
});

test('what is uncertain takes more: 24 plants after 8 of 10 take 54 seeds, 56 where tests differ by more than chance', () => {
  expect(seedsToSow(24, betaPosterior(8, 10, undefined, 0), 0.85)).toBe(54);
  expect(seedsToSow(24, betaPosterior(8, 10), 0.85)).toBe(56);
  expect(seedsToSow(24, 0.8, 0.85)).toBe(42);
});

test('where next to nothing lives, no number of seeds is enough', () => expect(seedsToSow(24, { a: 0.02, b: 4 }, 0.85)).toBeNull());

test('a converted amount is sure only as far as its conversion is', () => {
  expect(sureShare('seed', null, { low: 100, high: 200 })).toBe(1);
  // The lower end of the crop's range against its middle: half a range of 4 is a factor 2.
  expect(sureShare('mg', null, { low: 100, high: 400 })).toBeCloseTo(0.5, 6);
  const counted = sureShare('mg', { seeds: 100, milligrams: 20_000 }, { low: 100, high: 400 });
  expect(counted).toBeCloseTo(Math.exp(-1.2816 * Math.hypot(0.02, 0.005)), 6);
});

test('more plants or poorer seed never take fewer', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 20, max: 95 }),
      (plants, percent) => seedsToSow(plants + 1, percent / 100, 0.9)! >= seedsToSow(plants, (percent + 4) / 100, 0.9)!,
    ),
    { numRuns: 40 },
  ));

test('house rules: the line’s word where it may differ, else the house’s, else the usual', () => {
  expect(ruleFor('isolation', { isolation: 'production' }, { isolation: 'home' })).toBe('home');
  expect(ruleFor('hybrids', { hybrids: 'never' }, { hybrids: 'stabilise' })).toBe('never');
  expect(ruleFor('ferment', { ferment: 'nonsense' })).toBe('three days');
  for (const key of RULE_KEYS) expect(HOUSE_RULES[key].schools as readonly string[]).toContain(HOUSE_RULES[key].usual);
  const crop = { homeDistance: 3, productionDistance: 20, plantsForSeed: 8, plantsToKeep: 25, plantsToConserve: 80 };
  expect([distanceBy({}, crop), distanceBy({ isolation: 'production' }, crop)]).toEqual([3, 20]);
  expect([plantsBy({}, crop), plantsBy({ plants: 'many' }, crop), plantsBy({ plants: 'few' }, crop)]).toEqual([25, 80, 8]);
});

test('weights and distances as the house writes them', () => {
  expect([formatStock(623_690, 'mg', 'imperial'), formatStock(14_175, 'mg', 'imperial'), formatStock(300, 'seed', 'imperial')]).toEqual([
    '1 lb 6 oz',
    '0.5 oz',
    '300 seeds',
  ]);
  expect([formatMetres(60), formatMetres(1200), formatMetres(61, 'imperial'), formatMetres(1609.344, 'imperial')]).toEqual([
    '60 m',
    '1.2 km',
    '200 ft',
    '1 mile',
  ]);
});
