import { describe, expect, test } from '@jest/globals';
import { daysBetween } from '../calendar/plainDate.ts';
import { USUAL_THRESHOLDS } from '../germination/verdict.ts';
import { middleAge } from './age.ts';
import {
  befallenBy,
  daysToFallFrom,
  dayUnder,
  expectedWidth,
  fanOf,
  oddTestsOf,
  outlookOf,
  outlookOn,
  priorOf,
  toldByItself,
  type OutlookFacts,
} from './outlook.ts';
import { HOME } from './storage.ts';

const TODAY = '2026-11-23';
const facts = (change: Partial<OutlookFacts> = {}): OutlookFacts => ({
  crop: { longevity: [4, 6], oil: [1, 3], constants: null, told: {} },
  harvested: '2023-09-01',
  blend: null,
  takenInOn: '2023-10-01',
  ageTold: null,
  storage: {
    before: { storedIn: null, since: null },
    stays: [{ since: '2023-10-01', place: 'Cupboard', container: 'paper envelope' }],
    climates: [{ place: 'Cupboard', since: '2023-01-01', ...HOME }],
    jars: [],
  },
  seen: [],
  ...change,
});
const at = (change: Partial<OutlookFacts>, day = TODAY) => outlookOn(outlookOf(facts(change), TODAY), day, USUAL_THRESHOLDS);
const inPlace = (celsius: number, humidity: number, container = 'paper envelope') => ({
  storage: {
    before: { storedIn: null, since: null },
    stays: [{ since: '2023-10-01', place: 'P', container }],
    climates: [{ place: 'P', since: '2023-01-01', celsius, humidity }],
    jars: [],
  },
});

describe('the outlook of a lot', () => {
  test('a freezer keeps it, a damp warm shed uses it up', () => {
    const [freezer, cupboard, shed] = [at(inPlace(-18, 0.6, 'jar')), at(inPlace(HOME.celsius, HOME.humidity)), at(inPlace(24, 0.75))];
    expect(freezer.median).toBeGreaterThan(cupboard.median);
    expect(cupboard.median).toBeGreaterThan(shed.median + 0.2);
    expect(freezer.mayBeLent).toBeGreaterThan(shed.mayBeLent);
  });

  test('says the day on which it is likely to be too poor to lend: later where it is colder, today where it is poor already', () => {
    const lasting = { longevity: [8, 10], oil: [1, 3], constants: null, told: {} } as const;
    const under = (change: Partial<OutlookFacts>) => dayUnder(outlookOf(facts({ crop: lasting, ...change }), TODAY), 0.5, 0.2, TODAY);
    const [cold, cool] = [under(inPlace(4, 0.4)), under(inPlace(HOME.celsius, HOME.humidity))];
    expect(cold === null || cold > cool!).toBe(true);
    expect(cool! > TODAY).toBe(true);
    expect(under({ seen: [{ kind: 'test', on: '2026-10-01', sown: 20, up: 3 }] })).toBe(TODAY);
  });

  test('in the freezer from now on the same lot lasts longer', () => {
    const now = facts();
    const moved = {
      ...now,
      storage: {
        ...now.storage,
        stays: [...now.storage.stays, { since: '2026-11-22', place: 'Freezer', container: 'jar' }],
        climates: [...now.storage.climates, { place: 'Freezer', since: '2020-01-01', celsius: -18, humidity: 0.6 }],
      },
    };
    const [stays, goes] = [outlookOf(now, TODAY), outlookOf(moved, TODAY)];
    expect(outlookOn(goes, TODAY, USUAL_THRESHOLDS).median).toBeCloseTo(outlookOn(stays, TODAY, USUAL_THRESHOLDS).median, 2);
    expect(outlookOn(goes, '2031-11-23', USUAL_THRESHOLDS).median).toBeGreaterThan(
      outlookOn(stays, '2031-11-23', USUAL_THRESHOLDS).median + 0.1,
    );
    expect(daysToFallFrom(goes, '2023-09-01')).toBeGreaterThan(3 * daysToFallFrom(stays, '2023-09-01'));
  });

  test('a test counts at its own day, though the place has changed since', () => {
    const seen = [{ kind: 'test', on: '2024-01-10', sown: 50, up: 47 }] as const;
    const outlook = outlookOf(facts({ ...inPlace(HOME.celsius, HOME.humidity), seen }), TODAY);
    expect(middleAge(outlook.history.sightings[0]!.age)).toBeCloseTo(daysBetween('2023-09-01', '2024-01-10'), 0);
    expect(toldByItself(outlook, TODAY)).toBeGreaterThan(0);
    expect(toldByItself(outlookOf(facts(), TODAY), TODAY)).toBe(0);
  });

  test('the prior of a test is what the others and the crop say, without it', () => {
    const poor = { kind: 'test', on: '2026-10-01', sown: 20, up: 2 } as const;
    const { a, b } = priorOf(facts({ seen: [poor] }), poor, TODAY);
    expect(a / (a + b)).toBeGreaterThan(0.5);
    expect(a + b).toBeLessThanOrEqual(10.001);
  });

  test('more seeds tested now are expected to narrow its band, and more of them more', () => {
    const outlook = outlookOf(facts(), TODAY);
    const { low, high } = outlookOn(outlook, TODAY, USUAL_THRESHOLDS);
    const [ten, fifty] = [expectedWidth(outlook, TODAY, 10), expectedWidth(outlook, TODAY, 50)];
    expect(ten).toBeLessThan(high - low);
    expect(fifty).toBeLessThan(ten);
  });

  test('its fan goes from its harvest to the day asked for, and only falls', () => {
    const fan = fanOf(outlookOf(facts(), TODAY), '2032-01-01');
    expect(fan[0]!.day).toBe('2023-09-01');
    expect(fan.at(-1)!.day).toBe('2032-01-01');
    for (const [index, { median, low, high }] of fan.entries()) {
      expect(low <= median && median <= high).toBe(true);
      if (index > 0) expect(median).toBeLessThanOrEqual(fan[index - 1]!.median + 1e-6);
    }
  });

  test('undated, and where nobody knows the place, it is less sure', () => {
    const width = (change: Partial<OutlookFacts>) => {
      const { low, high } = at(change);
      return high - low;
    };
    expect(width({ harvested: null })).toBeGreaterThan(width({}));
    expect(width({ storage: { ...facts().storage, climates: [] } })).toBeGreaterThan(width({}));
  });
});

describe('a lot that something befell', () => {
  const seen = [
    { kind: 'test', on: '2024-02-01', sown: 20, up: 19 },
    { kind: 'test', on: '2026-10-01', sown: 50, up: 7 },
  ] as const;
  const cold = outlookOf(facts({ ...inPlace(4, 0.4, 'jar'), seen }), TODAY);

  test('is told by days: since when, by which test, how likely', () => {
    const [odd] = oddTestsOf(cold);
    expect(odd).toMatchObject({ on: '2026-10-01', since: '2024-02-01', up: 7 });
    expect(odd!.fell + odd!.wentWrong).toBeCloseTo(1, 2);
    expect(befallenBy(cold)).toBe('2026-10-01');
    const ordinary = outlookOf(facts({ seen: seen.slice(0, 1) }), TODAY);
    expect(oddTestsOf(ordinary)).toEqual([]);
    expect(befallenBy(ordinary)).toBeNull();
  });

  test('its fan breaks there: before, what was believed until then', () => {
    const fan = fanOf(cold, '2028-12-31', 200);
    const before = fan.findLast(({ day }) => day < '2026-10-01')!;
    const after = fan.find(({ day }) => day >= '2026-10-01')!;
    expect(before.median).toBeGreaterThan(0.8);
    expect(after.median).toBeLessThan(0.3);
  });
});

describe('a jar that nobody measured', () => {
  const jar = (moisture: number | null): Partial<OutlookFacts> => {
    const { storage } = inPlace(4, 0.8, 'jar');
    return { storage: { ...storage, jars: moisture === null ? [] : [{ on: '2023-10-01', moisture }] } };
  };
  const [dry, damp] = [6, 14];

  test('stands between a dry one and a damp one, with a wider band than either', () => {
    const [ofDry, unknown, ofDamp] = [jar(dry), jar(null), jar(damp)].map((change) => at(change, '2030-01-01'));
    expect(ofDry!.median).toBeGreaterThan(unknown!.median);
    expect(unknown!.median).toBeGreaterThan(ofDamp!.median);
    expect(unknown!.high - unknown!.low).toBeGreaterThan(ofDry!.high - ofDry!.low);
  });

  test('is about as good as paper in ordinary air: half of such jars were closed damper', () => {
    const asPaper = outlookOn(outlookOf(facts(inPlace(18, 0.5)), TODAY), '2030-01-01', USUAL_THRESHOLDS).median;
    const asJar = outlookOn(outlookOf(facts(inPlace(18, 0.5, 'jar')), TODAY), '2030-01-01', USUAL_THRESHOLDS).median;
    expect(Math.abs(asPaper - asJar)).toBeLessThan(0.1);
  });

  test('its tests tell how dry it was: after a poor one damp is likelier, and what is to come is worse', () => {
    const seen = (up: number) => [{ kind: 'test', on: '2026-10-01', sown: 50, up }] as const;
    const outlook = outlookOf(facts({ ...jar(null), seen: seen(25) }), TODAY);
    const { factors, masses } = outlook.belief;
    const chanceOf = (which: (factor: number) => boolean) =>
      masses.reduce((sum, mass, column) => sum + (which(factors[column]!) ? mass : 0), 0);
    expect(chanceOf((factor) => factor > 1)).toBeGreaterThan(0.5);
    expect(chanceOf(() => true)).toBeCloseTo(1, 6);
  });
});

describe('the longest life that is known', () => {
  test('no day beyond it is ever told, in no freezer', () => {
    const frozen = outlookOf(facts(inPlace(-18, 0.5, 'jar')), TODAY);
    expect(frozen.lastDay).toBe('2041-09-01');
    const under = dayUnder(frozen, 0.5, 0.2, TODAY);
    expect(under === null || under <= frozen.lastDay).toBe(true);
  });
});

describe('the outlook of a blend', () => {
  const made = {
    harvested: null,
    takenInOn: '2026-05-01',
    storage: { ...facts().storage, stays: [{ since: '2026-05-01', place: 'Cupboard', container: 'jar' }] },
  };
  const blended = (begins: { mean: number; spread: number }, change: Partial<OutlookFacts> = {}) =>
    outlookOf(facts({ ...made, blend: begins, ...change }), TODAY);

  test('begins with what its parts let expect on the day it was made, and falls from there', () => {
    const outlook = blended({ mean: 0.2, spread: 0.3 });
    const [then, now, later] = ['2026-05-01', TODAY, '2030-05-01'].map((day) => outlookOn(outlook, day, USUAL_THRESHOLDS).median);
    expect(outlook.start).toBe('2026-05-01');
    expect(then).toBeCloseTo(0.579, 2);
    expect(now).toBeLessThan(then!);
    expect(later).toBeLessThan(now!);
  });

  test('is not that of undated seed, though it has no harvest', () => {
    const undated = outlookOn(outlookOf(facts(made), TODAY), TODAY, USUAL_THRESHOLDS);
    const blend = outlookOn(blended({ mean: 1.4, spread: 0.2 }), TODAY, USUAL_THRESHOLDS);
    expect(blend.high - blend.low).toBeLessThan(undated.high - undated.low);
  });

  test('follows its own tests as any other’s does', () => {
    const begins = { mean: 1, spread: 0.4 };
    const poor = blended(begins, { seen: [{ kind: 'test', on: '2026-09-01', sown: 50, up: 10 }] });
    expect(outlookOn(poor, TODAY, USUAL_THRESHOLDS).median).toBeLessThan(outlookOn(blended(begins), TODAY, USUAL_THRESHOLDS).median - 0.2);
    expect(toldByItself(poor, TODAY)).toBeGreaterThan(0.3);
  });
});
