import { SPOTS, type Spot } from '../germination/layout.ts';
import { BenchLoad, costOf, lateness, loadOf, weeksFor, type Plan, type PlanProblem, type PlanTest } from './benchPlan.ts';

export interface PlanProgress {
  readonly plan: Plan;
  /** Weighted lateness of the plan. */
  readonly cost: number;
  /** What no plan can be better than. */
  readonly bound: number;
  readonly phase: 'first plan' | 'less late' | 'more even' | 'done';
}

/** Where the best plan is this close to the bound it is as good as proved. */
const PROVED = 1e-6;
const ROUNDS_A_STEP = 20;

/** Prices settle in so many steps; from then on they move once a step, and the time goes into plans. */
const STEPS_OF_PRICES = 10;

/** A plan that is worse by up to so much of what is still open may be gone on from (record-to-record travel, Dueck 1993): the best stays kept. */
const MAY_BE_WORSE = 0.05;

/**
 * Gives every test a week. The first plan comes at once; each further step is at least as good, and tells how far from the best any plan
 * can be (Lagrangian bound). When lateness is proved least, hours are evened out. Between two steps the caller may stop.
 * @param chance a generator of numbers from 0 up to 1; the same one gives the same plan
 * @param before the plan so far: what need not move stays where it is, and where all of it still fits the bench no plan comes out that is later or less even
 * @param isEnough asked after each step: whether hours are to be evened out now, proved or not
 */
export function* improvePlan(
  problem: PlanProblem,
  chance: () => number,
  before: Plan | null = null,
  isEnough: (step: number) => boolean = () => false,
): Generator<PlanProgress, void> {
  const choices = problem.tests.map((test) => weeksFor(test, problem.bench));
  const unavoidable = problem.tests.reduce(
    (sum, test, index) =>
      sum +
      Math.min(lateness(test, null, problem.bench.weeks), ...choices[index]!.map((week) => lateness(test, week, problem.bench.weeks))),
    0,
  );
  const order = inOrder(problem, choices);
  const kept = before && keep(problem, choices, before, order);
  let plan = fill(problem, choices, before, order);
  if (kept && costOf(problem, kept) <= costOf(problem, plan)) plan = kept;
  let cost = costOf(problem, plan);
  let bound = unavoidable;
  yield { plan, cost, bound, phase: 'first plan' };
  const draft = new Draft(problem, choices, plan);
  const prices = new Prices(problem, choices);
  for (let step = 0; cost - bound > PROVED * Math.max(1, cost) && !isEnough(step); step += 1) {
    for (let round = 0; round < ROUNDS_A_STEP; round += 1) {
      if (step < STEPS_OF_PRICES || round === 0) bound = Math.max(bound, prices.step(cost));
      const most = cost + MAY_BE_WORSE * (cost - bound) * chance();
      if (round % 10 === 0) draft.begin(fill(problem, choices, null, prices.order()), most);
      else draft.putAnew(takenOut(problem, draft.plan, chance), () => chance() < PASSED_BY, most);
      if (draft.cost < cost) [plan, cost] = [[...draft.plan], draft.cost];
    }
    // Hours that were added and taken away many times no longer add up to the last digit: they are counted again.
    draft.begin(draft.plan, Infinity);
    yield { plan, cost, bound: Math.min(bound, cost), phase: 'less late' };
  }
  plan = evenOut(problem, choices, plan, before);
  if (kept) {
    const evened = evenOut(problem, choices, kept, before);
    const better = costOf(problem, plan) - costOf(problem, evened);
    // Of two plans that are as good, the one that moves less.
    if (better > PROVED || (better > -PROVED && unevenness(problem, plan) >= unevenness(problem, evened) - WORTH_A_MOVE)) plan = evened;
  }
  yield { plan, cost: costOf(problem, plan), bound: Math.min(bound, cost), phase: 'done' };
}

type Choices = readonly (readonly number[])[];

/** Pinned ones first; then those whose last week in time comes first, and of those the ones that matter more. */
function inOrder({ tests, bench }: PlanProblem, choices: Choices): number[] {
  const latest = (index: number) => Math.max(-1, ...choices[index]!.filter((week) => lateness(tests[index]!, week, bench.weeks) === 0));
  const keys = tests.map((test, index) => ({ index, pinned: test.pinned === null ? 1 : 0, latest: latest(index), value: test.value }));
  return keys
    .sort((one, other) => one.pinned - other.pinned || one.latest - other.latest || other.value - one.value || one.index - other.index)
    .map(({ index }) => index);
}

/** Puts tests in one by one: where they were before when that costs nothing more, else into the cheapest week, of those the first: gaps stay whole, and hours are evened out later. */
function fill(problem: PlanProblem, choices: Choices, before: Plan | null, order: readonly number[]): Plan {
  const { tests, bench } = problem;
  // Pinned ones are where they are wanted, room or not, before anything else finds its place.
  const plan: (number | null)[] = tests.map(({ pinned }) => pinned);
  const load = loadOf(problem, plan);
  for (const index of order) {
    if (plan[index] !== null) continue;
    plan[index] = bestWeek(tests[index]!, choices[index]!, load, bench.weeks, before?.[index] ?? null, () => false);
    load.add(tests[index]!, plan[index]);
  }
  return plan;
}

/** The plan so far, with what has no week or no room in it put into the cheapest week there is. */
function keep(problem: PlanProblem, choices: Choices, before: Plan, order: readonly number[]): Plan {
  const { tests, bench } = problem;
  const plan: (number | null)[] = tests.map(({ pinned }) => pinned);
  const load = loadOf(problem, plan);
  const put = (index: number, week: number | null) => {
    plan[index] = week;
    load.add(tests[index]!, week);
  };
  for (const index of order) {
    const week = before[index] ?? null;
    if (plan[index] === null && week !== null && choices[index]!.includes(week) && load.fits(tests[index]!, week)) put(index, week);
  }
  for (const index of order)
    if (plan[index] === null)
      put(
        index,
        bestWeek(tests[index]!, choices[index]!, load, bench.weeks, null, () => false),
      );
  return plan;
}

/** The sum of the squares of the weeks' hours. */
const unevenness = (problem: PlanProblem, plan: Plan): number => loadOf(problem, plan).hours.reduce((sum, hours) => sum + hours ** 2, 0);

function bestWeek(
  test: PlanTest,
  weeks: readonly number[],
  load: BenchLoad,
  all: number,
  before: number | null,
  passesBy: () => boolean,
): number | null {
  let best: number | null = null;
  let bestCost = lateness(test, null, all);
  for (const week of weeks) {
    const cost = lateness(test, week, all);
    if ((cost < bestCost || (cost === bestCost && (best === null || week === before))) && load.fits(test, week) && !passesBy())
      [best, bestCost] = [week, cost];
  }
  return best;
}

/** Between a few tests and a quarter of them are taken out at a time; of a handful, up to all. */
const TAKEN_OUT = { least: 0.02, most: 0.25, handful: 4 };

/**
 * Share of free weeks that putting a test in again passes by. Without it some plans cannot be reached: a test would never leave its
 * cheapest week to make room for another (greedy insertion with blinks, Christiaens and Vanden Berghe 2020).
 */
const PASSED_BY = 0.03;

/** Tests to take out of a plan, those that are late and their neighbours in time rather, in an order in which to put them in again. */
function takenOut({ tests, bench }: PlanProblem, plan: Plan, chance: () => number): number[] {
  const isLate = (index: number) => lateness(tests[index]!, plan[index]!, bench.weeks) > 0;
  const late: number[] = [];
  for (let index = 0; index < tests.length; index += 1) if (tests[index]!.pinned === null && isLate(index)) late.push(index);
  const seed = late.length > 0 ? late[Math.floor(chance() * late.length)]! : null;
  const spot = seed === null ? null : tests[seed]!.spot;
  const most = Math.max(TAKEN_OUT.most, Math.min(1, TAKEN_OUT.handful / tests.length));
  const share = TAKEN_OUT.least + (most - TAKEN_OUT.least) * chance() ** 2;
  const [from, span] = [chance() * bench.weeks, 2 + chance() * bench.weeks];
  const keepsLate = chance() < 0.5;
  const [byTime, bySize, noise] = [chance() < 0.5, chance() < 0.5, chance()];
  const out: { readonly index: number; readonly key: number }[] = [];
  for (let index = 0; index < tests.length; index += 1) {
    const test = tests[index]!;
    if (test.pinned !== null) continue;
    const week = plan[index]!;
    const isNear = week === null || Math.abs(week - from) <= span;
    if (!((isNear && chance() < (test.spot === spot ? share * 3 : share)) || index === seed || (!keepsLate && isLate(index)))) continue;
    const key = byTime
      ? -test.deadline + 6 * noise * chance()
      : test.value * (1 - noise + noise * chance()) * (bySize ? 1 : test.hours.length);
    out.push({ index, key });
  }
  return out.sort((one, other) => other.key - one.key).map(({ index }) => index);
}

/** A plan on which is being worked: what stands on the bench and what it costs go along with each change, which is taken back where it costs too much. */
class Draft {
  readonly #problem: PlanProblem;
  readonly #choices: Choices;
  #load: BenchLoad;
  plan: (number | null)[];
  cost: number;

  constructor(problem: PlanProblem, choices: Choices, plan: Plan) {
    this.#problem = problem;
    this.#choices = choices;
    this.#load = loadOf(problem, plan);
    this.plan = [...plan];
    this.cost = costOf(problem, plan);
  }

  /** Goes on from another plan, unless that costs more than it may. */
  begin(plan: Plan, most: number): void {
    const cost = costOf(this.#problem, plan);
    if (cost > most) return;
    this.#load = loadOf(this.#problem, plan);
    this.plan = [...plan];
    this.cost = cost;
  }

  /** Takes tests out and puts them in again one by one, each into its cheapest week; as it was, where that costs more than before and than it may. */
  putAnew(order: readonly number[], passesBy: () => boolean, most: number): void {
    const { tests, bench } = this.#problem;
    const before = order.map((index) => this.plan[index]!);
    let cost = this.cost;
    const move = (index: number, week: number | null) => {
      const test = tests[index]!;
      cost += lateness(test, week, bench.weeks);
      this.plan[index] = week;
      this.#load.add(test, week);
    };
    const takeOut = (index: number) => {
      cost -= lateness(tests[index]!, this.plan[index]!, bench.weeks);
      this.#load.add(tests[index]!, this.plan[index]!, -1);
    };
    order.forEach(takeOut);
    for (const index of order) move(index, bestWeek(tests[index]!, this.#choices[index]!, this.#load, bench.weeks, null, passesBy));
    if (cost > Math.max(this.cost, most)) {
      order.forEach(takeOut);
      for (const [at, index] of order.entries()) move(index, before[at]!);
    } else this.cost = cost;
  }
}

/**
 * Prices of a towel's place and of an hour, week by week: where they are overbooked they rise. The least cost at any prices, less what the
 * bench is worth at them, bounds every plan from below (Lagrangian relaxation; subgradient steps of Held and Karp).
 */
class Prices {
  readonly #problem: PlanProblem;
  readonly #choices: Choices;
  readonly #towels: Record<Spot, Float64Array>;
  readonly #hours: Float64Array;
  #best = -Infinity;
  #scale = 1;
  #stale = 0;
  #chosen: (number | null)[] = [];
  #margin: number[] = [];

  constructor(problem: PlanProblem, choices: Choices) {
    const { weeks } = problem.bench;
    this.#problem = problem;
    this.#choices = choices;
    this.#towels = { warm: new Float64Array(weeks), room: new Float64Array(weeks), cool: new Float64Array(weeks) };
    this.#hours = new Float64Array(weeks);
  }

  /** One step; the bound at the prices before it. @param cost of the best plan so far */
  step(cost: number): number {
    const { tests, bench } = this.#problem;
    const load = new BenchLoad(bench);
    let sum = 0;
    for (const [index, test] of tests.entries()) {
      const { week, price, second } = this.#cheapest(test, this.#choices[index]!);
      this.#chosen[index] = week;
      this.#margin[index] = second - price;
      sum += price;
      load.add(test, week);
    }
    for (let week = 0; week < bench.weeks; week += 1) {
      for (const spot of SPOTS) sum -= this.#towels[spot][week]! * Math.max(0, bench.towels[spot] - bench.taken.towels[spot][week]!);
      sum -= this.#hours[week]! * Math.max(0, bench.hours[week]! - bench.taken.hours[week]!);
    }
    if (sum > this.#best + 1e-9) [this.#best, this.#stale] = [sum, 0];
    else if ((this.#stale += 1) > 12) [this.#scale, this.#stale] = [this.#scale * 0.7, 0];
    this.#move(load, Math.max(1e-3, cost - sum));
    return this.#best;
  }

  /** Tests in the order in which they lose most by not getting their cheapest week. */
  order(): number[] {
    return this.#margin
      .map((margin, index) => ({ margin, index }))
      .sort((one, other) => other.margin - one.margin)
      .map(({ index }) => index);
  }

  #cheapest(test: PlanTest, weeks: readonly number[]) {
    const { bench } = this.#problem;
    // Pinned ones are where they are: their places are paid for by nobody else.
    let [week, price, second]: [number | null, number, number] =
      test.pinned === null ? [null, lateness(test, null, bench.weeks), Infinity] : [null, Infinity, Infinity];
    const towels = this.#towels[test.spot];
    for (const one of weeks) {
      let now = lateness(test, one, bench.weeks);
      for (let at = 0; at < test.hours.length && one + at < bench.weeks; at += 1)
        now += test.towels * towels[one + at]! + test.hours[at]! * this.#hours[one + at]!;
      if (now < price) [week, price, second] = [one, now, price];
      else if (now < second) second = now;
    }
    return { week, price, second };
  }

  #move(load: BenchLoad, gap: number): void {
    const { bench } = this.#problem;
    const over = (spot: Spot, week: number) => load.towels[spot][week]! - Math.max(bench.towels[spot], bench.taken.towels[spot][week]!);
    const overHours = (week: number) => load.hours[week]! - Math.max(bench.hours[week]!, bench.taken.hours[week]!);
    let square = 0;
    for (let week = 0; week < bench.weeks; week += 1) {
      for (const spot of SPOTS) if (over(spot, week) > 0 || this.#towels[spot][week]! > 0) square += over(spot, week) ** 2;
      if (overHours(week) > 0 || this.#hours[week]! > 0) square += overHours(week) ** 2;
    }
    if (square === 0) return;
    const size = (this.#scale * gap) / square;
    for (let week = 0; week < bench.weeks; week += 1) {
      for (const spot of SPOTS) this.#towels[spot][week] = Math.max(0, this.#towels[spot][week]! + size * over(spot, week));
      this.#hours[week] = Math.max(0, this.#hours[week]! + size * overHours(week));
    }
  }
}

/** Hours squared that a move must save to be worth moving what stood in the plan before. */
const WORTH_A_MOVE = 0.5;

/** Moves tests to emptier weeks at no cost of lateness, until none helps: the sum of the squares of the weeks' hours falls with each. */
function evenOut({ tests, bench }: PlanProblem, choices: Choices, plan: Plan, before: Plan | null): Plan {
  const now = [...plan];
  const load = new BenchLoad(bench);
  for (const [index, week] of now.entries()) load.add(tests[index]!, week);
  const squares = (test: PlanTest, week: number) =>
    test.hours.reduce((sum, hours, at) => sum + (load.hours[week + at]! + hours) ** 2 - load.hours[week + at]! ** 2, 0);
  for (let moved = true, passes = 0; moved && passes < 20; passes += 1) {
    moved = false;
    for (const [index, test] of tests.entries()) {
      const at = now[index]!;
      if (at === null || test.pinned !== null) continue;
      load.add(test, at, -1);
      const cost = lateness(test, at, bench.weeks);
      let [best, least] = [at, squares(test, at) - (before?.[index] === at ? WORTH_A_MOVE : 0)];
      for (const week of choices[index]!)
        if (lateness(test, week, bench.weeks) <= cost && load.fits(test, week) && squares(test, week) < least - 1e-9)
          [best, least] = [week, squares(test, week)];
      load.add(test, best);
      if (best !== at) [now[index], moved] = [best, true];
    }
  }
  return now;
}
