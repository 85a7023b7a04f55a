import highsLoader from 'highs';
import wasm from 'highs/runtime?url';
import { asModel, planFrom } from '#core/plan/asModel.ts';
import { faultsOf, worthOf, type SeasonPlan, type SeasonProblem } from '#core/plan/season.ts';

/** The best plan that there is, proved by an exact solver (HiGHS); null where that takes longer than this, or where not all that must be grown can be. It is fetched when it is first used. */
export async function exactPlan(
  problem: SeasonProblem,
  seconds: number,
): Promise<{ readonly plan: SeasonPlan; readonly worth: number } | null> {
  try {
    const highs = await highsLoader({ locateFile: () => wasm });
    const solved = highs.solve(asModel(problem), { time_limit: seconds, mip_rel_gap: 1e-7 });
    if (solved.Status !== 'Optimal') return null;
    const plan = planFrom(problem, (name) => solved.Columns[name]?.Primal);
    return faultsOf(problem, plan).length > 0 ? null : { plan, worth: worthOf(problem, plan) };
  } catch {
    // A browser that cannot run it still has the planner's own plan and bound.
    return null;
  }
}
