import { describe, expect, test } from '@jest/globals';
import { atLeast } from '../distributions/binomial.ts';
import { seeded } from '../distributions/seeded.ts';
import { beliefOf } from '../viability/belief.ts';
import { drawsOf, evenPoints, type Draws } from '../viability/draws.ts';
import { atAge, bandAt, chanceAt } from '../viability/forecast.ts';
import { DRAWS, lossesOf, riskAt, riskByYear, type LineAtRisk, type LotAtRisk, type StoreAtRisk } from './lineRisk.ts';
import { firstThings } from './firstThings.ts';
import { isRecoverable } from './recoverable.ts';
import { ELSEWHERE, grownOut, parted, remediesOf, type Remedy, type Ways } from './remedies.ts';
import { whysOf } from './whys.ts';

const same = (value: number): Float64Array => new Float64Array(DRAWS).fill(value);
/** Seed of which each germinates like the others and stays as it is, unless it is said how fast it ages. */
const draws = (probit = 3, perDay = 0): Draws => ({ probits: same(probit), known: same(perDay), shut: same(perDay) });
const lot = (change: Partial<LotAtRisk> = {}): LotAtRisk => ({
  code: '20-0001',
  draws: draws(),
  lentYears: 0,
  testYear: null,
  testSeeds: 0,
  ...change,
});
const store = (change: Partial<StoreAtRisk> = {}): StoreAtRisk => ({ lot: 0, place: 'cupboard', seeds: 100, rate: 1, ...change });
const line = (change: Partial<LineAtRisk> = {}): LineAtRisk => ({
  lots: [lot()],
  stores: [store()],
  harvest: null,
  sown: [],
  comesUp: 0.7,
  plantsForSeed: 10,
  lentAYear: 0,
  reserve: 50,
  fails: 0.02,
  ...change,
});
const risks = (change: Partial<LineAtRisk>) => riskByYear(lossesOf(line(change)));
const risk = (change: Partial<LineAtRisk>) => riskAt(lossesOf(line(change))).risk;
const years = [1, 2, 3, 4, 5];
const near = (values: readonly number[]) => values.map((value) => expect.closeTo(value, 10));

describe('draws of a belief', () => {
  test('have its quantiles and chances, today and later', () => {
    const history = {
      halfLifeYears: 5,
      borrowed: false,
      ageThen: [{ days: 0, chance: 1 }],
      jarFactors: [0.5, 0.8, 1, 1.3, 2],
      sightings: [{ kind: 'test', sown: 20, up: 15, age: 700 } as const],
    };
    const belief = beliefOf(history);
    const count = 4000;
    const { probits, known, shut } = drawsOf(belief, { known: 700, shut: 100 }, evenPoints(count, 0), evenPoints(count, 1));
    for (const [later, inJar] of [
      [0, 0],
      [1500, 0],
      [0, 1500],
    ] as const) {
      const then = atAge(belief, { known: 700 + later, shut: 100 + inJar });
      const sorted = probits.map((probit, draw) => probit - later * known[draw]! - inJar * shut[draw]!).sort();
      const { low, median, high } = bandAt(then);
      const shareAt = (part: number) => chanceAt(then, Math.min(0.999, Math.max(0.001, part)));
      // As many draws above each quantile as its chance says.
      for (const part of [low, median, high]) {
        const border = probitOf(part);
        const above = sorted.filter((z) => z > border).length / count;
        expect(Math.abs(above - shareAt(part))).toBeLessThan(0.012);
      }
    }
  });
});

/** Probit by halving, so that nothing of the code under test is used. */
function probitOf(share: number): number {
  let [low, high] = [-8, 8];
  for (let step = 0; step < 60; step += 1) {
    const z = (low + high) / 2;
    if (below(z) < share) low = z;
    else high = z;
  }
  return low;
}
const below = (z: number) => {
  let sum = 0;
  for (let x = -8; x < z; x += 0.001) sum += 0.001 * Math.exp(-0.5 * (x + 0.0005) ** 2);
  return sum / Math.sqrt(2 * Math.PI);
};

describe('what can still be grown', () => {
  test('of one lot is as the binomial says, at the border and beside it', () => {
    for (const plants of [1, 4, 10, 25])
      for (const share of [0.05, 0.3, 0.6, 0.95, 1])
        for (let seeds = 1; seeds < 3 * Math.ceil(plants / share); seeds += 1)
          expect([plants, share, seeds, isRecoverable([seeds], [share], plants)]).toEqual([
            plants,
            share,
            seeds,
            atLeast(plants, seeds, share) >= 0.5,
          ]);
  });

  test('of several lots is as drawing them says, where that is clear', () => {
    const random = seeded(7);
    for (let turn = 0; turn < 60; turn += 1) {
      const seeds = [4 + Math.floor(random.share() * 20), Math.floor(random.share() * 30)];
      const shares = [random.share(), random.share()];
      const plants = 1 + Math.floor(random.share() * 14);
      const drawn = Array.from({ length: 3000 }, () =>
        seeds.reduce((sum, n, at) => sum + Array.from({ length: n }, () => random.share() < shares[at]!).filter(Boolean).length, 0),
      );
      const chance = drawn.filter((stand) => stand >= plants).length / drawn.length;
      if (Math.abs(chance - 0.5) > 0.04)
        expect([seeds, shares, plants, isRecoverable(seeds, shares, plants)]).toEqual([seeds, shares, plants, chance > 0.5]);
    }
  });
});

describe('the chance of losing a line', () => {
  test('of seed that keeps for ever is the places’ alone: 1 − (1 − q)^y in one, that squared in two, cubed in three', () => {
    const lost = (year: number) => 1 - 0.98 ** year;
    expect(risks({})).toEqual(near(years.map(lost)));
    expect(risks({ stores: [store(), store({ place: 'freezer' })] })).toEqual(near(years.map((year) => lost(year) ** 2)));
    expect(risks({ stores: [store(), store({ place: 'freezer' }), store({ place: 'elsewhere' })] })).toEqual(
      near(years.map((year) => lost(year) ** 3)),
    );
    // Two jars in one place are lost together.
    expect(risks({ stores: [store(), store()] })).toEqual(near(years.map(lost)));
    expect(risks({ fails: 0 })).toEqual([0, 0, 0, 0, 0]);
  });

  test('is certain where too few seeds are left for the plants that seed needs, or none', () => {
    expect(risks({ stores: [store({ seeds: 12 })] })).toEqual(near([1, 1, 1, 1, 1]));
    expect(risks({ stores: [], lots: [] })).toEqual([1, 1, 1, 1, 1]);
  });

  test('of ageing seed is the share of draws that have fallen too low by then', () => {
    const fast = Float64Array.from({ length: DRAWS }, (_, draw) => (draw < 50 ? 2 / 365.25 : 0));
    const ageing = lot({ draws: { probits: same(1), known: fast, shut: fast } });
    // 30 seeds of which 0.7 · 84 % come up; after a year a quarter of the draws has 16 %.
    expect(risks({ lots: [ageing], stores: [store({ seeds: 30 })], fails: 0 })).toEqual([0.25, 0.25, 0.25, 0.25, 0.25]);
  });

  test('counts lending down to the reserve and not below, the oldest lot first', () => {
    const lots = [lot({ lentYears: 5 }), lot({ code: '24-0001', lentYears: 5 })];
    const stores = [store({ seeds: 60 }), store({ lot: 1, seeds: 60, place: 'freezer' })];
    expect(risk({ lots, stores, lentAYear: 500, reserve: 20, fails: 0 })).toBe(0);
    expect(risk({ lots, stores, lentAYear: 500, reserve: 10, fails: 0 })).toBe(1);
    // What is left lies in one place, since the older lot was lent first.
    expect(risk({ lots, stores, lentAYear: 60, reserve: 20 })).toBeCloseTo(1 - 0.98 ** 5, 2);
    // What may not be lent stays.
    expect(risk({ lots: [lot(), lot()], stores, lentAYear: 500, reserve: 0, fails: 0 })).toBe(0);
  });

  test('counts the seeds of tests, every third year', () => {
    const tested = { lots: [lot({ testYear: 2, testSeeds: 41 })], stores: [store({ seeds: 90 })], fails: 0 };
    expect(risks(tested)).toEqual([0, 0, 0, 0, 1]);
  });

  test('of more places than are followed one by one is never told too low', () => {
    const five = ['a', 'b', 'c', 'd', 'e'].map((place) => store({ place, seeds: 30 }));
    expect(risk({ stores: five })).toBeGreaterThanOrEqual((1 - 0.98 ** 5) ** 5);
    expect(risk({ stores: five })).toBeLessThanOrEqual((1 - 0.98 ** 5) ** 3 + 1e-12);
  });

  test('never rises with more seed, nor in a colder place that fails as often', () => {
    const random = seeded(11);
    for (let turn = 0; turn < 40; turn += 1) {
      const spread = (middle: number, by: number) => Float64Array.from({ length: DRAWS }, () => middle + by * random.normal());
      const perDay = spread(0.0006, 0.0001).map(Math.abs);
      const lots = [lot({ draws: { probits: spread(1, 0.5), known: perDay, shut: perDay }, lentYears: 3, testYear: 2, testSeeds: 10 })];
      const stores = ['cupboard', 'freezer'].map((place) =>
        store({ place, seeds: Math.floor(60 * random.share()), rate: 2 * random.share() }),
      );
      const more = stores.map((one, index) => (index === 0 ? { ...one, seeds: one.seeds + 25 } : one));
      const colder = stores.map((one) => ({ ...one, rate: (one.rate as number) / 2 }));
      const neverMore = (lentAYear: number, fewer: readonly StoreAtRisk[], changed: readonly StoreAtRisk[]) => {
        const before = risks({ lots, stores: fewer, lentAYear });
        for (const [year, value] of risks({ lots, stores: changed, lentAYear }).entries())
          expect(value).toBeLessThanOrEqual(before[year]! + 1e-12);
      };
      neverMore(20, stores, colder);
      neverMore(0, stores, more);
      // Of two places more seed lets more be lent, and that may come out of the other: with lending, one place.
      neverMore(20, stores.slice(0, 1), more.slice(0, 1));
    }
  });
});

const WAYS: Ways = {
  copy: true,
  growOut: null,
  part: null,
  otherPlace: null,
  freezer: null,
  sealed: null,
  test: null,
  hours: { 'grow out': 5, 'safety copy': 1, 'another place': 0.5, freezer: 0.5, 'dry and seal': 1, test: 1 },
  worthOfHour: 0.01,
};

describe('what can be done', () => {
  test('a copy elsewhere squares the chance; worth is that fall times importance for an hour', () => {
    const lost = 1 - 0.98 ** 5;
    const [copy] = remediesOf(line(), { ...WAYS, part: 30 }, 0.3);
    expect(copy).toMatchObject({ kind: 'safety copy', risk: expect.closeTo(lost ** 2, 10), hours: 1 });
    expect(copy!.worth).toBeCloseTo(0.3 * (lost - lost ** 2), 10);
  });

  test('a jar parted into halves that are each too few makes it worse, and so does putting both copies into one freezer; the tool says so', () => {
    const few = line({ stores: [store({ seeds: 24 })], plantsForSeed: 14 });
    const halves = riskAt(lossesOf(parted(few, 0, 12, ELSEWHERE))).risk;
    expect(halves).toBeCloseTo(1 - 0.98 ** 10, 6);
    expect(remediesOf(few, WAYS, 1)[0]!.worth).toBeLessThan(0);
    const two = line({ stores: [store(), store({ place: 'shelf' })] });
    const [freezer] = remediesOf(two, { ...WAYS, freezer: { place: 'freezer', rates: [0.1, 0.1] } }, 1).filter(
      ({ kind }) => kind === 'freezer',
    );
    expect(freezer!.worth).toBeLessThan(0);
  });

  test('cold helps seed that ages, and a grow-out brings fresh seed unless it fails', () => {
    const ageing = line({ lots: [lot({ draws: draws(1, 0.001) })], stores: [store({ seeds: 60 })] });
    const kinds = remediesOf(
      ageing,
      {
        ...WAYS,
        freezer: { place: 'freezer', rates: [0.05] },
        growOut: { lot: 0, sow: 40, harvest: { seeds: 800, draws: draws(1.5, 0.0003), place: 'cupboard', rate: 1, year: 1 }, chance: 0.8 },
      },
      1,
    );
    expect(riskAt(lossesOf(ageing)).risk).toBeCloseTo(1, 6);
    const of = (kind: string) => kinds.find((one) => one.kind === kind)!.risk;
    expect(of('freezer')).toBeCloseTo(1 - 0.98 ** 5, 6);
    // One in five grow-outs fails, and then the seed is gone.
    expect(of('grow out')).toBeCloseTo(0.2 + 0.8 * (1 - 0.98 ** 5), 6);
  });

  test('a grow-out takes its seed at once: a failed one of the last seed loses the line that might have lasted', () => {
    const last = line({ stores: [store({ seeds: 20 })] });
    const dead = line({ lots: [lot({ draws: draws(-3) })], stores: [store({ seeds: 400 })] });
    const bring = { seeds: 500, draws: draws(), place: 'cupboard', rate: 1, year: 1 };
    // What does not come up brings nothing home.
    expect(riskAt(lossesOf(grownOut(dead, { lot: 0, sow: 400, harvest: bring, chance: 1 }))).risk).toBeCloseTo(1, 10);
    const grown = grownOut(last, {
      lot: 0,
      sow: 20,
      harvest: { seeds: 500, draws: draws(), place: 'cupboard', rate: 1, year: 2 },
      chance: 0.8,
    });
    expect(riskByYear(lossesOf(grown))[0]).toBeCloseTo(1, 10);
    expect(riskAt(lossesOf(grown)).risk).toBeGreaterThan(0.2);
  });

  test('a test is worth something where it decides what to do, and nothing where all is known', () => {
    // Half of the draws are weak and age fast: they can be grown out now, and not in five years.
    const by = (strong: number, weak: number) => Float64Array.from({ length: DRAWS }, (_, draw) => (draw % 2 === 0 ? strong : weak));
    const slopes = by(0, 0.001);
    const unsure = line({
      lots: [lot({ draws: { probits: by(2, -0.8), known: slopes, shut: slopes } })],
      stores: [store({ seeds: 200 })],
      fails: 0,
    });
    const grow = { lot: 0, sow: 100, harvest: { seeds: 900, draws: draws(), place: 'cupboard', rate: 1, year: 1 }, chance: 0.9 };
    const ways: Ways = { ...WAYS, growOut: grow, test: { lot: 0, seeds: 10 }, hours: { ...WAYS.hours, 'grow out': 30 } };
    const test = (of: LineAtRisk) => remediesOf(of, ways, 1).find(({ kind }) => kind === 'test');
    // To grow it out is worth its hours only if it is weak; whether it is, ten seeds tell.
    expect(test(unsure)!.risk).toBeLessThan(riskAt(lossesOf(unsure)).risk - 0.1);
    const known = line({ lots: [lot({ draws: draws(-0.8, 0.001) })], stores: [store({ seeds: 200 })], fails: 0 });
    expect(test(known)!.risk).toBeCloseTo(riskAt(lossesOf(known)).risk, 6);
  });
});

test('scarce hours go to what is worth most for each, one remedy a line, as long as it fits', () => {
  const remedy = (worth: number, hours: number, after: number, kind: Remedy['kind'] = 'freezer'): Remedy => ({
    kind,
    risk: after,
    hours,
    worth,
    code: '20-0001',
    seeds: null,
  });
  const choices = [
    { line: 'a', risk: 0.5, remedies: [remedy(0.1, 4, 0.1)] },
    { line: 'b', risk: 0.6, remedies: [remedy(0.3, 1, 0.3), remedy(0.2, 3, 0)] },
    { line: 'c', risk: 0.4, remedies: [remedy(0.05, 2, 0.3)] },
    { line: 'd', risk: 0.9, remedies: [remedy(-0.1, 1, 1)] },
  ];
  expect(firstThings(choices, 3).things.map(({ line }) => line)).toEqual(['b', 'c']);
  expect(firstThings(choices, 3)).toMatchObject({ hours: 3, saves: expect.closeTo(0.4, 10) });
  expect(firstThings(choices, 100).things.map(({ line }) => line)).toEqual(['b', 'a', 'c']);
  expect(firstThings(choices, 0)).toEqual({ things: [], hours: 0, saves: 0 });
});

test('why a line may be lost is named with what is left of the risk without it, the largest first', () => {
  expect(whysOf(line()).map(({ why }) => why)).toEqual(['places']);
  expect(whysOf(line({ stores: [store({ seeds: 12 })] }))[0]).toEqual({ why: 'few seeds', without: expect.closeTo(1 - 0.98 ** 5, 6) });
  const ageing = line({ lots: [lot({ draws: draws(1, 0.002) })] });
  expect(whysOf(ageing)[0]!.why).toBe('age');
  const lent = line({ lots: [lot({ lentYears: 5 })], stores: [store({ seeds: 100 })], lentAYear: 100, reserve: 5 });
  expect(whysOf(lent).map(({ why }) => why)).toContain('lending');
  expect(whysOf(line({ fails: 0 }))).toEqual([]);
});
