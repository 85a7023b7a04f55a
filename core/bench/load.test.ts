import { describe, expect, test } from '@jest/globals';
import { addDays } from '../calendar/plainDate.ts';
import { daysOf, inARow, planLoad, type Waiting } from './load.ts';

const START = '2026-09-07';
const has = { trays: 1, jars: 5, hours: 3 };
const threshing = (latest: string | null): Waiting => ({
  steps: [
    { step: 'thresh', days: 1 },
    { step: 'winnow', days: 1 },
    { step: 'dry', days: 4 },
  ],
  latest,
});

describe('the load of the weeks to come', () => {
  test('of a week is the most trays and jars at once, and hours spread over the days they are done on', () => {
    const { weeks } = planLoad(
      [
        { step: 'dry', from: START, to: addDays(START, 9) },
        { step: 'dry', from: addDays(START, 4), to: addDays(START, 5) },
        { step: 'thresh', from: addDays(START, 8), to: addDays(START, 8) },
      ],
      [],
      has,
      START,
      3,
    );
    expect(weeks.map(({ needs }) => needs.trays)).toEqual([2, 1, 0]);
    expect(weeks[0]!.short).toEqual(['trays']);
    expect(weeks[0]!.needs.hours + weeks[1]!.needs.hours).toBeCloseTo(1.6, 1);
  });

  test('work that began before the first week counts only for its days that are left', () => {
    const { weeks } = planLoad([{ step: 'thresh', from: addDays(START, -3), to: START }], [], has, START, 1);
    expect(weeks[0]!.needs.hours).toBeCloseTo(0.3, 5);
  });

  test('what spoils first is begun first; the rest waits for the next week with a tray free', () => {
    const { begin, weeks } = planLoad([], [threshing(null), threshing(addDays(START, 3)), threshing(addDays(START, 60))], has, START, 4);
    expect(begin).toEqual([addDays(START, 14), START, addDays(START, 7)]);
    expect(weeks.flatMap(({ short }) => short)).toEqual([]);
  });

  test('nothing waits past its last day for want of room: then people must be asked', () => {
    const tight = [threshing(addDays(START, 2)), threshing(addDays(START, 2)), threshing('2026-08-01')];
    const { begin, weeks } = planLoad([], tight, has, START, 3);
    expect(begin).toEqual([START, START, START]);
    expect(weeks[0]!.short).toEqual(['trays', 'hours']);
  });

  test('a week that is short already has still room for what adds nothing to what is short', () => {
    const full = [0, 1].map(() => ({ step: 'dry' as const, from: START, to: addDays(START, 6) }));
    const { begin } = planLoad(full, [{ steps: [{ step: 'sort', days: 1 }], latest: null }], has, START, 2);
    expect(begin).toEqual([START]);
  });

  test('steps follow one another, and last as long as their clocks or their drying', () => {
    expect(inARow(threshing(null).steps, START).map(({ from }) => from)).toEqual([START, addDays(START, 1), addDays(START, 2)]);
    expect(daysOf('ferment', { earliest: 36, usual: 73, latest: 96 }, false)).toBe(4);
    expect(daysOf('winnow', null, false)).toBe(1);
    expect([daysOf('dry', null, false), daysOf('dry', null, true)]).toEqual([7, 14]);
  });
});
