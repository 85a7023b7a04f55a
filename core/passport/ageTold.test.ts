import { expect, test } from '@jest/globals';
import { ageTold } from './ageTold.ts';
import type { PacketTold } from './passport.ts';

const packet = (change: Partial<PacketTold>): PacketTold => ({
  dateMeans: 'no date',
  date: null,
  germination: null,
  daysToEmerge: null,
  ageYears: null,
  ...change,
});
const CAME = '2026-07-01';

test('undated seed is as old as its giver says', () => {
  expect(ageTold(packet({ ageYears: [3, 6] }), CAME)).toEqual([3, 6]);
  expect(ageTold(packet({}), CAME)).toBeNull();
  expect(ageTold(null, CAME)).toBeNull();
});

test('a date of packing or of sowing is a date: seed was harvested some time before it', () => {
  const [youngest, oldest] = ageTold(packet({ dateMeans: 'packed', date: '2024' }), CAME)!;
  expect([youngest, oldest].map((years) => years.toFixed(1))).toEqual(['2.2', '3.5']);
  expect(ageTold(packet({ dateMeans: 'sow by', date: '2024-07' }), CAME)!.map((years) => Math.round(years))).toEqual([3, 6]);
});

test('seed that need not be sown yet is young, never of an age below nothing', () => {
  const [youngest, oldest] = ageTold(packet({ dateMeans: 'sow by', date: '2029' }), CAME)!;
  expect(youngest).toBe(0);
  expect(oldest).toBeGreaterThan(0.5);
  expect(oldest).toBeLessThan(2);
});

test('a harvest date is no range: the lot itself has it', () =>
  expect(ageTold(packet({ dateMeans: 'harvested', date: '2020' }), CAME)).toBeNull());
