import highsLoader from 'highs';
import { asModel } from '#core/plan/asModel.ts';
import type { SeasonProblem } from '#core/plan/season.ts';

/** What an exact solver (HiGHS) says of a season given to it as a plain model; worth null where it found no plan in time. */
export async function exactSeason(
  problem: SeasonProblem,
  seconds: number,
): Promise<{ readonly worth: number | null; readonly isProved: boolean; readonly status: string }> {
  try {
    const highs = await highsLoader();
    const { Status: status, ObjectiveValue: worth } = highs.solve(asModel(problem), { time_limit: seconds, mip_rel_gap: 1e-7 });
    const isProved = status === 'Optimal';
    return { worth: isProved || (status === 'Time limit reached' && Number.isFinite(worth)) ? worth : null, isProved, status };
  } catch (error) {
    return { worth: null, isProved: false, status: error instanceof Error ? error.message : 'it failed' };
  }
}
