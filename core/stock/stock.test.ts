import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seedsToSow } from '../germination/seedsToSow.ts';
import { distanceBy, HOUSE_RULES, plantsBy, ruleFor, RULE_KEYS } from '../house/rules.ts';
import { formatMetres, formatStock } from '../units/formatAmount.ts';
import { enoughOf } from './enough.ts';

test('24 plants at 72 % and 85 % survival take 48 seeds', () => {
  expect(seedsToSow(24, 0.72, 0.85)).toBe(48);
  expect(seedsToSow(1, 0.45, 1)).toBe(6);
  expect(seedsToSow(10, 1, 1)).toBe(10);
  expect(() => seedsToSow(5, 0, 1)).toThrow(RangeError);
});

test('more plants or poorer seed never take fewer', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 20, max: 95 }),
      (plants, percent) => seedsToSow(plants + 1, percent / 100, 0.9) >= seedsToSow(plants, (percent + 4) / 100, 0.9),
    ),
    { numRuns: 40 },
  ));

test('enough is a grow-out and what will be lent while the seed is good', () => {
  const crop = { plantsToKeep: 24, longevity: [3, 5] } as const;
  const { reserve } = enoughOf(crop, 0, 0);
  expect(enoughOf(crop, reserve + 79, 20)).toMatchObject({ verdict: 'wanted', lending: 80 });
  expect(enoughOf(crop, reserve + 80, 20).verdict).toBe('enough');
  expect(enoughOf(crop, 2 * (reserve + 80), 20).verdict).toBe('plenty');
});

test('house rules: the line’s word where it may differ, else the house’s, else the usual', () => {
  expect(ruleFor('isolation', { isolation: 'production' }, { isolation: 'home' }).id).toBe('home');
  expect(ruleFor('hybrids', { hybrids: 'never' }, { hybrids: 'stabilise' }).id).toBe('never');
  expect(ruleFor('ferment', { ferment: 'nonsense' }).id).toBe('three days');
  for (const key of RULE_KEYS) expect(HOUSE_RULES[key].schools.map(({ id }) => id as string)).toContain(HOUSE_RULES[key].usual);
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
