import { expect, test } from '@jest/globals';
import { generationsSince } from './donorStory.ts';

const kin = (id: number, ...parents: number[]) => ({ id, parents });

test('generations are counted along the longest way down from a lot', () => {
  expect(generationsSince(1, [kin(1)])).toBe(0);
  expect(generationsSince(1, [kin(1), kin(2, 1), kin(3, 2), kin(4, 1)])).toBe(2);
  expect(generationsSince(2, [kin(1), kin(2, 1), kin(3, 2)])).toBe(1);
  // A blend descends from both.
  expect(generationsSince(1, [kin(1), kin(2), kin(3, 1, 2), kin(4, 3)])).toBe(2);
});

test('a ring, which there should not be, ends all the same', () => {
  expect(generationsSince(1, [kin(1, 2), kin(2, 1)])).toBeGreaterThanOrEqual(1);
});
