import { Board, MUST, type Block } from './board.ts';
import { Prices } from './prices.ts';
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
/** Steps of the prices for each round of the search. */
const PRICES_A_ROUND = 2;
/** Spread of what is added to an option's worth by chance, as a share of the worth of a usual option. */
const NOISE = 0.2;
/** A plan that is worse by up to so much of what is still open may be gone on from (record-to-record travel, Dueck 1993). */
const MAY_BE_WORSE = 0.1;
/** So many lines are taken out at most to let one in. */
const MOST_PUSHED = 6;
/** How often all lines, and how often a group that crosses, are inserted again, where there are few; of more lines the seldomer. */
const [ALL_ANEW, GROUP_ANEW, FEW_LINES] = [0.04, 0.15, 10];

/**
 * Which lines are grown where, when and how, so that all is worth most (I.5): one option for a line, beds, cages and growers not overbooked, and pollen that adds up kept
 * under what each line may get. The first plan comes at once, greedily; in each further round one line is inserted again, whatever stands in its way is taken out, and all that
 * are out are put in where they fit best, at prices. Each step is at least as good as the one before. The bound is Lagrangian (prices.ts).
 * @param chance a generator of numbers from 0 up to 1; the same one gives the same plan
 * @param before a plan to begin with, where there is one
 */
export function* planSeason(problem: SeasonProblem, chance: () => number, before: SeasonPlan = []): Generator<SeasonProgress, void> {
  const byLine = choicesOf(problem);
  const board = new Board(problem);
  const prices = new Prices(problem, byLine);
  const search = new Search(problem, byLine, board, prices, chance);
  // What was planned may not fit any more beside what has been pinned since.
  for (const option of before)
    if (option !== null && board.of(problem.options[option]!.line) < 0 && board.blockOf(option) === null) board.put(option);
  search.fill(search.byWorth());
  let [plan, worth] = [board.plan(), board.worth];
  const must = new Set(problem.must);
  const served = () => MUST * plan.reduce<number>((sum, option, line) => sum + (option !== null && must.has(line) ? 1 : 0), 0);
  yield { plan, worth: worth - served(), bound: Infinity };
  for (;;) {
    for (let round = 0; round < ROUNDS_A_STEP; round += 1) {
      const reached = worth - served();
      for (let step = 0; step < PRICES_A_ROUND; step += 1) prices.step(reached);
      const open = Math.max(0, prices.bound - reached);
      const from = board.plan();
      search.shake();
      if (board.worth > worth + PROVED) [plan, worth] = [board.plan(), board.worth];
      else if (board.worth < worth - MAY_BE_WORSE * open) board.begin(from);
    }
    const reached = worth - served();
    const bound = Math.max(reached, prices.bound);
    yield { plan, worth: reached, bound };
    if (bound - reached <= PROVED * Math.max(1, bound)) return;
  }
}

/** By line: its options that are worth anything, best first; of a line with a pinned one that alone. */
function choicesOf({ lines, options, pinned, must }: SeasonProblem): readonly Int32Array[] {
  const choices: number[][] = Array.from({ length: lines }, () => []);
  const isMust = new Set(must);
  for (const [option, { line, worth, anyway, most }] of options.entries())
    if ((worth > 0 || isMust.has(line)) && anyway <= most) choices[line]!.push(option);
  for (const option of pinned) choices[options[option]!.line] = [option];
  return choices.map((all) => Int32Array.from(all.sort((one, other) => options[other]!.worth - options[one]!.worth || one - other)));
}

class Search {
  private readonly problem: SeasonProblem;
  private readonly byLine: readonly Int32Array[];
  private readonly board: Board;
  private readonly prices: Prices;
  private readonly chance: () => number;
  private readonly noise: number;
  private readonly must: ReadonlySet<number>;

  constructor(problem: SeasonProblem, byLine: readonly Int32Array[], board: Board, prices: Prices, chance: () => number) {
    this.problem = problem;
    this.byLine = byLine;
    this.board = board;
    this.prices = prices;
    this.chance = chance;
    this.must = new Set(problem.must);
    const best = byLine.flatMap((options) => (options.length > 0 ? [prices.worth[options[0]!]!] : []));
    this.noise = (NOISE * best.reduce((sum, one) => sum + one, 0)) / Math.max(1, best.length);
  }

  /** Lines by what their best option is worth, best first. */
  byWorth(): readonly number[] {
    const best = (line: number) => (this.prices.worth[this.byLine[line]![0] ?? -1] ?? 0) + (this.must.has(line) ? MUST : 0);
    return this.byLine.map((_, line) => line).sort((one, other) => best(other) - best(one) || one - other);
  }

  /** Puts in lines that are out, each where it fits best by its worth alone. */
  fill(lines: readonly number[]): void {
    for (const line of lines) {
      if (this.board.of(line) >= 0) continue;
      // They stand best first.
      const option = this.byLine[line]!.find((one) => this.board.blockOf(one) === null);
      if (option !== undefined) this.board.put(option);
    }
  }

  /** Puts one line in anew, takes out what is in its way, and puts in what fits then. */
  shake(): void {
    const { byLine, board, chance } = this;
    const lines = byLine.flatMap((options, line) => (options.length > 0 && !board.isPinned(board.of(line)) ? [line] : []));
    if (lines.length === 0) return;
    const out = lines.filter((line) => board.of(line) < 0);
    const among = out.length > 0 && chance() < 0.6 ? out : lines;
    const line = among[Math.floor(chance() * among.length)]!;
    // Now and then a whole group that crosses is inserted again, or all of them: what stands well together is not found one by one.
    const anew = chance() / Math.min(1, FEW_LINES / lines.length);
    if (anew < ALL_ANEW + GROUP_ANEW) {
      const isOut = anew < ALL_ANEW ? () => true : (other: number) => other === line || this.problem.crosses[line]!.includes(other);
      for (const other of lines) if (board.of(other) >= 0 && isOut(other)) board.takeOut(other);
      this.fillByPrice([], this.noise);
      this.fill(this.byWorth());
      return;
    }
    const stood = board.of(line);
    if (stood >= 0) board.takeOut(line);
    const option = this.wished(line, stood);
    const pushed = option < 0 ? [] : this.pushIn(option);
    if (chance() < 0.3) this.loosen(lines, line);
    this.fillByPrice(pushed);
    this.fill(this.byWorth());
  }

  /** An option of a line that is good at present prices, with some chance in it: not the one where it stood. */
  private wished(line: number, stood: number): number {
    let [best, most] = [-1, -Infinity];
    for (const option of this.byLine[line]!) {
      const worth = this.prices.reduced(option) + this.noise * this.chance();
      if (option !== stood && worth > most) [best, most] = [option, worth];
    }
    return best;
  }

  /** Puts an option in, and takes out what is in its way; of no effect where too much is. @returns lines that were taken out */
  private pushIn(option: number): readonly number[] {
    const { board } = this;
    const pushed: number[] = [];
    for (;;) {
      const block = board.blockOf(option);
      if (block === null) {
        board.put(option);
        return pushed;
      }
      const one = pushed.length < MOST_PUSHED ? this.worst(option, block) : -1;
      if (one < 0) return pushed;
      board.takeOut(one);
      pushed.push(one);
    }
  }

  private worst(option: number, block: Block): number {
    const blockers = this.board.blockers(option, block);
    return blockers.length === 0 ? -1 : blockers[Math.floor(this.chance() * blockers.length)]!;
  }

  /** Takes out some others, those in the same plot or with the same grower before any. */
  private loosen(lines: readonly number[], line: number): void {
    const { board, chance } = this;
    const { options } = this.problem;
    const near = board.of(line);
    const isNear = (other: number) =>
      near >= 0 &&
      (options[board.of(other)]!.plot === options[near]!.plot ||
        options[board.of(other)]!.grower === options[near]!.grower ||
        this.problem.crosses[line]!.includes(other));
    for (const other of lines) if (other !== line && board.of(other) >= 0 && chance() < (isNear(other) ? 0.4 : 0.03)) board.takeOut(other);
  }

  /** Puts in lines that are out in an order of chance, those last that were just taken out, each where it is worth most at present prices. */
  private fillByPrice(last: readonly number[], noise = 0): void {
    const { board, chance } = this;
    const order = this.byLine
      .map((_, line) => ({ line, key: chance() + (last.includes(line) ? 0.5 : 0) - (this.must.has(line) ? 0.5 : 0) }))
      .sort((one, other) => one.key - other.key);
    for (const { line } of order) {
      if (board.of(line) >= 0) continue;
      let [best, most] = [-1, this.must.has(line) ? -Infinity : 0];
      for (const option of this.byLine[line]!) {
        const worth = this.prices.reduced(option) + (noise > 0 ? noise * (chance() - 0.5) : 0);
        if (worth > most && board.blockOf(option) === null) [best, most] = [option, worth];
      }
      if (best >= 0) board.put(best);
    }
  }
}
