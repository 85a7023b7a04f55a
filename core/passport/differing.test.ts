import { expect, test } from '@jest/globals';
import { answersThatDiffer } from './differing.ts';
import type { Passport } from './passport.ts';

test('passports differ in what was answered, not in how it is laid down', () => {
  const sample = { seeds: 100, milligrams: 25_000 };
  const one = { kind: 'OP', plantsSown: 12, sample, look: ['plump'] } as unknown as Passport;
  const same = { look: ['plump'], sample: { milligrams: 25_000, seeds: 100 }, plantsSown: 12, kind: 'OP' } as unknown as Passport;
  expect(answersThatDiffer(one, same)).toEqual([]);
  expect(answersThatDiffer(one, { ...same, plantsSown: 13, look: ['plump', 'broken'] } as unknown as Passport)).toEqual([
    'plantsSown',
    'look',
  ]);
  expect(answersThatDiffer(one, { ...same, storedSince: '2020' } as unknown as Passport)).toEqual(['storedSince']);
});
