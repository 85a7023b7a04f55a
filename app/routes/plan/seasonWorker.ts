import { seeded } from '#core/distributions/seeded.ts';
import {
  alternativesFor,
  clashesOf,
  explainLeftOut,
  worthOfMore,
  type Alternative,
  type Changed,
  type Clash,
  type LeftOut,
} from '#core/plan/explain.ts';
import type { Choices, SeasonFacts, Wishes } from '#core/plan/facts.ts';
import { choicesOf, optionsOf, planOf } from '#core/plan/options.ts';
import { plainWorth } from '#core/plan/comesTo.ts';
import { planSeason } from '#core/plan/planSeason.ts';
import { worthOf, type SeasonPlan } from '#core/plan/season.ts';
import { exactPlan } from './exact.ts';

/** A plan as it stands, with all that it depends on. */
export interface Standing {
  readonly facts: SeasonFacts;
  readonly wishes: Wishes;
  readonly choices: Choices;
}

/** To plan, or to say something of a plan. */
export type SeasonTask = Standing &
  ({ readonly kind: 'plan' | 'more' | 'clashes' } | { readonly kind: 'left out' | 'alternatives'; readonly line: number });

/** What a planner has so far: what the plan is worth, and what none can be worth more than. */
export interface PlanningProgress {
  readonly choices: Choices;
  readonly worth: number;
  readonly bound: number;
}

export type SeasonNews =
  | { readonly kind: 'progress'; readonly progress: PlanningProgress }
  | { readonly kind: 'done' }
  | { readonly kind: 'left out'; readonly line: number; readonly told: LeftOut }
  | { readonly kind: 'alternatives'; readonly line: number; readonly told: readonly Alternative[] }
  | { readonly kind: 'more'; readonly told: readonly Changed[] }
  | { readonly kind: 'clashes'; readonly told: readonly Clash[] };

const SEED = 20_271;
const EVERY_MS = 150;
/** Planning ends by itself where it is proved that nothing is better, or after so many steps, or so long on a slow machine. */
const MOST_STEPS = 150;
const LONGEST_MS = 60_000;
/** A season of up to so many options is given to an exact solver after a few steps, for so long. */
const [STEPS_BEFORE_EXACT, MOST_EXACT, EXACT_SECONDS] = [12, 4000, 10];

const tell = (news: SeasonNews) => self.postMessage(news);

/** Plans away from the page's own thread. The page stops it by ending the worker, and keeps the last plan that it was told. */
self.onmessage = ({ data: task }: MessageEvent<SeasonTask>) => {
  const { facts, wishes, choices } = task;
  switch (task.kind) {
    case 'plan':
      return void plan(task);
    case 'left out':
      return tell({ kind: 'left out', line: task.line, told: explainLeftOut(facts, wishes, choices, task.line) });
    case 'alternatives':
      return tell({ kind: 'alternatives', line: task.line, told: alternativesFor(facts, wishes, choices, task.line) });
    case 'more':
      return tell({ kind: 'more', told: worthOfMore(facts, wishes, choices) });
    case 'clashes':
      return tell({ kind: 'clashes', told: clashesOf(facts, wishes, choices) });
  }
};

async function plan({ facts, wishes, choices }: Standing): Promise<void> {
  const options = optionsOf(facts, wishes, choices);
  const begun = performance.now();
  const progressOf = (found: SeasonPlan, bound: number): PlanningProgress => {
    // What staying put adds is taken off on both sides, so that what is said is what a plan is worth.
    const worth = found.reduce<number>((sum, option) => sum + (option === null ? 0 : plainWorth(options, facts, option)), 0);
    return {
      choices: withoutSown(facts, choicesOf(options, facts, found)),
      worth,
      bound: worth + Math.max(0, bound - worthOf(options.problem, found)),
    };
  };
  let [told, steps] = [-Infinity, 0];
  let last: { readonly plan: SeasonPlan; readonly bound: number } | null = null;
  for (const found of planSeason(options.problem, seeded(SEED).share, planOf(options, facts, choices))) {
    last = found;
    if (performance.now() - told >= EVERY_MS) {
      told = performance.now();
      tell({ kind: 'progress', progress: progressOf(found.plan, found.bound) });
    }
    steps += 1;
    if (steps === STEPS_BEFORE_EXACT && options.ways.length <= MOST_EXACT) {
      const exact = await exactPlan(options.problem, EXACT_SECONDS);
      if (exact) {
        last = { plan: exact.plan, bound: exact.worth };
        break;
      }
    }
    if (steps > MOST_STEPS || performance.now() - begun > LONGEST_MS) break;
  }
  if (last) tell({ kind: 'progress', progress: progressOf(last.plan, last.bound) });
  tell({ kind: 'done' });
}

/** What is sown is no choice. */
function withoutSown({ lines }: SeasonFacts, choices: Choices): Choices {
  const sown = new Set(lines.flatMap(({ id, growOut }) => (growOut?.state === 'sown' ? [id] : [])));
  return Object.fromEntries(Object.entries(choices).filter(([id]) => !sown.has(Number(id))));
}
