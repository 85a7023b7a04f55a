/** One way in which a line could be grown in the coming season (I.3): where, by whom, when and how. Days are counted from any one day. */
export interface GrowOption {
  readonly line: number;
  readonly plot: number;
  readonly grower: number;
  /** The bed is taken from a day on, and free again on another. */
  readonly from: number;
  readonly free: number;
  readonly squareMetres: number;
  /** Hours of its grower, and cages of its plot. */
  readonly hours: number;
  readonly cages: number;
  /** What it is worth: the fall in the chance of losing the line times its importance, less what hands and travel cost. */
  readonly worth: number;
  /** Foreign pollen for each grain of its own that it gets from what flowers there anyway; and the most that it may get in all. */
  readonly anyway: number;
  readonly most: number;
}

export interface SeasonProblem {
  readonly lines: number;
  readonly plots: readonly { readonly squareMetres: number; readonly cages: number }[];
  readonly growers: readonly { readonly lines: number; readonly hours: number }[];
  readonly options: readonly GrowOption[];
  /** By line: the others that it may cross with, either way. */
  readonly crosses: readonly (readonly number[])[];
  /** Pollen that one option would bring another of a line that it crosses with, for each grain of that one's own. */
  readonly pollen: (from: number, to: number) => number;
  /** Options that are settled: their lines are grown so and not otherwise. */
  readonly pinned: readonly number[];
  /** Lines that must be grown, if they can: before anything else is weighed. */
  readonly must: readonly number[];
}

/** By line: its option, or null where it is left out. */
export type SeasonPlan = readonly (number | null)[];

export type SeasonFault =
  | { readonly why: 'bed full' | 'no cage'; readonly plot: number }
  | { readonly why: 'too many lines' | 'too many hours'; readonly grower: number }
  | { readonly why: 'crossed'; readonly option: number; readonly pollen: number };

/** What a plan is worth in all. */
export const worthOf = ({ options }: Pick<SeasonProblem, 'options'>, plan: SeasonPlan): number =>
  plan.reduce<number>((sum, option) => sum + (option === null ? 0 : options[option]!.worth), 0);

/** Beyond what arithmetic leaves. */
export const EPSILON = 1e-9;

/** What of a plan cannot be: reckoned from the plan alone, by nothing that the planner uses. Empty where it can be done. */
export function faultsOf({ plots, growers, options, crosses, pollen }: SeasonProblem, plan: SeasonPlan): readonly SeasonFault[] {
  const chosen = plan.filter((option): option is number => option !== null);
  const faults: SeasonFault[] = [];
  const sum = (of: readonly number[], what: (option: GrowOption) => number) => of.reduce((all, one) => all + what(options[one]!), 0);
  for (const [plot, { squareMetres, cages }] of plots.entries()) {
    const here = chosen.filter((one) => options[one]!.plot === plot);
    const standing = here.map((first) => {
      const day = options[first]!.from;
      return here.filter((one) => options[one]!.from <= day && day < options[one]!.free);
    });
    if (standing.some((at) => sum(at, (one) => one.squareMetres) > squareMetres + EPSILON)) faults.push({ why: 'bed full', plot });
    if (standing.some((at) => sum(at, (one) => one.cages) > cages)) faults.push({ why: 'no cage', plot });
  }
  for (const [grower, { lines, hours }] of growers.entries()) {
    const theirs = chosen.filter((one) => options[one]!.grower === grower);
    if (theirs.length > lines) faults.push({ why: 'too many lines', grower });
    if (sum(theirs, (one) => one.hours) > hours + EPSILON) faults.push({ why: 'too many hours', grower });
  }
  for (const option of chosen) {
    const { line, anyway, most } = options[option]!;
    const others = chosen.filter((other) => crosses[line]!.includes(options[other]!.line));
    const got = others.reduce((all, other) => all + pollen(other, option), anyway);
    if (got > most + EPSILON) faults.push({ why: 'crossed', option, pollen: got });
  }
  return faults;
}
