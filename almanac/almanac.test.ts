import { describe, expect, test } from '@jest/globals';
import { almanacFile, cropFacts } from '#contracts/almanac.ts';
import crops from './crops.json' with { type: 'json' };

describe('the shipped almanac', () => {
  const read = almanacFile.parse(crops);

  test('holds at least twenty crops, each by its schema', () => expect(read.length).toBeGreaterThanOrEqual(20));

  test('crops of one species share a crossing group', () => {
    const groups = new Map<string, Set<string>>();
    for (const { species, crossingGroup } of read) groups.set(species, (groups.get(species) ?? new Set()).add(crossingGroup));
    expect([...groups.values()].every((group) => group.size === 1)).toBe(true);
  });

  test.each([
    ['a range the wrong way round', { longevityYears: [5, 3] }],
    ['a production distance as short as the home distance', { isolationMetres: { home: 100, production: 100 } }],
    ['a biennial that ripens in its first season', { lifeCycle: 'biennial' }],
    ['a final count before the first', { germination: { celsius: 20, firstCountDays: 9, finalCountDays: 8 } }],
    ['a fact nobody knows', { luck: 'good' }],
  ])('%s is refused', (_, change) => {
    const pea = read.find(({ id }) => id === 'pea')!;
    expect(cropFacts.safeParse(pea).success).toBe(true);
    expect(cropFacts.safeParse({ ...pea, ...change }).success).toBe(false);
  });
});
