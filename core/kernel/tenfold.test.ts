import { describe, expect, test } from '@jest/globals';
import { tenfold } from './tenfold.ts';

describe('a figure that is off by ten', () => {
  test.each([
    [5000, 450],
    [45, 450],
    [360, 45],
    [2_540_000, 254_000],
    [14, 741],
  ])('%s where %s is expected is asked about', (figure, expected) =>
    expect(tenfold(figure, expected)?.times).toBeCloseTo(figure / expected, 9),
  );

  test.each([
    [450, 450],
    [100, 450],
    [900, 450],
    [3000, 450],
  ])('%s where %s is expected is taken as it is', (figure, expected) => expect(tenfold(figure, expected)).toBeNull());

  test('none at all is an answer, and nothing can be expected of nothing', () => {
    expect(tenfold(0, 450)).toBeNull();
    expect(tenfold(450, 0)).toBeNull();
  });
});
