import { seeded } from '#core/distributions/seeded.ts';
import { SPOTS } from '#core/germination/layout.ts';
import type { PlanProblem, PlanTest } from '#core/schedule/benchPlan.ts';
import { improvePlan } from '#core/schedule/improvePlan.ts';

/** Towels standing, of all that could stand over all weeks. */
const LOADS = [0.4, 0.6, 0.8, 0.95];
const [TESTS, WEEKS] = [600, 26];
const LONGEST_MS = 10_000;
const LATER_MS = 20_000;

/** Tests of one to four weeks in three places, with deadlines from some weeks ahead to the end, on a bench that they fill so far. */
function problemOf(share: number, seed: number): PlanProblem {
  const chance = seeded(seed).share;
  const tests = Array.from({ length: TESTS }, (): PlanTest => {
    const spot = SPOTS[Math.floor(chance() * 3)]!;
    const weeks = 1 + Math.floor(chance() * 4);
    const earliest = chance() < 0.7 ? 0 : Math.floor(chance() * (WEEKS - 8));
    return {
      spot,
      towels: 1,
      hours: Array.from({ length: weeks }, (_, at) => (at === 0 ? 0.4 : 0.2)),
      value: 0.2 + 2.8 * chance() ** 2,
      earliest,
      deadline: Math.min(WEEKS + 4, earliest + weeks + 2 + Math.floor(chance() * (WEEKS - 4))),
      pinned: chance() < 0.03 ? Math.floor(chance() * (WEEKS - weeks)) : null,
    };
  });
  const need = (spot: string) => tests.filter((one) => one.spot === spot).reduce((sum, { hours }) => sum + hours.length, 0);
  const hours = tests.reduce((sum, one) => sum + one.hours.reduce((all, each) => all + each, 0), 0);
  const none = Array.from({ length: WEEKS }, () => 0);
  const towels = (spot: string) => Math.ceil(need(spot) / WEEKS / share);
  return {
    tests,
    bench: {
      weeks: WEEKS,
      towels: { warm: towels('warm'), room: towels('room'), cool: towels('cool') },
      hours: none.map((_, week) => (week === 5 ? 0 : hours / (WEEKS - 1) / share)),
      taken: { towels: { warm: none, room: none, cool: none }, hours: none },
    },
  };
}

const round = (value: number) => Math.round(value * 1000) / 1000;

for (const share of LOADS) {
  const problem = problemOf(share, 41);
  const begun = performance.now();
  let first = 0;
  let at = { cost: 0, bound: 0, ms: 0 };
  const gaps: string[] = [];
  for (const step of improvePlan(problem, seeded(7).share, null, () => performance.now() - begun > LATER_MS)) {
    const ms = performance.now() - begun;
    if (first === 0) first = ms;
    at = { cost: step.cost, bound: step.bound, ms };
    if (gaps.length === 0 && ms >= LONGEST_MS) gaps.push(`after 10 s: ${round(step.cost)} against ${round(step.bound)}`);
  }
  const gap = at.bound === 0 ? `${round(at.cost)} over 0` : `${round((100 * (at.cost - at.bound)) / at.bound)} %`;
  process.stdout.write(
    `${TESTS} tests, ${WEEKS} weeks, ${share * 100} % load: first plan ${Math.round(first)} ms; ${gaps.join(' ')} end after ${Math.round(at.ms)} ms at ${round(at.cost)}, bound ${round(at.bound)}, gap ${gap}\n`,
  );
}
