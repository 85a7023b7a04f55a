import type { SeasonPlan, SeasonProblem } from './season.ts';

export interface SeasonProgress {
  readonly plan: SeasonPlan;
  readonly worth: number;
  /** No plan can be worth more. */
  readonly bound: number;
}

/** Where the best plan is this close to the bound it is as good as proved. */
const PROVED = 1e-9;
const ROUNDS_A_STEP = 30;
const EPSILON = 1e-9;
/** A line is passed over now and then, so that others get its place. */
const PASSED_BY = 0.1;
/** Of the lines, at least and at most so many are taken out and put in anew at a time. */
const [FEWEST_OUT, MOST_OUT] = [2, 12];

/**
 * Which lines are grown where, when and how, so that all is worth most (I.5): one option for a line, beds, cages and growers not overbooked, and pollen that adds up kept
 * under what each line may get. The first plan comes at once (greedily, by price); each further step takes some lines out and puts them in anew, and is at least as good. The bound is
 * Lagrangian: beds, growers, cages and pairs that cannot stand together have prices; what every line would choose at these prices is worth no less than the best plan.
 * @param chance a generator of numbers from 0 up to 1; the same one gives the same plan
 */
export function* planSeason(problem: SeasonProblem, chance: () => number): Generator<SeasonProgress, void> {
  const rows = rowsOf(problem);
  const prices = new Prices(problem, rows);
  const board = new Board(problem, rows);
  const order = (priced: (option: number) => number) =>
    problem.options.map((_, option) => option).sort((one, other) => priced(other) - priced(one) || one - other);
  board.fill(order((option) => problem.options[option]!.worth));
  let [plan, worth] = [board.plan(), board.worth];
  yield { plan, worth, bound: Math.max(worth, prices.bound) };
  for (;;) {
    for (let round = 0; round < ROUNDS_A_STEP; round += 1) {
      prices.step(worth);
      if (round % 10 === 0) board.clear();
      else board.takeOut(chance);
      board.fill(
        order((option) => prices.reduced(option) + PRICE_NOISE * (chance() - 0.5)),
        () => chance() < PASSED_BY,
      );
      board.fill(order((option) => problem.options[option]!.worth));
      if (board.worth > worth) [plan, worth] = [board.plan(), board.worth];
      else if (board.worth < worth - MAY_BE_WORSE * (prices.bound - worth)) board.begin(plan);
    }
    // Sums that were added to and taken from many times are worked out anew.
    board.begin(plan);
    const bound = Math.max(worth, prices.bound);
    yield { plan, worth, bound };
    if (bound - worth <= PROVED * Math.max(1, bound)) return;
  }
}

const PRICE_NOISE = 0.05;
/** A plan that is worse by up to so much of what is still open may be gone on from (record-to-record travel, Dueck 1993). */
const MAY_BE_WORSE = 0.3;

/** Something of which there is only so much, and what each option takes of it. */
interface Row {
  readonly most: number;
  readonly takes: readonly { readonly option: number; readonly amount: number }[];
}

/** Beds and cages on each day on which one begins, and growers' lines and hours. */
function rowsOf({ plots, growers, options }: SeasonProblem): readonly Row[] {
  const rows: Row[] = [];
  const add = (most: number, of: readonly number[], amount: (option: number) => number) => {
    const takes = of.map((option) => ({ option, amount: amount(option) })).filter((one) => one.amount > 0);
    if (takes.reduce((sum, one) => sum + one.amount, 0) > most) rows.push({ most, takes });
  };
  for (const [plot, { squareMetres, cages }] of plots.entries()) {
    const here = options.flatMap((one, option) => (one.plot === plot ? [option] : []));
    for (const day of new Set(here.map((option) => options[option]!.from))) {
      const standing = here.filter((option) => options[option]!.from <= day && day < options[option]!.free);
      add(squareMetres, standing, (option) => options[option]!.squareMetres);
      add(cages, standing, (option) => options[option]!.cages);
    }
  }
  for (const [grower, { lines, hours }] of growers.entries()) {
    const theirs = options.flatMap((one, option) => (one.grower === grower ? [option] : []));
    add(lines, theirs, () => 1);
    add(hours, theirs, (option) => options[option]!.hours);
  }
  return rows;
}

/** Sets of options of which any two would bring one of them too much pollen: one of each set at most. Every such pair is in one of them. */
function cliquesOf({ options, brings }: SeasonProblem): readonly Row[] {
  const apart = options.map(() => new Set<number>());
  for (const [from, all] of brings.entries())
    for (const { to, pollen } of all)
      if (options[to]!.line !== options[from]!.line && options[to]!.anyway + pollen > options[to]!.most + EPSILON) {
        apart[from]!.add(to);
        apart[to]!.add(from);
      }
  const covered = options.map(() => new Set<number>());
  const rows: Row[] = [];
  for (const [one, others] of apart.entries())
    for (const other of others) {
      if (other < one || covered[one]!.has(other)) continue;
      const clique = [one, other];
      for (const more of others) if (clique.every((member) => apart[member]!.has(more))) clique.push(more);
      for (const member of clique) for (const another of clique) if (another !== member) covered[member]!.add(another);
      rows.push({ most: 1, takes: clique.map((option) => ({ option, amount: 1 })) });
    }
  return rows;
}

/** Prices of what is scarce, and the bound that they give. */
class Prices {
  bound = Infinity;
  private readonly rows: readonly Row[];
  private readonly price: Float64Array;
  private readonly cost: Float64Array;
  private readonly byLine: readonly (readonly number[])[];
  private readonly options: SeasonProblem['options'];
  private readonly pinned: ReadonlySet<number>;
  private pace = 1;
  private since = 0;

  constructor(problem: SeasonProblem, rows: readonly Row[]) {
    this.rows = [...rows, ...cliquesOf(problem)];
    this.options = problem.options;
    this.price = new Float64Array(this.rows.length);
    this.cost = new Float64Array(problem.options.length);
    this.pinned = new Set(problem.pinned);
    this.byLine = choicesOf(problem);
    this.step(0);
  }

  /** What an option is worth beyond what it takes of scarce things at their prices. */
  reduced(option: number): number {
    return this.options[option]!.worth - this.cost[option]!;
  }

  /** One step of the subgradient (Polyak), towards a bound as low as what is reached. */
  step(reached: number): void {
    const used = new Float64Array(this.rows.length);
    const chosen = new Set<number>();
    let value = 0;
    for (const choices of this.byLine) {
      let [best, most] = [-1, 0];
      for (const option of choices) {
        const worth = this.reduced(option);
        if (best < 0 ? worth > 0 || this.pinned.has(option) : worth > most) [best, most] = [option, worth];
      }
      if (best >= 0) {
        chosen.add(best);
        value += most;
      }
    }
    for (const [row, { most, takes }] of this.rows.entries()) {
      value += this.price[row]! * most;
      for (const { option, amount } of takes) if (chosen.has(option)) used[row]! += amount;
    }
    if (value < this.bound - EPSILON) {
      this.bound = value;
      this.since = 0;
    } else if ((this.since += 1) > 20) {
      this.pace /= 2;
      this.since = 0;
    }
    const slope = this.rows.map(({ most }, row) => used[row]! - most);
    const steep = slope.reduce((sum, one) => sum + one * one, 0);
    if (steep === 0) return;
    const stride = (this.pace * Math.max(EPSILON, value - reached)) / steep;
    this.cost.fill(0);
    for (const [row, { takes }] of this.rows.entries()) {
      this.price[row] = Math.max(0, this.price[row]! + stride * slope[row]!);
      for (const { option, amount } of takes) this.cost[option]! += this.price[row]! * amount;
    }
  }
}

/** By line: its options; of a line with a pinned one that alone. */
function choicesOf({ lines, options, pinned }: SeasonProblem): readonly (readonly number[])[] {
  const choices: number[][] = Array.from({ length: lines }, () => []);
  for (const [option, { line }] of options.entries()) choices[line]!.push(option);
  for (const option of pinned) choices[options[option]!.line] = [option];
  return choices;
}

/** A plan that is being made: what is taken of each row, and how much pollen each option would get. */
class Board {
  worth = 0;
  private readonly problem: SeasonProblem;
  private readonly rows: readonly Row[];
  private readonly takesOf: readonly { row: number; amount: number }[][];
  private readonly allowed: readonly boolean[];
  private readonly taken: Float64Array;
  private readonly got: Float64Array;
  private readonly chosen: (number | null)[];

  constructor(problem: SeasonProblem, rows: readonly Row[]) {
    this.problem = problem;
    this.rows = rows;
    const takesOf: { row: number; amount: number }[][] = problem.options.map(() => []);
    for (const [row, { takes }] of rows.entries()) for (const { option, amount } of takes) takesOf[option]!.push({ row, amount });
    this.takesOf = takesOf;
    const choices = choicesOf(problem);
    this.allowed = problem.options.map(({ line }, option) => choices[line]!.includes(option));
    this.taken = new Float64Array(rows.length);
    this.got = new Float64Array(problem.options.length);
    this.chosen = Array.from({ length: problem.lines }, () => null);
    this.clear();
  }

  plan(): SeasonPlan {
    return [...this.chosen];
  }

  /** Empties it but for what is pinned. */
  clear(): void {
    this.begin(this.chosen.map(() => null));
  }

  begin(plan: SeasonPlan): void {
    this.chosen.fill(null);
    this.taken.fill(0);
    this.worth = 0;
    for (const [option, { anyway }] of this.problem.options.entries()) this.got[option] = anyway;
    for (const option of this.problem.pinned) this.put(option, 1);
    for (const option of plan) if (option !== null && this.chosen[this.problem.options[option]!.line] === null) this.put(option, 1);
  }

  /** Takes out a line and some of those that it shares a bed, a grower or pollen with; now and then any. */
  takeOut(chance: () => number): void {
    const { options, pinned } = this.problem;
    const grown = this.chosen.filter((option): option is number => option !== null && !pinned.includes(option));
    if (grown.length === 0) return;
    const first = options[grown[Math.floor(chance() * grown.length)]!]!;
    const near = (option: number) => options[option]!.plot === first.plot || options[option]!.grower === first.grower;
    const most = FEWEST_OUT + Math.floor(chance() * (MOST_OUT - FEWEST_OUT));
    const out = grown.map((option) => ({ option, key: chance() - (near(option) ? 1 : 0) })).sort((one, other) => one.key - other.key);
    for (const { option } of out.slice(0, most)) this.put(option, -1);
  }

  /** Puts in what fits, in this order. */
  fill(order: readonly number[], isPassed: () => boolean = () => false): void {
    for (const option of order) if (this.fits(option) && !isPassed()) this.put(option, 1);
  }

  private fits(option: number): boolean {
    const { options, brings } = this.problem;
    const { line, worth, most } = options[option]!;
    if (this.chosen[line] !== null || worth <= 0 || !this.allowed[option] || this.got[option]! > most + EPSILON) return false;
    for (const { row, amount } of this.takesOf[option]!) if (this.taken[row]! + amount > this.rows[row]!.most + EPSILON) return false;
    for (const { to, pollen } of brings[option]!) {
      const other = options[to]!;
      if (this.chosen[other.line] === to && this.got[to]! + pollen > other.most + EPSILON) return false;
    }
    return true;
  }

  private put(option: number, times: 1 | -1): void {
    const { line, worth } = this.problem.options[option]!;
    this.chosen[line] = times === 1 ? option : null;
    this.worth += times * worth;
    for (const { row, amount } of this.takesOf[option]!) this.taken[row]! += times * amount;
    for (const { to, pollen } of this.problem.brings[option]!) this.got[to]! += times * pollen;
  }
}
