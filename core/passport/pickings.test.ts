import { expect, test } from '@jest/globals';
import { pickingsInAll } from './pickings.ts';

test('pickings add up by what was weighed, from the first day to the last, in whatever order they were told', () => {
  expect(
    pickingsInAll([
      { on: '2026-09-20', milligrams: 12_000 },
      { on: '2026-08-25', milligrams: 'unknown' },
      { on: 'unknown', milligrams: 29_500 },
    ]),
  ).toEqual({ days: 26, isLong: true, milligrams: 41_500, weighed: 2 });
});

test('with fewer than two days nothing is said of how far they lie apart', () => {
  expect(pickingsInAll([{ on: '2026-09-20', milligrams: 'unknown' }])).toEqual({ days: 0, isLong: false, milligrams: 0, weighed: 0 });
  expect(pickingsInAll([])).toMatchObject({ days: 0, isLong: false });
});
