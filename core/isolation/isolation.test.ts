import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Metres } from '../kernel/kinds.ts';
import { barrierOf, METHODS } from './barriers.ts';
import { crossedShare, crossedShareKnown } from './crossedShare.ts';
import { pollenOver, type Neighbour, type Season } from './pollen.ts';
import { metresBetween, placeFault, readPoint } from './gardens.ts';
import { binned, binnedByWeight, BINS, meanOf } from './quantiles.ts';
import { usualBloom } from './usualBloom.ts';

const SQUASH = { outcrossing: 0.9, homeDistance: 150, productionDistance: 800, barrier: 1 };
const at = (metres: Metres): Neighbour => ({ metres, overlap: 1, amount: 1, weight: 1 });
const known = (...metres: number[]) => crossedShareKnown({ ...SQUASH, neighbours: metres.map(at) });

test('a crop usually flowers some weeks from the last frost, in either half of the year', () => {
  expect(usualBloom({ bloom: [4, 10] }, '05-01', 2026)).toEqual(['2026-05-29', '2026-07-10']);
  expect(usualBloom({ bloom: [-2, 3] }, '10-15', 2025)).toEqual(['2025-10-01', '2025-11-05']);
});

describe('how much foreign pollen arrives', () => {
  test('is all of it at no distance, 1 % at the home-garden distance, 0.1 % at the seed-production distance', () => {
    expect(pollenOver(0, 150, 800)).toBe(1);
    expect(pollenOver(150, 150, 800)).toBeCloseTo(0.01, 10);
    expect(pollenOver(800, 150, 800)).toBeCloseTo(0.001, 10);
  });

  test('gives the worked crossed shares: 3.0 % from one at 60 m, 17.1 % from three, 0.9 % from one at 150 m', () => {
    expect(known(60)).toBeCloseTo(0.03, 3);
    expect(known(20, 40, 60)).toBeCloseTo(0.171, 3);
    expect(known(150)).toBeCloseTo(0.009, 3);
  });

  test('is refused for impossible distances', () => {
    expect(() => pollenOver(-5, 150, 800)).toThrow(RangeError);
    expect(() => pollenOver(5, 800, 150)).toThrow(RangeError);
  });

  test('the tightest of several ways counts', () => {
    expect(barrierOf(['barrier', 'hand pollination'])).toBe(0.003);
    expect(barrierOf(['cage', 'bags'])).toBe(0.003);
    expect(barrierOf([])).toBe(1);
    for (const method of METHODS) expect(barrierOf([method])).toBeLessThanOrEqual(1);
  });

  test('hand pollination beside one equal neighbour keeps 99 in 100 true 88 times in 100', () => {
    const beside = { metres: 0, overlap: 1, amount: 1, weight: 1 };
    const season = {
      outcrossing: 0.9,
      homeDistance: 150,
      productionDistance: 800,
      neighbours: [beside],
      barrier: barrierOf(['hand pollination']),
    };
    const kept = crossedShare(season).filter((share) => share <= 0.01).length;
    expect(kept / crossedShare(season).length).toBeCloseTo(0.88, 1);
  });
});

const said = <T>(of: fc.Arbitrary<T>) => fc.oneof(of, fc.constant('unknown' as const));
const neighbour = fc.record<Neighbour>({
  metres: said(fc.double({ min: 0, max: 2000, noNaN: true })),
  overlap: said(fc.double({ min: 0, max: 1, noNaN: true })),
  amount: said(fc.double({ min: 0.05, max: 20, noNaN: true })),
  weight: fc.constantFrom(1, 0.1, 0.01),
});
const season = fc.record<Season>({
  outcrossing: fc.double({ min: 0, max: 1, noNaN: true }),
  homeDistance: fc.double({ min: 1, max: 400, noNaN: true }),
  productionDistance: fc.double({ min: 700, max: 4000, noNaN: true }),
  neighbours: said(fc.array(neighbour, { maxLength: 4 })),
  barrier: fc.constantFrom(1, 0.5, 0.05, 0.02, 0.01),
});
const neverAbove = (less: Season, more: Season) => {
  const [low, high] = [crossedShare(less), crossedShare(more)];
  return low.every((value, bin) => value <= high[bin]! + 1e-12);
};

describe('the risk of a season, whatever the garden', () => {
  test('more distance never raises it', () =>
    fc.assert(
      fc.property(
        season,
        neighbour,
        fc.double({ min: 0, max: 2000, noNaN: true }),
        fc.double({ min: 0, max: 2000, noNaN: true }),
        (one, next, a, b) => {
          const with_ = (metres: Metres) => ({ ...one, neighbours: [{ ...next, metres }] });
          return neverAbove(with_(Math.max(a, b)), with_(Math.min(a, b)));
        },
      ),
      { numRuns: 60 },
    ));

  test('one more neighbour never lowers it', () =>
    fc.assert(
      fc.property(season, fc.array(neighbour, { maxLength: 3 }), neighbour, (one, some, more) =>
        neverAbove({ ...one, neighbours: some }, { ...one, neighbours: [...some, more] }),
      ),
      { numRuns: 60 },
    ));

  test('unknown is never better than the best case nor worse than the worst', () =>
    fc.assert(
      fc.property(season, neighbour, (one, next) => {
        const with_ = (change: Partial<Neighbour>) => ({ ...one, neighbours: [{ ...next, ...change }] });
        return (
          neverAbove(with_({ metres: one.productionDistance }), with_({ metres: 'unknown' })) &&
          neverAbove(with_({ metres: 'unknown' }), with_({ metres: 0 })) &&
          neverAbove(with_({ overlap: 0 }), with_({ overlap: 'unknown' })) &&
          neverAbove(with_({ overlap: 'unknown' }), with_({ overlap: 1 })) &&
          neverAbove(with_({ amount: 0.1 }), with_({ amount: 'unknown' })) &&
          neverAbove(with_({ amount: 'unknown' }), with_({ amount: 10 })) &&
          neverAbove({ ...one, neighbours: [] }, { ...one, neighbours: 'unknown' }) &&
          neverAbove({ ...one, neighbours: 'unknown' }, with_({ metres: 0, overlap: 1, amount: 10, weight: 1 }))
        );
      }),
      { numRuns: 40 },
    ));

  test('the order of neighbours does not matter', () =>
    fc.assert(
      fc.property(season, fc.array(neighbour, { minLength: 2, maxLength: 4 }), (one, some) => {
        const forth = crossedShare({ ...one, neighbours: some });
        const back = crossedShare({ ...one, neighbours: [...some].reverse() });
        return forth.every((value, bin) => Math.abs(value - back[bin]!) < 1e-9);
      }),
      { numRuns: 40 },
    ));

  test('a tighter barrier never raises it, and shares stay between 0 and the outcrossing rate', () =>
    fc.assert(
      fc.property(season, (one) => {
        const shares = crossedShare({ ...one, barrier: 1 });
        return (
          neverAbove({ ...one, barrier: 0.02 }, { ...one, barrier: 1 }) && shares.every((share) => share >= 0 && share <= one.outcrossing)
        );
      }),
      { numRuns: 40 },
    ));
});

describe('distributions as equally likely values', () => {
  test('keep their mean, with and without weights', () => {
    const values = Float64Array.from({ length: BINS * 4 }, (_, index) => ((index * 37) % 128) / 128);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    expect(meanOf(binned(values.slice()))).toBeCloseTo(mean, 12);
    expect(meanOf(binnedByWeight(values, new Float64Array(values.length).fill(3)))).toBeCloseTo(mean, 12);
    expect(() => binnedByWeight(values, new Float64Array(values.length))).toThrow(RangeError);
  });

  test('put all weight where it belongs', () => {
    const bins = binnedByWeight(Float64Array.of(0.1, 0.9), Float64Array.of(3, 1));
    expect(bins.filter((value) => Math.abs(value - 0.1) < 1e-9)).toHaveLength(18);
    expect(bins.at(-1)).toBeCloseTo(0.9, 12);
  });
});

describe('gardens', () => {
  test('a degree of longitude on the equator is 111.3 km on WGS84', () =>
    expect(metresBetween({ latitude: 0, longitude: 0 }, { latitude: 0, longitude: 1 })).toBeCloseTo(111_319.49, 1));

  test('a degree of latitude from the equator is 110.6 km', () =>
    expect(metresBetween({ latitude: 0, longitude: 20 }, { latitude: 1, longitude: 20 })).toBeCloseTo(110_574.39, 1));

  test.each([
    ['0, 0', 'nowhere'],
    ['-47.2, -38.1', 'other hemisphere'],
    ['12, 100', 'too far'],
    ['47.21, -38.11', null],
  ])('a garden at %s is %s', (text, fault) => {
    const house = { southern: false, others: [{ latitude: 47.2, longitude: -38.1 }] };
    expect(placeFault(readPoint(text)!, house)).toBe(fault);
  });

  test('points are read with signs or with letters, and nothing else is', () => {
    expect(readPoint('47.2 N 38.1 W')).toEqual({ latitude: 47.2, longitude: -38.1 });
    expect(readPoint('47.2, −38.1')).toEqual({ latitude: 47.2, longitude: -38.1 });
    for (const text of ['here', '47.2', '97, 12', '12, 190']) expect(readPoint(text)).toBeNull();
  });
});
