import { expect, test } from '@jest/globals';
import { seasonOfHarvest } from './season.ts';

const NORTH = { last: '05-01', first: '10-15' };
const SOUTH = { last: '11-01', first: '04-15' };
const spanOf = (harvested: string, frosts = NORTH) => {
  const { from, until } = seasonOfHarvest(harvested, frosts);
  return [from, until];
};

test('a season of the north is about a calendar year; a harvest of January belongs to the year before', () => {
  expect(spanOf('2026-08-20')).toEqual(['2026-01-22', '2027-01-22']);
  expect(spanOf('2026')).toEqual(spanOf('2026-08-20'));
  expect(spanOf('2026-01-05')).toEqual(['2025-01-22', '2026-01-22']);
});

test('a season of the south lies in two calendar years', () => {
  expect(spanOf('2025-12-20', SOUTH)).toEqual(['2025-07-24', '2026-07-24']);
  for (const same of ['2026-03-02', '2026-03', '2026']) expect(spanOf(same, SOUTH)).toEqual(spanOf('2025-12-20', SOUTH));
  expect(spanOf('2026-09', SOUTH)).toEqual(['2026-07-24', '2027-07-24']);
});
