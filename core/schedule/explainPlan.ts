import { SPOTS, type Spot } from '../germination/layout.ts';
import { costOf, lateness, weeksFor, type Plan, type PlanProblem } from './benchPlan.ts';
import { improvePlan } from './improvePlan.ts';

/** One thing alone that would let every test end in time, and the least of it. */
export interface Relaxation {
  readonly what: Spot | 'hours' | 'deadline';
  /** Towels, hours a week, or weeks. */
  readonly more: number;
}

export interface PlanTrouble {
  /** Tests that end after their deadline, and those that find no week at all, by their place in the problem. */
  readonly late: readonly number[];
  readonly leftOut: readonly number[];
  /** Tests that no bench could end in time: their deadline is past or too near. */
  readonly hopeless: readonly number[];
  readonly relaxations: readonly Relaxation[];
}

/** Steps of improving that are spent on finding out whether a change is enough. */
const TRIES = 2;
const MOST = { towels: 40, hours: 40, deadline: 26 } as const;

/** Why a plan leaves tests late or out, and the smallest changes that would let all in, each by itself. */
export function explainPlan(problem: PlanProblem, plan: Plan): PlanTrouble {
  const { tests, bench } = problem;
  const late = tests.flatMap((test, index) => (plan[index] !== null && lateness(test, plan[index]!, bench.weeks) > 0 ? [index] : []));
  const leftOut = tests.flatMap((_, index) => (plan[index] === null ? [index] : []));
  const least = (one: PlanProblem) =>
    one.tests.reduce(
      (sum, test) =>
        sum + Math.min(lateness(test, null, bench.weeks), ...weeksFor(test, one.bench).map((week) => lateness(test, week, bench.weeks))),
      0,
    );
  const hopeless = tests.flatMap((test, index) =>
    weeksFor(test, bench).every((week) => lateness(test, week, bench.weeks) > 0) ? [index] : [],
  );
  if (costOf(problem, plan) <= least(problem) + 1e-9) return { late, leftOut, hopeless, relaxations: [] };
  const isEnough = (one: PlanProblem) => {
    const target = least(one) + 1e-9;
    for (const { cost } of improvePlan(
      one,
      () => 0.5,
      null,
      (step) => step >= TRIES,
    ))
      if (cost <= target) return true;
    return false;
  };
  const smallest = (what: Relaxation['what'], most: number, changed: (more: number) => PlanProblem): Relaxation[] => {
    if (!isEnough(changed(most))) return [];
    let [low, high] = [0, most];
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (isEnough(changed(middle))) high = middle;
      else low = middle;
    }
    return [{ what, more: high }];
  };
  return {
    late,
    leftOut,
    hopeless,
    relaxations: [
      ...SPOTS.flatMap((spot) =>
        smallest(spot, MOST.towels, (more) => ({
          tests,
          bench: { ...bench, towels: { ...bench.towels, [spot]: bench.towels[spot] + more } },
        })),
      ),
      ...smallest('hours', MOST.hours, (more) => ({
        tests,
        bench: { ...bench, hours: bench.hours.map((hours) => (hours > 0 ? hours + more : 0)) },
      })),
      ...smallest('deadline', MOST.deadline, (more) => ({
        bench,
        tests: tests.map((test) => ({ ...test, deadline: test.deadline + more })),
      })),
    ],
  };
}
