import { seeded } from '#core/distributions/seeded.ts';
import type { Plan, PlanProblem } from '#core/schedule/benchPlan.ts';
import { explainPlan, type PlanTrouble } from '#core/schedule/explainPlan.ts';
import { improvePlan, type PlanProgress } from '#core/schedule/improvePlan.ts';

/** To plan, or to say of a plan that was stopped what stands in its way. */
export type PlanTask =
  | { readonly kind: 'plan'; readonly problem: PlanProblem; readonly before: Plan | null; readonly seed: number }
  | { readonly kind: 'explain'; readonly problem: PlanProblem; readonly plan: Plan };
export type PlanNews =
  { readonly kind: 'progress'; readonly progress: PlanProgress } | { readonly kind: 'trouble'; readonly trouble: PlanTrouble };

const EVERY_MS = 120;
/** What is not proved by then is evened out and shown with its gap. */
const LONGEST_MS = 25_000;

const tell = (news: PlanNews) => self.postMessage(news);
const explain = (problem: PlanProblem, plan: Plan) => tell({ kind: 'trouble', trouble: explainPlan(problem, plan) });

/** Plans away from the page's own thread. The page stops it by ending the worker, and keeps the last plan it was told. */
self.onmessage = ({ data: task }: MessageEvent<PlanTask>) => {
  if (task.kind === 'explain') return explain(task.problem, task.plan);
  const { share } = seeded(task.seed);
  const begun = performance.now();
  let told = -Infinity;
  let plan: Plan = [];
  for (const progress of improvePlan(task.problem, share, task.before, () => performance.now() - begun > LONGEST_MS)) {
    plan = progress.plan;
    if (progress.phase === 'less late' && performance.now() - told < EVERY_MS) continue;
    told = performance.now();
    tell({ kind: 'progress', progress });
  }
  explain(task.problem, plan);
};
