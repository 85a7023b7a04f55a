import { describe, expect, test } from '@jest/globals';
import { lookAlike, readPortrait, writePortrait } from './portrait.ts';

const read = (text: string) => readPortrait(text)!;

describe('a portrait as the almanac writes it', () => {
  test.each([
    'round 8 x 7 mm, smooth, cream to green',
    'kidney 14 x 7 mm, smooth, white to black, with eye',
    'drop 4 x 2 mm, smooth, dark brown',
  ])('%s is read and written back', (text) => expect(writePortrait(read(text))).toBe(text));

  test.each([
    'round 8 mm, smooth, green',
    'blob 8 x 7 mm, smooth, green',
    'round 7 x 8 mm, smooth, green',
    'round 800 x 7 mm, smooth, green',
    'round 8 x 7 mm, shiny, green',
    'round 8 x 7 mm, smooth, mauve',
    'round 8 x 7 mm, smooth, green, with hat',
    '',
  ])('“%s” is none', (text) => expect(readPortrait(text)).toBeNull());
});

describe('seeds that cannot be told apart', () => {
  const cabbage = read('round 2 x 2 mm, smooth, brown to dark brown');
  test('one outline, nearly one size, a colour in common', () => {
    expect(lookAlike(cabbage, read('round 1.8 x 1.8 mm, smooth, red to dark brown'))).toBe(true);
    expect(lookAlike(cabbage, cabbage)).toBe(true);
  });
  test.each([
    'round 4 x 4 mm, smooth, brown',
    'oval 2 x 2 mm, smooth, brown',
    'round 2 x 2 mm, pitted, brown',
    'round 2 x 2 mm, smooth, white',
  ])('not %s', (text) => expect(lookAlike(cabbage, read(text))).toBe(false));
});
