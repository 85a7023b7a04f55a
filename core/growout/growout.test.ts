import { describe, expect, test } from '@jest/globals';
import { USUAL_GROWING } from '../house/growing.ts';
import type { Method } from '../isolation/barriers.ts';
import { hoursToGrow } from './hours.ts';
import { byPressure, lotToSow, needsOf, sowingsOf, type LineToGrow, type LotToGrow } from './needs.ts';
import { bedFor } from './plots.ts';
import { seasonOfLine } from './seasonOfLine.ts';
import { isNeighbourOffPlan } from './watch.ts';
import { packetsOf, yieldToExpect } from './yieldToExpect.ts';

const lot = (change: Partial<LotToGrow> = {}): LotToGrow => ({
  code: '26-0001-A',
  seeds: 300,
  toSow: 60,
  verdict: 'full strength',
  median: 0.9,
  promise: 'true',
  ...change,
});
const line = (change: Partial<LineToGrow> = {}): LineToGrow => ({
  aim: 'keep true',
  lots: [lot()],
  jars: 3,
  places: 2,
  gardens: 2,
  usable: 240,
  target: 200,
  ...change,
});
const whys = (change: Partial<LineToGrow>) => needsOf(line(change)).map(({ why }) => why);

describe('why a line needs growing out', () => {
  test('nothing, where there is enough good seed of several gardens in several jars', () => expect(needsOf(line())).toEqual([]));

  test('seed for fewer than three sowings, counted lot by lot', () => {
    expect(needsOf(line({ lots: [lot({ seeds: 90 }), lot({ seeds: 60, toSow: 120 })] }))).toContainEqual({
      why: 'few sowings',
      sowings: 2,
    });
    expect(whys({ lots: [lot({ seeds: 180 })] })).not.toContain('few sowings');
    expect(sowingsOf([lot(), lot({ verdict: 'dead' }), lot({ toSow: null })])).toBe(5);
  });

  test('viability under 85 % of fresh seed’s in its best lot, fresh being 93 %', () => {
    const [need] = needsOf(line({ lots: [lot({ median: 0.7 }), lot({ median: 0.78 })] }));
    expect(need).toMatchObject({ why: 'losing viability', median: 0.78 });
    expect(need!.why === 'losing viability' && need!.ofFresh).toBeCloseTo(0.836, 3);
    expect(whys({ lots: [lot({ median: 0.7 }), lot({ median: 0.8 })] })).not.toContain('losing viability');
  });

  test('all of it in one jar, which is in one place; or from one garden', () => {
    expect(whys({ jars: 1, places: 1, gardens: 1 })).toEqual(['one jar', 'one garden']);
    expect(whys({ places: 1 })).toEqual(['one place']);
  });

  test('demand above stock, and a promise to be raised where the line is kept true', () => {
    expect(needsOf(line({ usable: 150 }))).toEqual([{ why: 'demand above stock', usable: 150, target: 200 }]);
    const doubtful = [lot({ promise: 'may vary' })];
    expect(whys({ lots: doubtful })).toEqual(['promise to be raised']);
    expect(whys({ lots: doubtful, aim: 'let adapt' })).toEqual([]);
    expect(whys({ lots: [...doubtful, lot({ promise: 'likely true' })] })).toEqual([]);
  });

  test('nothing can be asked of a line that is dead', () => expect(whys({ lots: [lot({ verdict: 'dead' })], jars: 1 })).toEqual([]));
});

test('the lot to sow is one that sows a whole grow-out and germinates best, else the one that comes nearest', () => {
  const [small, weak, good] = [lot({ code: 's', seeds: 30 }), lot({ code: 'w', median: 0.6 }), lot({ code: 'g', median: 0.85 })];
  expect(lotToSow([small, weak, good])?.code).toBe('g');
  expect(lotToSow([small, lot({ code: 't', seeds: 20 })])?.code).toBe('s');
  expect(lotToSow([lot({ toSow: null }), lot({ verdict: 'dead' })])).toBeNull();
});

test('what presses most comes first: fewest sowings among the urgent, and these before what only stands in one jar', () => {
  const of = (change: Partial<LineToGrow>) => {
    const asked = line(change);
    return { needs: needsOf(asked), sowings: sowingsOf(asked.lots) };
  };
  const last = of({ lots: [lot({ seeds: 30 })] });
  const few = of({ lots: [lot({ seeds: 120 })], usable: 0 });
  const jar = of({ jars: 1, places: 1, gardens: 1 });
  expect([jar, few, last].sort(byPressure)).toEqual([last, few, jar]);
});

test('the bed follows from the spacing, and the hours from plants, winter and what keeps it apart', () => {
  expect(bedFor(20, { apart: 30, rows: 40 })).toBe(2.4);
  expect(bedFor(1, { apart: 5, rows: 20 })).toBe(0.1);
  const pea = { sow: [-7, 3], daysToSeed: [85, 115], ripeWeeks: null } as const;
  const beet = { sow: [0, 8], daysToSeed: null, ripeWeeks: [12, 18] } as const;
  const hours = (plants: number, methods: readonly Method[] = [], crop: typeof pea | typeof beet = pea) =>
    hoursToGrow(crop, plants, methods, { ...USUAL_GROWING, hours: 3, hoursPerPlant: 0.05, hoursOfWinter: 2, hoursApart: 3 });
  expect(hours(20)).toBe(4);
  // To the half hour, up.
  expect(hours(21)).toBe(4.5);
  expect(hours(20, [], beet)).toBe(6);
  // A fence or distance asks for nobody's hands day by day.
  expect(hours(20, ['distance', 'barrier', 'time'])).toBe(4);
  expect(hours(20, ['cage', 'bags'])).toBe(10);
});

test('a neighbour off its plan is told of where it doubles what is crossed, and not for next to nothing', () => {
  expect(isNeighbourOffPlan(0.02, 0.01)).toBe(true);
  expect(isNeighbourOffPlan(0.02, 0.011)).toBe(false);
  expect(isNeighbourOffPlan(0.009, 0)).toBe(false);
});

test('yield to expect is by the almanac’s range or the line’s own seasons, and packets by its low end after the grower’s share', () => {
  expect(yieldToExpect(20, { seedsPerPlant: [30, 80] })).toEqual({ low: 600, high: 1600, seasons: 0 });
  expect(packetsOf(600, 0.1, 40)).toBe(13);
  expect(packetsOf(600, 0.5, 40)).toBe(7);
  // The line's own seasons tell more, and the more of them the narrower.
  expect(yieldToExpect(10, { seedsPerPlant: [30, 80] }, [90])).toEqual({ low: 500, high: 1620, seasons: 1 });
  expect(yieldToExpect(10, { seedsPerPlant: [30, 80] }, [45, 180, 90, 90])).toMatchObject({ low: 671, high: 1207, seasons: 4 });
});

describe('the season of a line', () => {
  const frosts = { last: '05-08', first: '10-20' };
  const pea = { bloom: [8, 11], sow: [-6, -1], daysToSeed: [100, 130], ripeWeeks: null, finalCount: 8 } as const;
  const carrot = { bloom: [8, 12], sow: [4, 8], daysToSeed: null, ripeWeeks: [18, 22], finalCount: 14 } as const;
  const asked = { today: '2026-11-27', sowOn: null, home: null, frosts, lendingOpens: '02-07' };
  const step = (crop: typeof pea | typeof carrot, name: string, change: Partial<typeof asked> | { sowOn: string; home?: string } = {}) =>
    seasonOfLine(crop, { ...asked, ...change }).steps.find(({ step }) => step === name)!;

  test('steps follow each other: none ends before it begins, and none begins before the one it waits for', () => {
    for (const crop of [pea, carrot])
      for (const sowOn of [null, '2027-04-10', '2027-06-20']) {
        const { steps } = seasonOfLine(crop, { ...asked, sowOn });
        for (const [index, { from, to }] of steps.entries()) {
          expect(to >= from).toBe(true);
          if (index > 0) expect(from >= steps[index - 1]!.from).toBe(true);
        }
      }
  });

  test('the next usual sowing lasts from its first day to its last, by the last frost', () =>
    expect(step(pea, 'sow')).toEqual({ step: 'sow', from: '2027-03-27', to: '2027-05-01' }));

  test('in the sowing weeks it is sown from today on', () => expect(step(pea, 'sow', { today: '2027-04-12' }).from).toBe('2027-04-12'));

  test('a grow-out that has a sowing day is sown on it, and comes home when it was agreed', () => {
    expect(step(pea, 'sow', { sowOn: '2027-04-10' })).toEqual({ step: 'sow', from: '2027-04-10', to: '2027-04-10' });
    expect(step(pea, 'test', { sowOn: '2027-04-10', home: '2027-11-01' }).from).toBe('2027-11-01');
    expect(step(pea, 'lend', { sowOn: '2027-04-10', home: '2028-02-05' }).from).toBe('2029-02-07');
  });

  test('what ripens in its second year flowers and ripens a year after it is sown', () => {
    expect(seasonOfLine(carrot, asked).seasons).toBe(2);
    expect(step(carrot, 'sow').from.slice(0, 4)).toBe('2027');
    expect(step(carrot, 'bloom').from.slice(0, 4)).toBe('2028');
    expect(step(carrot, 'ripen')).toEqual({ step: 'ripen', from: '2028-09-11', to: '2028-10-09' });
  });
});
