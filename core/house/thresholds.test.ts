import { expect, test } from '@jest/globals';
import { USUAL_THRESHOLDS } from '../germination/verdict.ts';
import { readCropThresholds, thresholdsFor } from './thresholds.ts';

const named = (name: string) => (['parsnip', 'sweet pea'].includes(name.toLowerCase()) ? { id: name.toLowerCase() } : null);

test('thresholds are read as people write them', () => {
  expect(readCropThresholds('Parsnip 40 65\nsweet pea: 45 % / 70 %\n', named)).toEqual({
    ok: true,
    crops: { parsnip: { lend: 0.4, full: 0.65 }, 'sweet pea': { lend: 0.45, full: 0.7 } },
  });
});

test.each([
  ['parsnip 65 40', 'not read'],
  ['parsnip 0 40', 'not read'],
  ['parsnip 40', 'not read'],
  ['parsnip 40 100', 'not read'],
  ['moonflower 40 65', 'no such crop'],
] as const)('the line “%s” is refused: %s', (line, why) => {
  expect(readCropThresholds(line, named)).toEqual({ ok: false, line, why });
});

test('a crop’s own shares stand before the house’s; how sure it wants to be is the house’s', () => {
  const house = { thresholds: { ...USUAL_THRESHOLDS, sureness: 0.9 }, cropThresholds: { parsnip: { lend: 0.4, full: 0.65 } } };
  expect(thresholdsFor(house, 'parsnip')).toEqual({ lend: 0.4, full: 0.65, sureness: 0.9 });
  expect(thresholdsFor(house, 'pea')).toEqual({ lend: 0.5, full: 0.8, sureness: 0.9 });
});
