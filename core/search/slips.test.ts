import { expect, test } from '@jest/globals';
import { isNearly, slipsBetween } from './slips.ts';

test.each([
  ['', '', 0],
  ['gwen ashdown', 'gwen ashdwon', 1],
  ['brea coppard', 'brea copard', 1],
  ['pea', 'bean', 2],
  ['perran oakshott', 'perran oakleaf', 5],
  ['abc', '', 3],
])('%s and %s are %i slips apart, whichever comes first', (one, other, slips) => {
  expect(slipsBetween(one, other)).toBe(slips);
  expect(slipsBetween(other, one)).toBe(slips);
});

test.each([
  ['gwen ashdown', 'gwen ashdwon', true],
  ['switch lamp', 'swich lamp', true],
  ['jory', 'joey', true],
  ['rua', 'roi', false],
  ['plot 3', 'plot 4', false],
  ['long siding', 'turntable', false],
])('%s and %s: nearly the same is %s', (one, other, nearly) => {
  expect(isNearly(one, other, 0)).toBe(nearly);
});

test('names that share most of their triples are nearly the same, unless their numbers differ', () => {
  expect(isNearly('old dutch capuchin', 'old dutch capucijner', 0.6)).toBe(true);
  expect(isNearly('garden 12', 'garden 13', 0.8)).toBe(false);
});
