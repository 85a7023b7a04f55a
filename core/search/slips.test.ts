import { expect, test } from '@jest/globals';
import { slipsBetween } from './slips.ts';

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
