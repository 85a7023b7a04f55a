import type { PlanOutcome } from '#core/plan/comesTo.ts';
import type { Choice } from '#core/plan/facts.ts';
import type { SeasonOptions } from '#core/plan/options.ts';
import type { Standing } from './seasonWorker.ts';
import type { Explained, useExplainer } from './useSeasonPlanner.ts';

/** What each way of looking at the plan is given: the plan, what it comes to, which line is chosen, and what can be done by hand. */
export interface PlanParts {
  readonly standing: Standing;
  readonly options: SeasonOptions;
  readonly outcome: PlanOutcome;
  readonly chosen: number | null;
  readonly onChoose: (id: number | null) => void;
  readonly hands: {
    readonly move: (id: number, choice: Choice) => void;
    readonly pin: (id: number, on: boolean) => void;
    readonly force: (id: number, on: boolean) => void;
    readonly forbid: (id: number, on: boolean) => void;
  };
  /** Whether a planner is at work: the plan is another in a moment. */
  readonly planning: boolean;
  readonly explained: Explained;
  readonly ask: ReturnType<typeof useExplainer>['ask'];
}
