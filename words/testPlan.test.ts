import { describe, expect, test } from '@jest/globals';
import type { PlanProblem, PlanTest } from '#core/schedule/benchPlan.ts';
import { moveWords, relaxationWords, weeksLate } from './testPlan.ts';

const START = '2026-11-30';
const WEEKS = 6;
const each = (value: number) => Array.from({ length: WEEKS }, () => value);
const towel = (change: Partial<PlanTest> = {}): PlanTest => ({
  spot: 'room',
  towels: 1,
  hours: [0.5, 0.2],
  value: 2,
  earliest: 0,
  deadline: 2,
  pinned: null,
  ...change,
});
const problem = (tests: readonly PlanTest[], hours = each(4)): PlanProblem => ({
  tests,
  bench: {
    weeks: WEEKS,
    towels: { warm: 1, room: 1, cool: 1 },
    hours,
    taken: { towels: { warm: each(0), room: each(0), cool: each(0) }, hours: each(0) },
  },
});

describe('what moving a test costs', () => {
  test('nothing while it ends on time', () => expect(moveWords(problem([towel()]), START, [0], 0, 1)).toBe('ends on time.'));

  test('its weeks late and what they weigh, and what is gained the other way', () => {
    expect(moveWords(problem([towel()]), START, [0], 0, 3)).toBe(
      'ends 2 weeks after its deadline; total lateness, weighted by priority, rises by 4.0 weeks.',
    );
    expect(moveWords(problem([towel()]), START, [3], 0, 1)).toBe('ends on time; total lateness, weighted by priority, falls by 4.0 weeks.');
  });

  test('a place that gets too full is named with its week', () =>
    expect(moveWords(problem([towel(), towel()]), START, [0, 3], 1, 1)).toBe(
      'ends on time; the room place has 1 towel too many in the week of 7 Dec; total lateness, weighted by priority, falls by 4.0 weeks.',
    ));

  test('hours that are not there are named, and a week when nobody comes', () => {
    const closed = each(4).map((hours, week) => (week === 1 ? 0 : hours));
    expect(moveWords(problem([towel()], closed), START, [2], 0, 1)).toMatch(/hours too many.*closed then\.$/);
  });
});

test('lateness is told in weeks, whatever a week weighs', () => {
  expect(weeksLate(problem([towel()]), 0, 3)).toBe(2);
  expect(weeksLate(problem([towel()]), 0, 0)).toBe(0);
});

test.each([
  [{ what: 'hours', more: 1 }, '1 more helper hour a week'],
  [{ what: 'deadline', more: 3 }, '3 weeks more time before each deadline'],
  [{ what: 'warm', more: 2 }, '2 more towels in the warm place'],
] as const)('what would let all in is said in words: %j', (relaxation, words) => expect(relaxationWords(relaxation)).toBe(words));
