import { addDays } from '../calendar/plainDate.ts';
import type { Window } from '../growout/sowing.ts';
import type { Day, LineId } from '../kernel/kinds.ts';
import { planOf, type SeasonOptions } from './options.ts';
import { sameChoice, type Choice, type Choices, type LineToPlan, type SeasonFacts } from './facts.ts';
import { faultsOf, type SeasonFault, type SeasonPlan } from './season.ts';

/** One line of a plan, with what it comes to beside the others. */
export interface LinePlanned {
  readonly line: LineToPlan;
  readonly choice: Choice;
  readonly bloom: Window;
  /** The day on which its bed is free again. */
  readonly freeOn: Day;
  readonly hours: number;
  readonly squareMetres: number;
  /** What growing it so is worth: fall in risk × importance and packets, less hands and way. */
  readonly worth: number;
  /** Share of its seed that others are likely to father, in the middle; and the most with which its promise is kept, null where any is borne. */
  readonly share: number;
  readonly most: number | null;
  /** What of the plan it gets pollen from, most first, as a share of its seed. */
  readonly from: readonly { readonly id: LineId; readonly name: string; readonly share: number }[];
  /** The share that comes of what flowers anyway. */
  readonly anyway: number;
}

/** What a plan comes to. */
export interface PlanOutcome {
  readonly lines: readonly LinePlanned[];
  readonly out: readonly LineToPlan[];
  readonly hours: number;
  readonly worth: number;
  /** Lines expected to be lost fewer, with it. */
  readonly saved: number;
  readonly faults: readonly SeasonFault[];
}

/** Share of its seed that comes of so much foreign pollen for each grain of its own: c = t·S/(1 + S). */
const shareOf = ({ crop }: LineToPlan, pollen: number): number => (crop.crossed * pollen) / (1 + pollen);

/** The most that may be crossed where the limit on pollen is kept, in the middle. */
const mostShare = (line: LineToPlan): number | null => (line.most === null ? null : shareOf(line, line.most));

/** What an option is worth without what staying put adds to it; what is sown is worth nothing more. */
export const plainWorth = (options: SeasonOptions, facts: SeasonFacts, option: number): number => {
  const { line, worth, choice } = options.ways[option]!;
  const { growOut, planned } = facts.lines[line]!;
  if (growOut?.state === 'sown') return 0;
  const before = growOut?.choice ?? planned;
  const stays = growOut?.state === 'asked' ? facts.growing.worthOfAsked : facts.growing.worthOfPlanned;
  return worth - (before && sameChoice(choice, before) ? stays : 0);
};

/** What choices come to: risk, isolation of all concerned, hours; and what of them cannot be. */
export function comesTo(options: SeasonOptions, facts: SeasonFacts, choices: Choices): PlanOutcome {
  const plan = planOf(options, facts, choices);
  const { problem, ways } = options;
  const chosen = plan.filter((option): option is number => option !== null);
  const lines = chosen.map((option): LinePlanned => {
    const way = ways[option]!;
    const line = facts.lines[way.line]!;
    const from = problem.crosses[way.line]!.flatMap((other) => {
      const theirs = plan[other];
      const pollen = theirs === null || theirs === undefined ? 0 : problem.pollen(theirs, option);
      return pollen > 0 ? [{ id: facts.lines[other]!.id, name: facts.lines[other]!.name, share: shareOf(line, pollen) }] : [];
    }).sort((one, other) => other.share - one.share);
    return {
      line,
      choice: way.choice,
      bloom: way.bloom,
      freeOn: addDays(`${facts.year}-01-01`, way.free),
      hours: way.hours,
      squareMetres: way.squareMetres,
      worth: plainWorth(options, facts, option),
      share: shareOf(line, pollenAt(options, plan, option)),
      most: mostShare(line),
      from,
      anyway: shareOf(line, way.anyway),
    };
  });
  const planned = lines.filter(({ line }) => line.growOut?.state !== 'sown');
  return {
    lines,
    out: facts.lines.filter((_, line) => plan[line] === null),
    hours: planned.reduce((sum, { hours }) => sum + hours, 0),
    worth: planned.reduce((sum, { worth }) => sum + worth, 0),
    saved: planned.reduce((sum, { line }) => sum + Math.max(0, line.risk - line.grown), 0),
    faults: faultsOf(problem, plan),
  };
}

function pollenAt({ problem, ways }: SeasonOptions, plan: SeasonPlan, option: number): number {
  const { line, anyway } = ways[option]!;
  return problem.crosses[line]!.reduce((sum, other) => {
    const theirs = plan[other];
    return theirs === null || theirs === undefined ? sum : sum + problem.pollen(theirs, option);
  }, anyway);
}
