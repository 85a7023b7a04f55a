import { SPOTS, type Spot } from '../germination/layout.ts';

/** A test to be given a week. Weeks are numbered from 0; a towel stands from the start of one to the end of another. */
export interface PlanTest {
  readonly spot: Spot;
  readonly towels: number;
  /** Helper hours of each week that it stands: laid in the first, counted in each. */
  readonly hours: readonly number[];
  /** What a week's lateness costs, above 0. */
  readonly value: number;
  /** First week it may begin in. */
  readonly earliest: number;
  /** Last week by whose end it is to be finished; may lie before the plan or after it. */
  readonly deadline: number;
  /** The week in which somebody wants it begun, whatever else. */
  readonly pinned: number | null;
}

export interface PlanBench {
  readonly weeks: number;
  readonly towels: Readonly<Record<Spot, number>>;
  /** Helper hours that each week has; none in a week when nobody is here. */
  readonly hours: readonly number[];
  /** Taken already by what lies on the bench. */
  readonly taken: { readonly towels: Readonly<Record<Spot, readonly number[]>>; readonly hours: readonly number[] };
}

export interface PlanProblem {
  readonly tests: readonly PlanTest[];
  readonly bench: PlanBench;
}

/** The week in which each test begins; null for one that finds no room. */
export type Plan = readonly (number | null)[];

/** Weeks late times value; a test without a week counts as begun right after the last one. */
export function lateness(test: PlanTest, week: number | null, weeks: number): number {
  const end = (week ?? weeks) + test.hours.length - 1;
  return test.value * Math.max(week === null ? 1 : 0, end - test.deadline);
}

export function costOf({ tests, bench }: PlanProblem, plan: Plan): number {
  return tests.reduce((sum, test, index) => sum + lateness(test, plan[index] ?? null, bench.weeks), 0);
}

/** Weeks in which a test may begin, pinned or not, without regard to what else is on the bench. */
export function weeksFor(test: PlanTest, bench: PlanBench): number[] {
  if (test.pinned !== null) return [test.pinned];
  const weeks: number[] = [];
  for (let week = Math.max(0, test.earliest); week + test.hours.length <= bench.weeks; week += 1)
    if (test.hours.every((hours, at) => hours === 0 || bench.hours[week + at]! > 0)) weeks.push(week);
  return weeks;
}

/** What a plan asks of the bench, week by week, with what is taken already. */
export class BenchLoad {
  readonly towels: Record<Spot, number[]>;
  readonly hours: number[];
  readonly #bench: PlanBench;

  constructor(bench: PlanBench) {
    this.#bench = bench;
    this.towels = { warm: [...bench.taken.towels.warm], room: [...bench.taken.towels.room], cool: [...bench.taken.towels.cool] };
    this.hours = [...bench.taken.hours];
  }

  fits(test: PlanTest, week: number): boolean {
    const { towels, hours } = this.#bench;
    return test.hours.every(
      (wanted, at) =>
        this.towels[test.spot][week + at]! + test.towels <= towels[test.spot] &&
        (wanted === 0 || this.hours[week + at]! + wanted <= hours[week + at]! + ROUNDING),
    );
  }

  add(test: PlanTest, week: number | null, sign: 1 | -1 = 1): void {
    if (week === null) return;
    for (const [at, wanted] of test.hours.entries()) {
      if (week + at >= this.hours.length) break;
      this.towels[test.spot][week + at]! += sign * test.towels;
      this.hours[week + at]! += sign * wanted;
    }
  }
}
const ROUNDING = 1e-9;

/** The load of a whole plan. */
export function loadOf({ tests, bench }: PlanProblem, plan: Plan): BenchLoad {
  const load = new BenchLoad(bench);
  for (const [index, test] of tests.entries()) load.add(test, plan[index] ?? null);
  return load;
}

export interface Overbooked {
  readonly week: number;
  readonly what: Spot | 'hours';
  readonly over: number;
}

/** Weeks that hold more than the bench has: only what somebody pinned or moved by hand can make them so. */
export function overbooked({ tests, bench }: PlanProblem, plan: Plan): Overbooked[] {
  const load = loadOf({ tests, bench }, plan);
  return Array.from({ length: bench.weeks }, (_, week) => week).flatMap((week) => [
    ...SPOTS.flatMap((spot) => {
      const over = load.towels[spot][week]! - Math.max(bench.towels[spot], bench.taken.towels[spot][week]!);
      return over > 0 ? [{ week, what: spot, over }] : [];
    }),
    ...(load.hours[week]! - Math.max(bench.hours[week]!, bench.taken.hours[week]!) > ROUNDING
      ? [{ week, what: 'hours' as const, over: load.hours[week]! - Math.max(bench.hours[week]!, bench.taken.hours[week]!) }]
      : []),
  ]);
}
