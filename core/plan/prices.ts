import { EPSILON, type SeasonProblem } from './season.ts';

/** Something of which there is only so much, and what options take of it. */
interface Row {
  readonly key: string;
  readonly most: number;
  readonly options: Int32Array;
  readonly amounts: Float64Array;
  /** Of options that shut each other out: all of them. */
  readonly clique: ReadonlySet<number> | null;
  price: number;
  /** Steps since it last had a price or was short. */
  idle: number;
}

/** So many rows are added at a time, and held at most. */
const NEW_ROWS = 40;
const MOST_ROWS = 6000;
/** A row that had no price and was not short for so many steps is forgotten, until it is broken again. */
const IDLE = 60;
/** After so many steps without a better bound the pace is halved; under the least it begins anew. */
const PATIENCE = 12;
const LEAST_PACE = 1e-3;
/** A bound is better where it comes this much nearer to what is reached. */
const PROGRESS = 0.002;

/**
 * Prices of what is scarce, and the bound that they give (Lagrange): beds on a day, cages, growers' lines and hours, and options of which any two would bring one of them too
 * much pollen, so that one of them at most can be grown. What every line would choose at these prices, with the prices of all there is, is worth no less than the best plan.
 * A row is written only once what lines would choose breaks it.
 */
export class Prices {
  bound = Infinity;
  readonly worth: Float64Array;
  private readonly problem: SeasonProblem;
  private readonly cost: Float64Array;
  private readonly byLine: readonly Int32Array[];
  private readonly pinned: ReadonlySet<number>;
  private readonly must: ReadonlySet<number>;
  private rows: Row[] = [];
  private readonly known = new Set<string>();
  private pace = 1;
  private since = 0;
  /** Prices at which the bound is lowest so far. */
  private best: ReadonlyMap<string, number> = new Map();

  constructor(problem: SeasonProblem, byLine: readonly Int32Array[]) {
    this.problem = problem;
    this.worth = Float64Array.from(problem.options, ({ worth }) => worth);
    this.cost = new Float64Array(problem.options.length);
    this.byLine = byLine;
    this.pinned = new Set(problem.pinned);
    this.must = new Set(problem.must);
  }

  /** What an option is worth beyond what it takes of scarce things at their prices. */
  reduced(option: number): number {
    return this.worth[option]! - this.cost[option]!;
  }

  /** One step of the subgradient (Polyak), towards a bound as low as what is reached. */
  step(reached: number): void {
    const chosen: number[] = [];
    let value = 0;
    for (const [line, options] of this.byLine.entries()) {
      // What must be grown is chosen whatever it costs.
      let [best, most] = [-1, this.must.has(line) ? -Infinity : 0];
      for (const option of options) {
        const worth = this.worth[option]! - this.cost[option]!;
        if (worth > most || (best < 0 && this.pinned.has(option))) [best, most] = [option, worth];
      }
      if (best >= 0) {
        chosen.push(best);
        value += most;
      }
    }
    const isIn = new Uint8Array(this.worth.length);
    for (const option of chosen) isIn[option] = 1;
    const slope = this.rows.map((row) => {
      value += row.price * row.most;
      let used = 0;
      for (let at = 0; at < row.options.length; at += 1) if (isIn[row.options[at]!]) used += row.amounts[at]!;
      row.idle = row.price > 0 || used > row.most + EPSILON ? 0 : row.idle + 1;
      // Each in its own measure: square metres count no more than hours.
      return (used - row.most) / Math.max(1, row.most);
    });
    if (value < this.bound - EPSILON) {
      if (value < this.bound - PROGRESS * (this.bound - reached)) this.since = 0;
      this.bound = value;
      this.best = new Map(this.rows.flatMap(({ key, price }) => (price > 0 ? [[key, price] as const] : [])));
    }
    if ((this.since += 1) > PATIENCE) {
      this.pace = this.pace / 2;
      if (this.pace < LEAST_PACE) this.pace = 1;
      this.since = 0;
      for (const row of this.rows) this.charge(row, this.best.get(row.key) ?? 0);
      return;
    }
    // Of what has no price and is not short nothing is to be changed.
    let steep = 0;
    for (const [at, one] of slope.entries()) if (one > 0 || this.rows[at]!.price > 0) steep += one * one;
    if (steep > 0) {
      const stride = (this.pace * Math.max(EPSILON, value - reached)) / steep;
      for (const [at, one] of slope.entries()) {
        const row = this.rows[at]!;
        this.charge(row, Math.max(0, row.price + (stride * one) / Math.max(1, row.most)));
      }
    }
    this.forget();
    this.findRows(chosen);
  }

  private forget(): void {
    if (!this.rows.some(({ idle }) => idle > IDLE)) return;
    for (const { key, idle } of this.rows) if (idle > IDLE && !this.best.has(key)) this.known.delete(key);
    this.rows = this.rows.filter(({ key, idle }) => idle <= IDLE || this.best.has(key));
  }

  private charge(row: Row, price: number): void {
    const more = price - row.price;
    if (more === 0) return;
    row.price = price;
    for (let at = 0; at < row.options.length; at += 1) this.cost[row.options[at]!]! += more * row.amounts[at]!;
  }

  /** Writes the rows that a choice of lines breaks. */
  private findRows(chosen: readonly number[]): void {
    const { options, plots, growers, crosses } = this.problem;
    let left = Math.min(NEW_ROWS, MOST_ROWS - this.rows.length);
    const add = (key: string, most: number, members: () => Iterable<readonly [number, number]>, isClique = false) => {
      if (left <= 0 || this.known.has(key)) return;
      this.known.add(key);
      left -= 1;
      const takes = [...members()];
      const clique = isClique ? new Set(takes.map(([option]) => option)) : null;
      this.rows.push({
        key,
        most,
        options: Int32Array.from(takes, ([option]) => option),
        amounts: Float64Array.from(takes, ([, amount]) => amount),
        clique,
        price: 0,
        idle: 0,
      });
    };
    const all = (isOne: (option: (typeof options)[number]) => boolean, amount: (option: (typeof options)[number]) => number) =>
      function* () {
        for (const [option, one] of options.entries()) if (isOne(one) && amount(one) > 0) yield [option, amount(one)] as const;
      };
    const [lines, hours] = [new Map<number, number>(), new Map<number, number>()];
    const inPlot = new Map<number, number[]>();
    for (const option of chosen) {
      const { grower, hours: its, plot } = options[option]!;
      lines.set(grower, (lines.get(grower) ?? 0) + 1);
      hours.set(grower, (hours.get(grower) ?? 0) + its);
      inPlot.set(plot, [...(inPlot.get(plot) ?? []), option]);
    }
    for (const [grower, { lines: most, hours: mostHours }] of growers.entries()) {
      if ((lines.get(grower) ?? 0) > most)
        add(
          `lines ${grower}`,
          most,
          all(
            (one) => one.grower === grower,
            () => 1,
          ),
        );
      if ((hours.get(grower) ?? 0) > mostHours + EPSILON)
        add(
          `hours ${grower}`,
          mostHours,
          all(
            (one) => one.grower === grower,
            (one) => one.hours,
          ),
        );
    }
    for (const [plot, here] of inPlot)
      for (const first of here) {
        const day = options[first]!.from;
        const isThere = (one: (typeof options)[number]) => one.plot === plot && one.from <= day && day < one.free;
        for (const what of ['squareMetres', 'cages'] as const) {
          const taken = here.reduce((sum, one) => sum + (isThere(options[one]!) ? options[one]![what] : 0), 0);
          if (taken > plots[plot]![what] + EPSILON)
            add(
              `${what} ${plot} ${day}`,
              plots[plot]![what],
              all(isThere, (one) => one[what]),
            );
        }
      }
    const lineHas = new Map(chosen.map((option) => [options[option]!.line, option]));
    for (const one of chosen)
      for (const line of crosses[options[one]!.line]!) {
        const other = lineHas.get(line);
        if (other === undefined || other < one || !clashes(this.problem, one, other)) continue;
        // One row that holds both says it already.
        if (this.rows.some(({ clique }) => clique?.has(one) && clique.has(other))) continue;
        add(
          `pair ${one} ${other}`,
          1,
          () => cliqueAround(this.problem, this.byLine, one, other).map((option) => [option, 1] as const),
          true,
        );
      }
  }
}

/** Whether two options of lines that cross cannot both be grown. */
function clashes({ options, pollen }: SeasonProblem, one: number, other: number): boolean {
  const [here, there] = [options[one]!, options[other]!];
  return (
    (here.most < Infinity && here.anyway + pollen(other, one) > here.most + EPSILON) ||
    (there.most < Infinity && there.anyway + pollen(one, other) > there.most + EPSILON)
  );
}

/** Two options that cannot both be grown, and others of lines that cross of which none can be grown with another: those that bring the two most pollen first. */
function cliqueAround(problem: SeasonProblem, byLine: readonly Int32Array[], one: number, other: number): readonly number[] {
  const { options, crosses, pollen } = problem;
  const members = new Map([
    [options[one]!.line, [one]],
    [options[other]!.line, [other]],
  ]);
  const brings = (option: number) => {
    const pair = options[option]!.line === options[one]!.line ? other : one;
    return pollen(option, pair) + pollen(pair, option);
  };
  const candidates = [options[one]!.line, ...crosses[options[one]!.line]!]
    .flatMap((line) => [...byLine[line]!])
    .filter((option) => option !== one && option !== other)
    .map((option) => ({ option, most: brings(option) }))
    .sort((first, second) => second.most - first.most || first.option - second.option);
  for (const { option } of candidates) {
    const { line } = options[option]!;
    const fits = [...members].every(
      ([theirs, all]) => theirs === line || (crosses[line]!.includes(theirs) && all.every((member) => clashes(problem, option, member))),
    );
    if (fits) members.set(line, [...(members.get(line) ?? []), option]);
  }
  return [...members.values()].flat();
}
