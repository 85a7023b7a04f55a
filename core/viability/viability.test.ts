import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { middleAge, type Age } from './age.ts';
import { beliefOf, type LotHistory } from './belief.ts';
import type { Belief } from './grid.ts';
import { atAge, bandAt as bandThen, betaAt as betaThen, chanceAt, daysToFall, daysUnder, ownShare, probitAt } from './forecast.ts';
import { nothingKept } from './kept.ts';
import { likelihoodTable, soilFactors, timesLikelihood, WENT_WRONG } from './likelihood.ts';
import { normalBelow, probit } from './normal.ts';
import { odditiesOf } from './oddities.ts';
import { priorBelief } from './prior.ts';
import type { Aged } from './sightings.ts';
import {
  ageing,
  daysPerProbit,
  DRY_ENOUGH,
  HOME,
  homeDays,
  jarFactors,
  moistureByJar,
  moistureIn,
  ruleOfThumb,
  type Spell,
} from './storage.ts';

const kept = nothingKept();
const bandAt = (belief: Belief, age: Age) => bandThen(atAge(belief, age));
const betaAt = (belief: Belief, age: Age) => betaThen(atAge(belief, age));
const chanceAtLeast = (belief: Belief, share: number, age: Age) => chanceAt(atAge(belief, age), share);

const COWPEA = { KE: 8.69, CW: 4.715, CH: 0.026, CQ: 0.000498 };
const ONION = { KE: 6.975, CW: 3.47, CH: 0.04, CQ: 0.000428 };
const YEAR = 365.25;

describe('the normal curve', () => {
  // Abramowitz and Stegun, table 26.1 and beyond its end.
  test.each([
    [0, 0.5],
    [1, 0.841344746068543],
    [-1.96, 0.0249978951482204],
    [-3.99, 3.30366e-5],
    [-4.01, 3.03594e-5],
    [-7, 1.279812543886e-12],
    [-10, 7.61985302416e-24],
  ])('below %d lies %d', (z, share) => expect(normalBelow(z) / share).toBeCloseTo(1, 5));

  test('both tails are exact, and the probit is its inverse', () => {
    expect(normalBelow(-7.034483825) / 1e-12).toBeCloseTo(1, 6);
    fc.assert(
      fc.property(fc.double({ min: 1e-9, max: 1 - 1e-9, noNaN: true }), (share) => {
        expect(normalBelow(probit(share)) / share).toBeCloseTo(1, 5);
      }),
    );
    for (const wrong of [0, 1, -0.1, NaN]) expect(() => probit(wrong)).toThrow(RangeError);
  });
});

describe('the viability equation', () => {
  test('gives the published life of cowpea and onion', () => {
    const cowpea = daysPerProbit(COWPEA, 8, 15);
    expect(cowpea).toBeCloseTo(8509, -1);
    expect(daysPerProbit(ONION, 7, 5)).toBeCloseTo(6789, -1);
    const start = probit(0.96);
    expect(start * cowpea).toBeCloseTo(14_897, -2);
    expect((start - probit(0.85)) * cowpea).toBeCloseTo(6078, -1);
    expect((start - probit(0.85 * 0.96)) * cowpea).toBeCloseTo(7237, -1);
  });

  test('outside what it covers the nearest edge is used, and said', () => {
    expect(daysPerProbit(COWPEA, 2, 15)).toBe(daysPerProbit(COWPEA, 3, 15));
    expect(daysPerProbit(COWPEA, 8, -60)).toBe(daysPerProbit(COWPEA, 8, -20));
    expect(moistureIn({ air: { celsius: 20, humidity: 0.99 }, sealed: false, moisture: null }, [0, 2]).clamped).toBe(true);
    expect(moistureIn({ air: HOME, sealed: false, moisture: null }, [0, 2]).clamped).toBe(false);
    expect(moistureIn({ air: HOME, sealed: true, moisture: 30 }, [0, 2])).toEqual({ moisture: 18, clamped: true });
  });

  const bean = { oil: [1, 3] as const, constants: null };
  const pea = { oil: [1, 3] as const, constants: COWPEA };
  const spell = (change: Partial<Spell> = {}): Spell => ({ days: YEAR, air: HOME, sealed: false, moisture: null, ...change });

  test.each([
    ['with constants', pea],
    ['by rule', bean],
  ] as const)('%s: home storage is the yardstick, cold and dry is slower, warm and damp is faster', (_, crop) => {
    expect(ageing(crop, spell())).toBeCloseTo(1, 9);
    expect(ageing(crop, spell({ air: { celsius: 5, humidity: 0.4 } }))).toBeLessThan(0.6);
    expect(ageing(crop, spell({ air: { celsius: 25, humidity: 0.7 } }))).toBeGreaterThan(4);
    expect(ageing(crop, spell({ air: { celsius: -18, humidity: 0.6 }, sealed: true }))).toBeLessThan(0.2);
  });

  test('in a damp fridge a jar that shuts keeps its dryness, and paper does not', () => {
    const damp = { celsius: 4, humidity: 0.85 };
    expect(ageing(bean, spell({ air: damp, sealed: true }))).toBeLessThan(0.5 * ageing(bean, spell({ air: damp })));
  });

  test('spells add up, in any order, however they are cut', () => {
    const parts = [
      spell({ days: 100 }),
      spell({ days: 50, air: { celsius: 30, humidity: 0.6 } }),
      spell({ days: 900, air: { celsius: 4, humidity: 0.5 } }),
    ];
    expect(middleAge(homeDays(pea, parts))).toBeCloseTo(middleAge(homeDays(pea, parts.toReversed())), 8);
    expect(middleAge(homeDays(pea, [spell({ days: 40 }), spell({ days: 60 })]))).toBeCloseTo(
      middleAge(homeDays(pea, [spell({ days: 100 })])),
      8,
    );
    expect(middleAge(homeDays(pea, []))).toBe(0);
    // Days in a jar that nobody measured are counted apart.
    expect(homeDays(pea, [spell({ days: 10 }), spell({ days: 20, sealed: true })])).toEqual({
      known: expect.closeTo(10, 8),
      shut: expect.closeTo(20 * ageing(pea, spell({ sealed: true })), 8),
    });
  });

  test('a jar that nobody measured is no dry jar: it may be twice as bad as the middle, or twice as good', () => {
    for (const crop of [pea, bean]) {
      const factors = jarFactors(crop);
      expect(factors).toEqual([...factors].sort((one, other) => one - other));
      expect(factors[2]).toBe(1);
      expect(factors[0]).toBeLessThan(0.6);
      expect(factors[4]).toBeGreaterThan(1.6);
    }
    expect(ageing(bean, spell({ sealed: true }))).toBeGreaterThan(
      2 * ageing(bean, spell({ sealed: true, moisture: moistureByJar(DRY_ENOUGH, bean.oil) })),
    );
  });

  test('by Harrington’s rule a life doubles for each 5 °C less and each 1 % less moisture', () => {
    const at = (celsius: number, moisture: number) => ageing(bean, spell({ air: { celsius, humidity: 0.4 }, moisture }));
    expect(at(20, 9) / at(15, 9)).toBeCloseTo(2, 9);
    expect(at(15, 10) / at(15, 9)).toBeCloseTo(2, 9);
    expect(at(-18, 4)).toBe(at(0, 5));
  });

  test('the rule of thumb adds °F and humidity', () => {
    expect(ruleOfThumb({ celsius: 10, humidity: 0.49 })).toEqual({ sum: 99, holds: true });
    expect(ruleOfThumb({ celsius: 24, humidity: 0.55 }).holds).toBe(false);
  });
});

const lot = (change: Partial<LotHistory> = {}): LotHistory => ({
  halfLifeYears: 5,
  borrowed: false,
  ageThen: [{ days: 0, chance: 1 }],
  sightings: [],
  ...change,
});
const tested = (age: number, up: number, sown: number, day = age): Aged => ({ kind: 'test', age, up, sown, day });

describe('the likelihood of a count', () => {
  test('is the binomial’s, spread out: eight of ten is likeliest near eight tenths, and each count has its chance', () => {
    const best = (up: number, sown: number) => {
      const { shares } = likelihoodTable({ kind: 'test', up, sown }, kept);
      return shares.indexOf(1) * 0.02 - 9;
    };
    expect(normalBelow(best(8, 10))).toBeCloseTo(0.8, 1);
    for (const kind of ['test', 'emergence'] as const) {
      const chances = Array.from({ length: 41 }, (_, up) => {
        const table = likelihoodTable({ kind, up, sown: 40 }, kept);
        return table.highest * timesLikelihood(Float64Array.of(1), { from: 0, to: 1, z: 0.3, cell: 0.1, factor: 1 }, table);
      });
      expect(chances.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1, 6);
    }
  });

  test('none, all and a single seed are counts like any other; what is none of a towel is refused', () => {
    for (const [up, sown] of [
      [0, 1],
      [1, 1],
      [0, 400],
      [400, 400],
    ] as const)
      for (const kind of ['test', 'emergence'] as const) {
        const { shares, highest } = likelihoodTable({ kind, up, sown }, kept);
        // Never nothing: what was seen may always have gone wrong.
        expect(shares.every((share) => share * highest >= WENT_WRONG[kind] / (sown + 1) - 1e-15 && share <= 1)).toBe(true);
      }
    for (const [up, sown] of [
      [3, 2],
      [-1, 4],
      [0, 0],
      [1.5, 4],
    ] as const)
      expect(() => likelihoodTable({ kind: 'test', up, sown }, kept)).toThrow(RangeError);
  });

  test('soil takes its share: the same count is worth less, and says that more were alive', () => {
    for (const mean of [0.45, 0.75, 0.85])
      expect(soilFactors(mean).reduce((sum, factor) => sum + factor, 0) / soilFactors(mean).length).toBeCloseTo(mean, 2);
    const median = (kind: Aged['kind']) => bandAt(beliefOf(lot({ sightings: [{ kind, age: 700, up: 14, sown: 20 }] })), 700);
    const [paper, soil] = [median('test'), median('emergence')];
    expect(soil.median).toBeGreaterThan(paper.median);
    expect(soil.high - soil.low).toBeGreaterThan(0);
  });

  test('of a crop that comes up badly the same count says that more were alive', () => {
    const median = (soil: number) =>
      bandAt(beliefOf(lot({ sightings: [{ kind: 'emergence', age: 700, up: 9, sown: 20, soil }] })), 700).median;
    expect(median(0.5)).toBeGreaterThan(median(0.75));
    expect(median(0.75)).toBeGreaterThan(median(0.9));
  });
});

describe('the outlook of a lot', () => {
  test('by its crop alone: fresh seed is good, half is left after the crop’s life, and the band opens', () => {
    const belief = priorBelief(lot());
    expect(bandAt(belief, 0).median).toBeCloseTo(normalBelow(1.5), 2);
    expect(bandAt(belief, 5 * YEAR).median).toBeCloseTo(0.5, 1);
    const [early, late] = [bandAt(belief, YEAR), bandAt(belief, 5 * YEAR)];
    expect(late.high - late.low).toBeGreaterThan(early.high - early.low);
    expect(ownShare(lot(), belief, YEAR)).toBe(0);
  });

  test('a borrowed life is believed less', () => {
    const width = (borrowed: boolean) => {
      const { low, high } = bandAt(priorBelief(lot({ borrowed })), 4 * YEAR);
      return high - low;
    };
    expect(width(true)).toBeGreaterThan(width(false) * 1.1);
  });

  test('only falls as it ages', () => {
    const belief = beliefOf(lot({ sightings: [tested(400, 17, 20), tested(900, 15, 20)] }));
    let last = 1;
    for (let age = 0; age < 8000; age += 250) {
      const { low, median, high } = bandAt(belief, age);
      expect(low).toBeLessThanOrEqual(median);
      expect(median).toBeLessThanOrEqual(high);
      expect(median).toBeLessThanOrEqual(last + 1e-9);
      expect(chanceAtLeast(belief, 0.5, age + 250)).toBeLessThanOrEqual(chanceAtLeast(belief, 0.5, age) + 1e-9);
      last = median;
    }
  });

  test('tests pull it their way and narrow it, in any order', () => {
    const tests = [tested(700, 10, 20), tested(1100, 9, 20), tested(1100, 30, 50)];
    const [one, other] = [beliefOf(lot({ sightings: tests })), beliefOf(lot({ sightings: tests.toReversed() }))];
    expect(bandAt(one, 1100)).toEqual(expect.objectContaining({ median: expect.closeTo(bandAt(other, 1100).median, 9) }));
    const alone = bandAt(priorBelief(lot()), 1100);
    const told = bandAt(one, 1100);
    expect(told.median).toBeLessThan(alone.median);
    expect(told.high - told.low).toBeLessThan(alone.high - alone.low);
    expect(ownShare(lot({ sightings: tests }), one, 1100)).toBeGreaterThan(0.5);
    expect(ownShare(lot({ sightings: tests.slice(0, 1) }), beliefOf(lot({ sightings: tests.slice(0, 1) })), 1100)).toBeLessThan(
      ownShare(lot({ sightings: tests }), one, 1100),
    );
  });

  test('a hundred seeds on one day are less than two towels on two: tests differ by more than chance', () => {
    const width = (sightings: Aged[]) => probitAt(beliefOf(lot({ sightings })), 1000).variance;
    expect(width([tested(1000, 80, 100)])).toBeGreaterThan(width([tested(1000, 40, 50), tested(1000, 40, 50)]));
  });

  test('seed of no date is of every likely age, and less certain for it', () => {
    const undated = lot({ ageThen: [0, 1, 2, 4, 6].map((years) => ({ days: years * YEAR, chance: 0.2 })) });
    const [known, unknown] = [bandAt(priorBelief(lot()), 0), bandAt(priorBelief(undated), 0)];
    expect(unknown.high - unknown.low).toBeGreaterThan(2 * (known.high - known.low));
    expect(unknown.median).toBeLessThan(known.median);
    expect(bandAt(beliefOf({ ...undated, sightings: [tested(0, 46, 50)] }), 0).low).toBeGreaterThan(0.75);
  });

  test('says when it is likely to be under a threshold, and by when it falls to 85 % of what it is', () => {
    const belief = beliefOf(lot({ sightings: [tested(YEAR, 46, 50)] }));
    const under = daysUnder(belief, 0.5, 0.2)!;
    expect(1 - chanceAtLeast(belief, 0.5, under)).toBeCloseTo(0.2, 2);
    expect(daysUnder(belief, 0.5, 0.5)!).toBeGreaterThan(under);
    // Counted from later, and where a day ages it as two: fewer days.
    expect(Math.abs(daysUnder(belief, 0.5, 0.2, under / 2, 2)! - under / 4)).toBeLessThan(5);
    expect(daysUnder(beliefOf(lot({ sightings: [tested(0, 1, 50)] })), 0.5, 0.2)).toBe(0);
    expect(daysUnder(beliefOf(lot({ halfLifeYears: 200, sightings: [tested(0, 50, 50)] })), 0.5, 0.9)).toBeNull();
    expect(daysToFall(belief, YEAR)).toBeGreaterThan(300);
    expect(daysToFall(belief, 3 * YEAR)).toBeLessThan(daysToFall(belief, YEAR));
  });

  test('extremes break nothing: none and all of many, a single seed, a hundred tests, thirty years', () => {
    const cases: Aged[][] = [
      [tested(0, 0, 400)],
      [tested(0, 400, 400)],
      [tested(10, 1, 1)],
      Array.from({ length: 100 }, (_, index) => tested(index * 20, 18, 20)),
      Array.from({ length: 20 }, () => tested(500, 20, 20)),
      [tested(30 * YEAR, 9, 10)],
      [tested(0, 0, 100), tested(3000, 100, 100)],
      Array.from({ length: 100 }, (_, index) => tested(index * 20, index % 2 === 0 ? 19 : 1, 20)),
    ];
    for (const sightings of cases)
      for (const age of [0, 1000, 30 * YEAR]) {
        const belief = beliefOf(lot({ sightings }));
        const { low, median, high } = bandAt(belief, age);
        for (const share of [low, median, high, chanceAtLeast(belief, 0.5, age)]) {
          expect(share).toBeGreaterThanOrEqual(0);
          expect(share).toBeLessThanOrEqual(1);
        }
        const { a, b } = betaAt(belief, age);
        expect(a > 0 && b > 0 && a + b <= 10.01).toBe(true);
      }
  });

  test('as the prior of a test it is worth ten seeds at most, with its own mean', () => {
    const belief = beliefOf(lot({ sightings: Array.from({ length: 12 }, () => tested(600, 18, 20)) }));
    const { a, b } = betaAt(belief, 600);
    expect(a + b).toBeCloseTo(10, 6);
    expect(a / (a + b)).toBeCloseTo(bandAt(belief, 600).median, 1);
    expect(betaAt(priorBelief(lot({ borrowed: true })), 5 * YEAR)).toEqual({ a: expect.any(Number), b: expect.any(Number) });
  });
});

describe('a test that goes against all before it', () => {
  const good = tested(300, 19, 20);
  const at = (sightings: Aged[]) => bandAt(beliefOf(lot({ sightings })), sightings.at(-1)!.age);
  const mayBeLent = (sightings: Aged[]) => chanceAtLeast(beliefOf(lot({ sightings })), 0.5, sightings.at(-1)!.age);

  test('is not averaged with them: after three years in the cold with 7 of 50 the lot is what the last test says', () => {
    const sightings = [good, tested(400, 7, 50, 1400)];
    const { median, high } = at(sightings);
    expect(median).toBeCloseTo(7 / 50, 1);
    expect(high).toBeLessThan(0.45);
    expect([...odditiesOf(lot({ sightings }))].find(({ test }) => test.up === 7)).toMatchObject({
      since: good,
      fell: expect.closeTo(0.91, 1),
      wentWrong: expect.closeTo(0.09, 1),
    });
  });

  test('soon after a good one it may as well have gone wrong itself: the question is open until a third test settles it either way', () => {
    const bad = tested(360, 1, 20);
    expect(mayBeLent([good, bad])).toBeGreaterThan(0.3);
    expect(mayBeLent([good, bad])).toBeLessThan(0.7);
    const [odd] = [...odditiesOf(lot({ sightings: [good, bad] }))].filter(({ test }) => test === bad);
    expect(odd!.fell + odd!.wentWrong).toBeCloseTo(1, 2);
    expect(at([good, bad, tested(380, 18, 20)]).low).toBeGreaterThan(0.75);
    expect(at([good, bad, tested(380, 2, 20)]).high).toBeLessThan(0.25);
  });

  test('a first test far too low may be a towel gone wrong, later good ones say so', () => {
    const sightings = [tested(300, 7, 50), tested(360, 45, 50)];
    expect(at(sightings).median).toBeGreaterThan(0.8);
    expect([...odditiesOf(lot({ sightings }))]).toEqual([
      expect.objectContaining({ test: sightings[0], since: null, wentWrong: expect.closeTo(1, 2), fell: expect.closeTo(0, 2) }),
    ]);
  });

  test('the longer ago the last good test, the likelier it was the seed; on the same day nothing can have befallen it', () => {
    const fell = (day: number) =>
      [...odditiesOf(lot({ sightings: [good, tested(300, 3, 20, day)] }))].find(({ test }) => test.up === 3)!.fell;
    expect(fell(300)).toBe(0);
    expect(fell(400)).toBeLessThan(fell(1000));
    expect(fell(1000)).toBeLessThan(fell(3000));
  });

  test('a bed in which nothing came up says little against good tests: slugs may have had it', () => {
    const failed: Aged = { kind: 'emergence', age: 400, up: 0, sown: 20 };
    expect(at([good, failed]).median).toBeGreaterThan(0.8);
    expect(at([good, failed]).median).toBeLessThan(at([good]).median);
  });

  test('seed that ages as expected has nothing odd, and the order in which tests are told changes nothing', () => {
    expect([...odditiesOf(lot({ sightings: [tested(100, 18, 20), tested(465, 17, 20), tested(830, 17, 20)] }))]).toEqual([]);
    expect([...odditiesOf(lot())]).toEqual([]);
    const sightings = [good, tested(400, 7, 50, 1400), tested(450, 9, 50, 1500)];
    expect(at(sightings)).toEqual(bandAt(beliefOf(lot({ sightings: sightings.toReversed() })), 450));
  });

  test('what surprises has told much of the lot, even while it is open', () => {
    const sightings = [good, tested(360, 1, 20)];
    expect(ownShare(lot({ sightings }), beliefOf(lot({ sightings })), 360)).toBeGreaterThan(0.3);
  });
});

test('the example that belief.ts gives is what comes out', () => {
  const history = { halfLifeYears: 5, borrowed: false, ageThen: [{ days: 0, chance: 1 }] };
  const percents = ({ low, median, high }: ReturnType<typeof bandAt>) => [low, median, high].map((share) => Math.round(100 * share));
  expect(percents(bandAt(priorBelief(history), 900))).toEqual([38, 76, 93]);
  expect(percents(bandAt(beliefOf({ ...history, sightings: [tested(400, 17, 20), tested(900, 15, 20)] }), 900))).toEqual([62, 75, 85]);
});

test('what is kept for many lots changes no figure of any', () => {
  const shared = nothingKept();
  for (const halfLifeYears of [2, 5, 5, 9]) {
    const history = { halfLifeYears, borrowed: false, ageThen: [{ days: 0, chance: 1 }], sightings: [tested(300, 17, 20)] };
    expect(bandAt(beliefOf(history, shared), 500)).toEqual(bandAt(beliefOf(history), 500));
  }
  expect([shared.priors.size, shared.tables.size]).toEqual([3, 1]);
});
