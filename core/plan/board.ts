import { EPSILON, type SeasonPlan, type SeasonProblem } from './season.ts';

/** Why an option does not fit beside what is chosen; or, after these four, whatever is chosen. */
export type Block = 'bed' | 'cage' | 'grower' | 'pollen' | 'too small' | 'too many hours' | 'never';

/** A line that must be grown outweighs all that need not. */
export const MUST = 1000;

/** A plan that is being made: which option each line has, what is taken of each plot and grower, and what pollen each line that is in would get. */
export class Board {
  /** What the plan is worth, and `MUST` for each line in it that must be. */
  worth = 0;
  private readonly problem: SeasonProblem;
  private readonly chosen: Int32Array;
  private readonly got: Float64Array;
  private readonly inPlot: readonly number[][];
  private readonly lines: Int32Array;
  private readonly hours: Float64Array;
  private readonly pinned: ReadonlySet<number>;
  private readonly must: ReadonlySet<number>;

  constructor(problem: SeasonProblem) {
    this.problem = problem;
    this.chosen = new Int32Array(problem.lines).fill(-1);
    this.got = new Float64Array(problem.lines);
    this.inPlot = problem.plots.map(() => []);
    this.lines = new Int32Array(problem.growers.length);
    this.hours = new Float64Array(problem.growers.length);
    this.pinned = new Set(problem.pinned);
    this.must = new Set(problem.must);
    this.begin([]);
  }

  plan(): SeasonPlan {
    return Array.from(this.chosen, (option) => (option < 0 ? null : option));
  }

  /** The option of a line, -1 where it is left out. */
  of(line: number): number {
    return this.chosen[line]!;
  }

  isPinned(option: number): boolean {
    return this.pinned.has(option);
  }

  /** Begins anew with a plan; what is pinned goes before it. */
  begin(plan: SeasonPlan): void {
    this.chosen.fill(-1);
    this.got.fill(0);
    for (const here of this.inPlot) here.length = 0;
    this.lines.fill(0);
    this.hours.fill(0);
    this.worth = 0;
    const { options, pinned } = this.problem;
    for (const option of pinned) this.put(option);
    for (const option of plan) if (option !== null && this.chosen[options[option]!.line]! < 0) this.put(option);
  }

  /** What stands in the way of an option of a line that is left out; null where it fits. */
  blockOf(option: number): Block | null {
    const { options, plots, growers, crosses, pollen } = this.problem;
    const { line, plot, grower, squareMetres, hours, cages, anyway, most } = options[option]!;
    const [room, can] = [plots[plot]!, growers[grower]!];
    if (squareMetres > room.squareMetres + EPSILON) return 'too small';
    if (hours > can.hours + EPSILON) return 'too many hours';
    if (cages > room.cages || can.lines < 1 || anyway > most + EPSILON) return 'never';
    if (this.lines[grower]! + 1 > can.lines || this.hours[grower]! + hours > can.hours + EPSILON) return 'grower';
    if (this.inPlot[plot]!.length > 0) {
      if (this.most(option, 'squareMetres') + squareMetres > room.squareMetres + EPSILON) return 'bed';
      if (cages > 0 && this.most(option, 'cages') + cages > room.cages) return 'cage';
    }
    let mine = anyway;
    for (const other of crosses[line]!) {
      const theirs = this.chosen[other]!;
      if (theirs < 0) continue;
      mine += pollen(theirs, option);
      if (mine > most + EPSILON || this.got[other]! + pollen(option, theirs) > options[theirs]!.most + EPSILON) return 'pollen';
    }
    return null;
  }

  /** Lines that are in and share with an option what it lacks; those that are pinned are not among them. */
  blockers(option: number, block: Block): readonly number[] {
    const { options, crosses, pollen } = this.problem;
    const { line, plot, grower, from, free, most, anyway } = options[option]!;
    const lineOf = (one: number) => options[one]!.line;
    const during = (one: number) => options[one]!.from < free && from < options[one]!.free;
    const isFree = (other: number) => this.chosen[other]! >= 0 && !this.pinned.has(this.chosen[other]!);
    switch (block) {
      case 'bed':
        return this.inPlot[plot]!.filter(during).map(lineOf).filter(isFree);
      case 'cage':
        return this.inPlot[plot]!.filter((one) => during(one) && options[one]!.cages > 0)
          .map(lineOf)
          .filter(isFree);
      case 'grower':
        return Array.from(this.chosen.keys()).filter((other) => isFree(other) && options[this.chosen[other]!]!.grower === grower);
      case 'pollen':
        return crosses[line]!.filter(
          (other) =>
            isFree(other) &&
            (pollen(this.chosen[other]!, option) > (most - anyway) / MANY ||
              this.got[other]! + pollen(option, this.chosen[other]!) > options[this.chosen[other]!]!.most + EPSILON),
        );
      case 'too small':
      case 'too many hours':
      case 'never':
        return [];
    }
  }

  put(option: number): void {
    const { options, crosses, pollen } = this.problem;
    const { line, plot, grower, hours, worth, anyway } = options[option]!;
    let mine = anyway;
    for (const other of crosses[line]!) {
      const theirs = this.chosen[other]!;
      if (theirs < 0) continue;
      mine += pollen(theirs, option);
      this.got[other]! += pollen(option, theirs);
    }
    this.got[line] = mine;
    this.chosen[line] = option;
    this.inPlot[plot]!.push(option);
    this.lines[grower]! += 1;
    this.hours[grower]! += hours;
    this.worth += worth + (this.must.has(line) ? MUST : 0);
  }

  takeOut(line: number): void {
    const { options, crosses, pollen } = this.problem;
    const option = this.chosen[line]!;
    const { plot, grower, hours, worth } = options[option]!;
    this.chosen[line] = -1;
    for (const other of crosses[line]!) if (this.chosen[other]! >= 0) this.got[other]! -= pollen(option, this.chosen[other]!);
    this.inPlot[plot]!.splice(this.inPlot[plot]!.indexOf(option), 1);
    this.lines[grower]! -= 1;
    this.hours[grower]! -= hours;
    this.worth -= worth + (this.must.has(line) ? MUST : 0);
  }

  /** The most that is taken at once of an option's plot while it would stand there. What is taken changes only where one begins. */
  private most(option: number, what: 'squareMetres' | 'cages'): number {
    const { options } = this.problem;
    const { plot, from, free } = options[option]!;
    let most = 0;
    for (const first of [option, ...this.inPlot[plot]!]) {
      const day = first === option ? from : options[first]!.from;
      if (day < from || day >= free) continue;
      let at = 0;
      for (const one of this.inPlot[plot]!) if (options[one]!.from <= day && day < options[one]!.free) at += options[one]![what];
      if (at > most) most = at;
    }
    return most;
  }
}

/** One that brings less than this part of what may still come is not what stands in the way. */
const MANY = 5;
