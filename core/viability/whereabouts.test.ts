import { describe, expect, test } from '@jest/globals';
import { middleAge } from './age.ts';
import { HOME, homeDays } from './storage.ts';
import { ageWhenItCame, spellsOf, startOfAge, type LotStorage } from './whereabouts.ts';

const lot = (change: Partial<LotStorage> = {}): LotStorage => ({
  before: { storedIn: null, since: null },
  stays: [{ since: '2024-10-01', place: 'Cupboard', container: 'jar' }],
  climates: [],
  jars: [],
  ...change,
});
const told = (storage: LotStorage, from = '2024-09-01', to = '2026-01-01') =>
  spellsOf(storage, from, to).map(({ since, days, place, air, sealed, isKnown }) => [since, days, place, air.celsius, sealed, isKnown]);

describe('where a lot has been', () => {
  test('a place nobody has measured counts as home storage, and says so', () =>
    expect(told(lot())).toEqual([
      ['2024-09-01', 30, null, HOME.celsius, false, false],
      ['2024-10-01', 457, 'Cupboard', HOME.celsius, true, false],
    ]));

  test('with its donor it lay where the donor said, from the day the donor said', () =>
    expect(told(lot({ before: { storedIn: 'shed or garage', since: '2024-09-15' } })).slice(0, 2)).toEqual([
      ['2024-09-01', 14, null, HOME.celsius, false, false],
      ['2024-09-15', 16, null, 17, false, true],
    ]));

  test('a fridge that failed touches every lot in it, for as long as it had failed', () => {
    const climates = [
      { place: 'Fridge', since: '2024-01-01', celsius: 4, humidity: 0.7 },
      { place: 'Fridge', since: '2025-07-01', celsius: 29, humidity: 0.8 },
      { place: 'Fridge', since: '2025-08-01', celsius: 4, humidity: 0.7 },
      { place: 'Freezer', since: '2024-01-01', celsius: -18, humidity: 0.6 },
    ];
    const inside = lot({ stays: [{ since: '2024-10-01', place: 'Fridge', container: 'paper envelope' }], climates });
    expect(told(inside, '2024-10-01')).toEqual([
      ['2024-10-01', 273, 'Fridge', 4, false, true],
      ['2025-07-01', 31, 'Fridge', 29, false, true],
      ['2025-08-01', 153, 'Fridge', 4, false, true],
    ]);
    const crop = { oil: [1, 3] as const, constants: null };
    const spared = lot({ stays: [...inside.stays, { since: '2025-06-20', place: 'Freezer', container: 'jar' }], climates });
    expect(middleAge(homeDays(crop, spellsOf(inside, '2024-10-01', '2026-01-01')))).toBeGreaterThan(
      2 * middleAge(homeDays(crop, spellsOf(spared, '2024-10-01', '2026-01-01'))),
    );
  });

  test('shut in, it keeps the moisture that its jar was last read at; in paper it follows the room', () => {
    const jars = [
      { on: '2024-09-20', moisture: 9 },
      { on: '2025-06-01', moisture: 6 },
    ];
    const moist = (container: string, to: string) =>
      spellsOf(lot({ stays: [{ since: '2024-10-01', place: 'Cupboard', container }], jars }), '2024-10-01', to).at(-1)!.moisture;
    expect(moist('jar', '2025-01-01')).toBe(9);
    expect(moist('jar', '2026-01-01')).toBe(6);
    expect(moist('paper envelope', '2026-01-01')).toBeNull();
    expect(spellsOf(lot({ jars: [] }), '2024-10-01', '2026-01-01').at(-1)!.moisture).toBeNull();
  });

  test('its days are all told, once each, whatever is asked', () => {
    const moved = lot({
      before: { storedIn: 'fridge', since: '2023' },
      stays: [
        { since: '2024-10-01', place: 'Cupboard', container: 'jar' },
        { since: '2025-02-01', place: 'Freezer', container: 'jar' },
      ],
      climates: [
        { place: 'Cupboard', since: '2024-12-01', celsius: 16, humidity: 0.5 },
        { place: 'Freezer', since: '2026-06-01', celsius: -18, humidity: 0.6 },
      ],
    });
    for (const [from, to, days] of [
      ['2023-08-01', '2026-01-01', 884],
      ['2024-11-01', '2024-12-15', 44],
      ['2025-01-01', '2025-01-01', 0],
    ] as const)
      expect(spellsOf(moved, from, to).reduce((sum, spell) => sum + spell.days, 0)).toBe(days);
  });
});

describe('how old it is', () => {
  test('from its harvest as far as that is known, and not after it came', () => {
    expect(startOfAge('2024-08-20', '2024-10-01')).toBe('2024-08-20');
    expect(startOfAge('2023-10', '2024-10-01')).toBe('2023-10-15');
    expect(startOfAge('2023', '2024-10-01')).toBe('2023-09-01');
    expect(startOfAge('2024-10', '2024-10-01')).toBe('2024-10-01');
    expect(startOfAge(null, '2024-10-01')).toBe('2024-10-01');
  });

  test('undated seed is of any likely age', () => {
    expect(ageWhenItCame('2024', 5, [1, 2])).toEqual([{ days: 0, chance: 1 }]);
    const ages = ageWhenItCame(null, 4, null);
    expect(ages.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
    expect(ages[0]!.days).toBeGreaterThan(100);
    expect(ages.at(-1)!.days).toBeLessThan(6 * 365.25);
  });

  test('a stated range of years is believed: it is as likely of one as of another of them', () => {
    const years = ageWhenItCame(null, 4, [3, 6]).map(({ days }) => days / 365.25);
    expect(years[0]!).toBeCloseTo(3.25, 6);
    expect(years.at(-1)!).toBeCloseTo(5.75, 6);
    expect(ageWhenItCame(null, 4, [2, 2]).every(({ days }) => days === 2 * 365.25)).toBe(true);
  });
});
