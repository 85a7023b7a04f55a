import { expect, test } from '@jest/globals';
import { DISEASE_ANSWERS } from '#core/almanac/diseases.ts';
import { HOLD_REASONS } from '#core/passport/holds.ts';
import { EMPTY_PASSPORT, type Passport } from '#core/passport/passport.ts';
import { holdReason } from './holds.ts';

test('every hold by rule says why, in words of its own that a donor would accept', () => {
  const words = HOLD_REASONS.map((why) =>
    holdReason(why, { ...EMPTY_PASSPORT, diseases: DISEASE_ANSWERS.map((answer) => ({ name: `blight ${answer}`, answer })) }),
  );
  for (const said of words) expect(said.length).toBeGreaterThan(20);
  expect(new Set(words).size).toBe(words.length);
});

test('a hold for a disease names what is meant by it alone, and each means with its risk', () => {
  const passport: Passport = {
    ...EMPTY_PASSPORT,
    diseases: [
      { name: 'black rot', answer: 'hot water' },
      { name: 'spotted pods', answer: 'watch' },
    ],
  };
  const treat = holdReason('disease to treat', passport);
  expect(treat).toMatch(/^Black rot: hot water; .*kills/);
  expect(treat).not.toContain('spotted pods');
  expect(holdReason('disease to watch', passport)).toMatch(/^Spotted pods: /);
});
