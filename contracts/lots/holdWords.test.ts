import { expect, test } from '@jest/globals';
import { HOLD_REASONS } from '#core/passport/holds.ts';
import { EMPTY_PASSPORT } from '#core/passport/passport.ts';
import { holdReason } from './holdWords.ts';

test('every hold by rule says why, in words of its own that a donor would accept', () => {
  const words = HOLD_REASONS.map((why) => holdReason(why, { ...EMPTY_PASSPORT, diseases: ['black rot'] }));
  for (const said of words) expect(said.length).toBeGreaterThan(20);
  expect(new Set(words).size).toBe(words.length);
});
