import { seeded } from '../distributions/seeded.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { SPOTS } from '../germination/layout.ts';
import { costOf, lateness, loadOf, overbooked, weeksFor, type Plan, type PlanBench, type PlanProblem, type PlanTest } from './benchPlan.ts';
import { explainPlan } from './explainPlan.ts';
import { improvePlan } from './improvePlan.ts';
import { hoursByWeek, hoursOfTest, planTestOf, standingIn } from './planTest.ts';
import { testValue } from './testValue.ts';

const none = (weeks: number) => Array.from({ length: weeks }, () => 0);
const benchOf = (weeks: number, towels: number, hours: number, change: Partial<PlanBench> = {}): PlanBench => ({
  weeks,
  towels: { warm: towels, room: towels, cool: towels },
  hours: none(weeks).map(() => hours),
  taken: { towels: { warm: none(weeks), room: none(weeks), cool: none(weeks) }, hours: none(weeks) },
  ...change,
});
const towel = (change: Partial<PlanTest> = {}): PlanTest => ({
  spot: 'room',
  towels: 1,
  hours: [0.5, 0.2],
  value: 1,
  earliest: 0,
  deadline: 3,
  pinned: null,
  ...change,
});
const solved = (problem: PlanProblem, before: Plan | null = null, steps = 60) =>
  [...improvePlan(problem, seeded(11).share, before, (step) => step >= steps)].at(-1)!;

/** The least cost of all plans there are. */
function bruteForce({ tests, bench }: PlanProblem): number {
  let least = Infinity;
  const plan: (number | null)[] = tests.map(() => null);
  const go = (index: number): void => {
    if (index === tests.length) {
      if (overbooked({ tests, bench }, plan).length === 0) least = Math.min(least, costOf({ tests, bench }, plan));
      return;
    }
    for (const week of [...weeksFor(tests[index]!, bench), ...(tests[index]!.pinned === null ? [null] : [])]) {
      plan[index] = week;
      go(index + 1);
    }
  };
  go(0);
  return least;
}

const someTest = fc.record({
  spot: fc.constantFrom(...SPOTS.slice(0, 2)),
  towels: fc.integer({ min: 1, max: 2 }),
  hours: fc.constantFrom([0.5], [0.5, 0.25], [0.5, 0, 0.25]),
  value: fc.constantFrom(0.25, 1, 2.5),
  earliest: fc.integer({ min: 0, max: 1 }),
  deadline: fc.integer({ min: -1, max: 4 }),
  pinned: fc.constant(null),
});
const someProblem = fc.record({
  tests: fc.array(someTest, { minLength: 1, maxLength: 5 }),
  bench: fc.tuple(fc.integer({ min: 0, max: 3 }), fc.constantFrom(0.5, 1, 2)).map(([towels, hours]) => benchOf(4, towels, hours)),
});

describe('the bench plan', () => {
  test('what it ends with is the best there is, in small cases, and its bound is never above that', () => {
    fc.assert(
      fc.property(someProblem, (problem) => {
        const least = bruteForce(problem);
        const { cost, bound, plan } = solved(problem);
        expect(cost).toBeCloseTo(least, 9);
        expect(bound).toBeLessThanOrEqual(least + 1e-9);
        expect(overbooked(problem, plan)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('a test gives its cheapest week up where another needs it more', () => {
    const weekly = (deadline: number, change: Partial<PlanTest> = {}) => towel({ spot: 'warm', hours: [0.5], deadline, ...change });
    const tests = [
      weekly(1),
      weekly(0, { hours: [0.5, 0, 0.25], value: 0.25 }),
      weekly(0, { earliest: 1 }),
      weekly(4, { hours: [0.5, 0, 0.25], value: 2.5 }),
      weekly(2),
    ];
    const problem = { tests, bench: benchOf(4, 2, 0.5) };
    expect(solved(problem).cost).toBeCloseTo(bruteForce(problem), 9);
  });

  test('each step is at least as good as the one before, and its bound never falls', () => {
    const chance = seeded(5).share;
    const tests = Array.from({ length: 80 }, () =>
      towel({ spot: SPOTS[Math.floor(chance() * 3)]!, value: 0.2 + chance(), deadline: Math.floor(chance() * 6), hours: [0.4, 0.2, 0.2] }),
    );
    let [cost, bound] = [Infinity, -Infinity];
    for (const step of improvePlan({ tests, bench: benchOf(10, 5, 6) }, seeded(3).share, null, (step) => step >= 10)) {
      expect(step.cost).toBeLessThanOrEqual(cost + 1e-9);
      expect(step.bound).toBeGreaterThanOrEqual(bound - 1e-9);
      expect(step.bound).toBeLessThanOrEqual(step.cost + 1e-9);
      [cost, bound] = [step.cost, step.bound];
    }
  });

  test('what is pinned stays, and the others make room for it', () => {
    const problem = { tests: [towel(), towel({ pinned: 1 }), towel()], bench: benchOf(6, 1, 5) };
    const { plan } = solved(problem);
    expect(plan[1]).toBe(1);
    expect(overbooked(problem, plan)).toEqual([]);
  });

  test('a week when nobody is here is kept: nothing is laid or counted in it', () => {
    const problem = { tests: [towel({ hours: [0.5, 0.2] })], bench: benchOf(5, 2, 5, { hours: [0, 5, 0, 5, 5] }) };
    expect(weeksFor(problem.tests[0]!, problem.bench)).toEqual([3]);
    expect(solved(problem).plan).toEqual([3]);
    // A towel that wants no look in that week may stand through it.
    expect(weeksFor(towel({ hours: [0.5, 0, 0.2] }), problem.bench)).toEqual([1]);
  });

  test('hours are evened out where that makes nothing later', () => {
    const problem = { tests: Array.from({ length: 8 }, () => towel({ hours: [1], deadline: 3 })), bench: benchOf(4, 8, 8) };
    expect(loadOf(problem, solved(problem).plan).hours).toEqual([2, 2, 2, 2]);
  });

  test('a re-plan moves little: with one towel more, the others stay', () => {
    const tests = Array.from({ length: 12 }, (_, index) => towel({ hours: [0.5, 0.5], deadline: 3 + (index % 3) }));
    const bench = benchOf(8, 6, 6);
    const before = solved({ tests, bench }).plan;
    const after = solved({ tests: [...tests, towel()], bench }, [...before, null]).plan;
    expect(before.filter((week, index) => week !== after[index]).length).toBeLessThanOrEqual(1);
  });

  test('planning again never makes a plan that fits worse: not later at any step, nor less even at the end', () => {
    const squares = (problem: PlanProblem, plan: Plan) => loadOf(problem, plan).hours.reduce((sum, hours) => sum + hours ** 2, 0);
    fc.assert(
      fc.property(
        fc.array(someTest, { minLength: 2, maxLength: 14 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 0, max: 999 }),
        fc.integer({ min: 0, max: 4 }),
        (tests, towels, seed, steps) => {
          const problem = { tests, bench: benchOf(8, towels, 1.5) };
          // A plan that somebody made by hand: each test somewhere it has room.
          const { share } = seeded(seed);
          const before: (number | null)[] = tests.map(() => null);
          for (const [index, test] of tests.entries()) {
            const load = loadOf(problem, before);
            const free = weeksFor(test, problem.bench).filter((week) => load.fits(test, week));
            before[index] = free[Math.floor(share() * free.length)] ?? null;
          }
          const had = costOf(problem, before);
          const went = [...improvePlan(problem, seeded(3).share, before, (step) => step >= steps)];
          for (const { plan } of went) expect(costOf(problem, plan)).toBeLessThanOrEqual(had + 1e-9);
          const { plan } = went.at(-1)!;
          expect(overbooked(problem, plan)).toEqual([]);
          if (costOf(problem, plan) > had - 1e-9 && !before.includes(null))
            expect(squares(problem, plan)).toBeLessThanOrEqual(squares(problem, before) + 1e-9);
        },
      ),
      { numRuns: 150 },
    );
  });

  test('what lies on the bench already takes its room', () => {
    const bench = benchOf(4, 1, 5);
    const taken = { ...bench.taken, towels: { ...bench.taken.towels, room: [1, 1, 0, 0] } };
    expect(solved({ tests: [towel()], bench: { ...bench, taken } }).plan).toEqual([2]);
  });

  test('a bench with no room leaves all out, and says how little more would do', () => {
    const problem = { tests: [towel(), towel({ spot: 'cool' })], bench: benchOf(6, 0, 5) };
    const { plan } = solved(problem);
    expect(plan).toEqual([null, null]);
    expect(explainPlan(problem, plan)).toMatchObject({ leftOut: [0, 1], relaxations: [] });
    const oneShort = { tests: Array.from({ length: 4 }, () => towel({ hours: [0.5, 0.2], deadline: 3 })), bench: benchOf(6, 1, 5) };
    const trouble = explainPlan(oneShort, solved(oneShort).plan);
    expect(trouble.late.length + trouble.leftOut.length).toBe(2);
    expect(trouble.relaxations).toContainEqual({ what: 'room', more: 1 });
    expect(trouble.relaxations.some(({ what }) => what === 'hours')).toBe(false);
  });

  test('a deadline in the past is hopeless, whatever the bench: it is done soon, and not blamed on the bench', () => {
    const problem = { tests: [towel({ deadline: -2 })], bench: benchOf(6, 4, 5) };
    const { plan } = solved(problem);
    expect(plan).toEqual([0]);
    expect(explainPlan(problem, plan)).toMatchObject({ hopeless: [0], late: [0], relaxations: [] });
    expect(lateness(problem.tests[0]!, 0, 6)).toBe(3);
  });

  test('moved by hand onto a full week, it says by how much that is too much', () => {
    const problem = { tests: [towel(), towel()], bench: benchOf(4, 1, 5) };
    expect(overbooked(problem, [0, 0])).toEqual([
      { week: 0, what: 'room', over: 1 },
      { week: 1, what: 'room', over: 1 },
    ]);
    expect(improvePlan(problem, seeded(1).share).next().value!.plan).toHaveLength(2);
  });
});

describe('what a test is worth', () => {
  const stakes = { mayBeLent: 1, fullStrength: 1, lent: 0, others: 2, risk: 0 };
  test('is most where the answer could go either way, and more where more hangs on it', () => {
    expect(testValue(stakes)).toEqual({ value: 0.2, doubt: 0, stakes: [] });
    expect(testValue({ ...stakes, mayBeLent: 0.5 }).value).toBeCloseTo(1, 12);
    expect(testValue({ ...stakes, fullStrength: 0.5 }).doubt).toBeCloseTo(0.5, 12);
    expect(testValue({ ...stakes, mayBeLent: 0.5, others: 0, lent: 7 })).toMatchObject({ stakes: ['last of its line', 'much lent'] });
    expect(testValue({ ...stakes, risk: 0.3 }).stakes).toEqual(['line at risk']);
    expect(testValue({ ...stakes, mayBeLent: 0.5, others: 0, lent: 7 }).value).toBeCloseTo(3, 12);
  });
});

describe('a due test as the plan takes it', () => {
  const frame = { start: '2026-11-23', opening: '2027-02-01' };
  const hours = hoursOfTest({ firstCount: 5, finalCount: 14 });
  const due = { dueOn: '2026-11-01', value: 1, spot: 'room' as const, finalCount: 14, hours, pinnedTo: null };
  test('hours are those of laying and of each look, in the week of each', () => {
    expect(hoursByWeek(6, [3, 5, 6])).toEqual([0.6]);
    expect(hoursByWeek(14, [5, 7, 14])).toEqual([0.4, 0.1, 0.1]);
  });

  test('what is due before lending opens is to end before it; what is due later may be laid some weeks ahead', () => {
    expect(planTestOf(due, frame)).toMatchObject({ earliest: 0, deadline: 9, pinned: null, hours: [0.4, 0.4, 0.1] });
    expect(planTestOf({ ...due, dueOn: '2027-04-05' }, frame)).toMatchObject({ earliest: 11, deadline: 20 });
    expect(planTestOf({ ...due, pinnedTo: '2026-12-07' }, frame).pinned).toBe(2);
    expect(planTestOf({ ...due, pinnedTo: '2026-11-09' }, frame).pinned).toBe(0);
  });

  test('a standing towel stands to the week of its last count, and this week at least', () => {
    const towel = { laidOn: '2026-11-18', finalCountDays: 14, checkDays: [5, 9, 14] };
    expect(standingIn(towel, '2026-11-23', 4)).toEqual({ weeks: [0, 1], hours: [0.2, 0.1, 0, 0] });
    expect(standingIn({ ...towel, laidOn: '2026-10-01' }, '2026-11-23', 4)).toEqual({ weeks: [0], hours: [0, 0, 0, 0] });
  });
});
