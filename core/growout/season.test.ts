import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seeded } from '../distributions/seeded.ts';
import { addDays, daysBetween } from '../calendar/plainDate.ts';
import { SURVIVAL } from '../germination/seedsToSow.ts';
import { chanceOfEnough, standingOf } from './census.ts';
import { concernsOf, type GrowerLoad } from './growers.ts';
import { entryFault, readSeason, type LogEntry, type LogKind } from './log.ts';
import { roomLeft } from './plots.ts';
import { cageTurns, overlapOf, plannedBloom } from './sowing.ts';
import { alarmsOf, fruitOnPlants, standingNow, type Watched } from './watch.ts';

const entry = (kind: LogKind, on: string, count: number | null = null, words: string | null = null): LogEntry => ({
  kind,
  on,
  count,
  words,
  metres: null,
  method: null,
});
const SOWN = entry('sown', '2026-04-10', 60);
const GIVEN = { on: '2026-03-01', seeds: 80 };
const TODAY = '2026-09-01';

describe('a season’s log', () => {
  test('says how far a grow-out is, whatever the order in which it was written', () => {
    const log = [entry('flowering', '2026-06-20', 22), entry('up', '2026-04-25', 40), SOWN, entry('standing', '2026-05-20', 30)];
    expect(readSeason(log)).toMatchObject({
      growth: 'flowering',
      sownOn: '2026-04-10',
      seedsSown: 60,
      up: 40,
      flowering: { on: '2026-06-20', plants: 22 },
      flowersFrom: '2026-06-20',
      lastOn: '2026-06-20',
    });
    expect(readSeason(log).censuses.map(({ plants }) => plants)).toEqual([40, 30, 22]);
    expect(readSeason([]).growth).toBe('handed over');
    expect(readSeason([SOWN, entry('picked', '2026-08-20', null, '12 heads')])).toMatchObject({
      growth: 'harvested',
      pickings: [{ on: '2026-08-20', amount: '12 heads' }],
    });
  });

  test('counts off-types apart, by whether they had flowered', () => {
    const season = readSeason([
      entry('off-types early', '2026-05-10', 2),
      entry('off-types early', '2026-05-20', 1),
      entry('off-types late', '2026-06-20', 1),
    ]);
    expect([season.offTypesEarly, season.offTypesLate]).toEqual([3, 1]);
  });

  test('of two counts on one day the later written holds', () => {
    expect(readSeason([entry('standing', '2026-05-20', 30), entry('standing', '2026-05-20', 28)]).censuses.at(-1)).toEqual({
      on: '2026-05-20',
      plants: 28,
    });
  });

  test.each([
    ['the future', entry('up', '2026-09-02', 3), { why: 'in the future' }],
    ['before the seed was there', entry('sown', '2026-02-01', 3), { why: 'before the seed was handed over', on: '2026-03-01' }],
    ['before it was sown', entry('up', '2026-04-01', 3), { why: 'before it was sown', on: '2026-04-10' }],
    ['more up than sown', entry('up', '2026-05-01', 61), { why: 'more up than sown', most: 60 }],
    ['more seed than there was', entry('sown', '2026-05-01', 21), { why: 'more seed than was handed over', most: 20 }],
    ['more plants than stood', entry('harvested', '2026-08-01', 31), { why: 'more than stood', most: 30 }],
  ] as const)('refuses %s', (_, said, fault) => {
    expect(entryFault(said, [SOWN, entry('standing', '2026-05-20', 30)], GIVEN, TODAY)).toEqual(fault);
  });

  test('takes a hailstorm before sowing, as many plants as stood, and more after a second sowing', () => {
    const log = [SOWN, entry('standing', '2026-05-20', 30)];
    for (const fine of [
      entry('weather', '2026-03-20', null, 'Hail'),
      entry('harvested', '2026-08-01', 30),
      entry('sown', '2026-05-25', 20),
    ])
      expect(entryFault(fine, log, GIVEN, TODAY)).toBeNull();
    expect(entryFault(entry('standing', '2026-06-10', 44), [...log, entry('sown', '2026-05-25', 20)], GIVEN, TODAY)).toBeNull();
  });
});

describe('plants that stand against plants that are needed', () => {
  const growing = { sownOn: '2026-04-10', ripeOn: '2026-08-28' };

  test('too few is certain as soon as fewer are counted', () => {
    expect(standingOf({ on: '2026-05-20', plants: 19 }, 20, growing)).toEqual({ kind: 'too few', plants: 19, needed: 20 });
    expect(standingOf({ on: '2026-05-20', plants: 40 }, 20, growing)).toEqual({ kind: 'enough', plants: 40 });
  });

  test('in danger names the first day by which too few is the likelier; at the harvest nothing more is lost', () => {
    const census = { on: '2026-04-24', plants: 22 };
    const standing = standingOf(census, 20, growing);
    if (standing.kind !== 'in danger') throw new Error(standing.kind);
    expect(chanceOfEnough(census, 20, standing.by, growing)).toBeLessThan(0.5);
    expect(chanceOfEnough(census, 20, addDays(standing.by, -1), growing)).toBeGreaterThanOrEqual(0.5);
    expect(chanceOfEnough({ on: growing.ripeOn, plants: 20 }, 20, growing.ripeOn, growing)).toBe(1);
  });

  test('the day agrees with plants that die one by one at an even rate', () => {
    const chance = seeded(20261129);
    const [plants, needed, runs] = [23, 21, 4000];
    const census = { on: '2026-04-20', plants };
    const standing = standingOf(census, needed, growing);
    if (standing.kind !== 'in danger') throw new Error(standing.kind);
    const daily = SURVIVAL ** (1 / daysBetween(growing.sownOn, growing.ripeOn));
    const enoughAfter = (days: number) => {
      let enough = 0;
      for (let run = 0; run < runs; run += 1) {
        let alive = 0;
        for (let plant = 0; plant < plants; plant += 1) if (chance.share() < daily ** days) alive += 1;
        if (alive >= needed) enough += 1;
      }
      return enough / runs;
    };
    const by = daysBetween(census.on, standing.by);
    const error = 3 * Math.sqrt(0.25 / runs);
    expect(enoughAfter(by)).toBeLessThan(0.5 + error);
    expect(enoughAfter(by - 1)).toBeGreaterThan(0.5 - error);
    expect(Math.abs(enoughAfter(daysBetween(census.on, growing.ripeOn)) - standing.chance)).toBeLessThan(error);
  });

  test('more plants, or a later count of as many, never lower the chance', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 0, max: 120 }),
        (plants, needed, after) => {
          const at = (count: number, days: number) =>
            chanceOfEnough({ on: addDays('2026-04-12', days), plants: count }, needed, growing.ripeOn, growing);
          expect(at(plants + 1, after)).toBeGreaterThanOrEqual(at(plants, after) - 1e-12);
          expect(at(plants, after + 5)).toBeGreaterThanOrEqual(at(plants, after) - 1e-12);
        },
      ),
    );
  });
});

describe('what wants attention', () => {
  const watched = (change: Partial<Watched>, log: readonly LogEntry[] = []): Watched => ({
    state: 'handed over',
    stateOn: '2026-03-01',
    sowOn: '2026-04-10',
    backBy: '2026-10-09',
    handedOverOn: '2026-03-01',
    plants: 20,
    season: readSeason(log),
    bloomFrom: '2026-06-10',
    daysToRipe: 50,
    ...change,
  });
  const whats = (of: Watched, today: string, winter = false) => alarmsOf(of, today, winter).map(({ what }) => what);

  test('an offer without an answer, seed to hand over before it is sown, a sowing nobody told of', () => {
    expect(whats(watched({ state: 'offered' }), '2026-03-14')).toEqual([]);
    expect(whats(watched({ state: 'offered' }), '2026-03-15')).toEqual(['no answer']);
    expect(whats(watched({ state: 'agreed' }), '2026-03-19')).toEqual([]);
    expect(whats(watched({ state: 'agreed' }), '2026-03-20')).toEqual(['hand over']);
    expect(whats(watched({}), '2026-04-24')).toEqual([]);
    expect(whats(watched({}), '2026-04-25')).toEqual(['not sown']);
  });

  test('silence in summer, not in winter nor after the harvest; seed that is late', () => {
    const grows = watched({}, [SOWN]);
    expect(whats(grows, '2026-05-25')).toEqual([]);
    expect(whats(grows, '2026-05-26')).toEqual(['silent']);
    expect(whats(grows, '2026-05-26', true)).toEqual([]);
    expect(whats(watched({}, [SOWN, entry('harvested', '2026-08-01', 20)]), '2026-10-09')).toEqual([]);
    expect(whats(grows, '2026-10-10')).toEqual(['late']);
  });

  test('a bloom more than ten days off its plan, either way, as long as it flowers', () => {
    const flowers = (on: string) => watched({}, [SOWN, entry('flowering', on)]);
    expect(whats(flowers('2026-06-20'), '2026-06-21')).toEqual([]);
    expect(alarmsOf(flowers('2026-06-21'), '2026-06-21', false)).toEqual([{ what: 'bloom off plan', shift: 11 }]);
    expect(alarmsOf(flowers('2026-05-30'), '2026-06-01', false)).toEqual([{ what: 'bloom off plan', shift: -11 }]);
    expect(whats(watched({}, [SOWN, entry('flowering', '2026-06-21'), entry('harvested', '2026-08-01', 9)]), '2026-08-02')).toEqual([]);
  });

  test('flowers tagged by hand, from a week before their seed may be ripe until it is taken', () => {
    const tagged = [SOWN, entry('flowering', '2026-06-12'), entry('pollinated', '2026-06-15', 12)];
    expect(whats(watched({}, tagged), '2026-07-27')).toEqual([]);
    expect(alarmsOf(watched({}, tagged), '2026-07-28', false)).toEqual([
      { what: 'fruit ripens', fruit: { pollinatedOn: '2026-06-15', flowers: 12, ripeFrom: '2026-08-04' } },
    ]);
    expect(whats(watched({}, [...tagged, entry('picked', '2026-08-05', null, '9 fruits')]), '2026-08-06')).toEqual([]);
  });

  test('a picking takes the tagged fruit that is ripe by then; what was pollinated later stays on the plant, until the last harvest', () => {
    const tagged = [SOWN, entry('pollinated', '2026-06-15', 12), entry('pollinated', '2026-07-10', 5)];
    const left = (...log: LogEntry[]) => fruitOnPlants(watched({}, [...tagged, ...log])).map(({ pollinatedOn }) => pollinatedOn);
    expect(left()).toEqual(['2026-06-15', '2026-07-10']);
    expect(left(entry('picked', '2026-08-05', null, '9 fruits'))).toEqual(['2026-07-10']);
    expect(left(entry('picked', '2026-08-05', null, '9 fruits'), entry('harvested', '2026-09-01', 6))).toEqual([]);
    expect(fruitOnPlants(watched({ state: 'back' }, tagged))).toEqual([]);
  });

  test('too few plants while something can be done, no more once they are harvested', () => {
    const few = [SOWN, entry('standing', '2026-05-20', 12)];
    expect(whats(watched({}, few), '2026-05-21')).toEqual(['too few']);
    expect(standingNow(watched({}, [...few, entry('harvested', '2026-08-20', 12)]))).toBeNull();
    expect(whats(watched({ state: 'back' }, few), '2026-12-01')).toEqual([]);
  });
});

describe('room in a plot', () => {
  const bed = (squareMetres: number, from: string, free: string) => ({ squareMetres, from, free });
  test('is what is left on its fullest day; a bed that is free on a day may be sown on that day', () => {
    const booked = [bed(4, '2026-04-01', '2026-07-01'), bed(3, '2026-06-01', '2026-09-01')];
    expect(roomLeft(10, booked, '2026-05-01', '2026-06-01')).toBe(6);
    expect(roomLeft(10, booked, '2026-05-01', '2026-06-15')).toBe(3);
    expect(roomLeft(10, booked, '2026-07-01', '2026-08-01')).toBe(7);
    expect(roomLeft(6, booked, '2026-06-10', '2026-06-20')).toBe(-1);
    expect(roomLeft(10, [], '2026-07-01', '2026-08-01')).toBe(10);
  });
});

describe('when it flowers', () => {
  const frosts = { last: '05-01', first: '10-15' };
  const annual = { bloom: [6, 12], sow: [-4, 0], daysToSeed: [90, 120], ripeWeeks: null } as const;
  const biennial = { bloom: [4, 8], sow: [2, 8], daysToSeed: null, ripeWeeks: [12, 18] } as const;

  test('an annual sown at its usual time flowers as the almanac says; later, it flowers later, but by less', () => {
    expect(plannedBloom(annual, '2026-04-17', frosts)).toEqual({ from: '2026-06-12', to: '2026-07-24' });
    expect(plannedBloom(annual, '2026-04-27', frosts)).toEqual({ from: '2026-06-19', to: '2026-07-31' });
  });

  test('a crop of two seasons flowers in the year after it is sown', () => {
    expect(plannedBloom(biennial, '2026-06-01', frosts)).toEqual({ from: '2027-05-29', to: '2027-06-26' });
    expect(plannedBloom(biennial, '2026-06-20', frosts)).toEqual({ from: '2027-05-29', to: '2027-06-26' });
  });

  test('overlap is of one’s own bloom', () => {
    const own = { from: '2026-06-01', to: '2026-06-10' };
    expect(overlapOf(own, { from: '2026-06-06', to: '2026-07-01' })).toBe(0.5);
    expect(overlapOf(own, { from: '2026-05-01', to: '2026-07-01' })).toBe(1);
    expect(overlapOf(own, { from: '2026-06-11', to: '2026-07-01' })).toBe(0);
  });

  test('two cages are open by turns, a day each', () => {
    expect(cageTurns({ from: '2026-06-01', to: '2026-06-03' }).map(({ open }) => open)).toEqual(['first', 'second', 'first']);
  });
});

describe('what a grower agreed to', () => {
  const terms = { skill: 'middling', mostLines: 2, squareMetres: 10, mostHours: 20, notGrown: 'squash, no onions' } as const;
  const crop = { ease: 'easy', name: 'Pea', alsoCalled: ['garden pea'], family: 'Fabaceae' } as const;
  const whys = (change: object, load: Partial<GrowerLoad> = {}) =>
    concernsOf(terms, { ...crop, ...change }, { lines: 1, squareMetres: 4, hours: 6, ...load }).map(({ why }) => why);

  test('holds for a crop that is easy enough, within lines, room and hours', () =>
    expect(whys({}, { lines: 2, squareMetres: 10, hours: 20 })).toEqual([]));

  test('is gone beyond by a harder crop, one line or a little room too many, or a crop they do not grow', () => {
    expect(whys({ ease: 'hard' })).toEqual(['too hard']);
    expect(whys({}, { lines: 3, squareMetres: 10.5 })).toEqual(['too many lines', 'too much room']);
    expect(whys({}, { hours: 20.5 })).toEqual(['too many hours']);
    expect(whys({ name: 'Squash and courgette (pepo)' })).toEqual(['not grown']);
    expect(whys({ name: 'Onion' })).toEqual(['not grown']);
    expect(
      concernsOf(
        { skill: 'hard', mostLines: null, squareMetres: null, mostHours: null, notGrown: null },
        { ...crop, ease: 'hard' },
        { lines: 99, squareMetres: 999, hours: 999 },
      ),
    ).toEqual([]);
  });
});
