import { seeded } from '#core/distributions/seeded.ts';
import { NO_WISHES } from '#core/plan/facts.ts';
import { optionsOf } from '#core/plan/options.ts';
import { planSeason } from '#core/plan/planSeason.ts';
import { faultsOf, worthOf, type SeasonProblem } from '#core/plan/season.ts';
import { exactSeason } from './exactSeason.ts';
import { seasonInstance } from './seasonInstance.ts';

const STEPS = 30;
const [SECONDS, NEAR, FAR] = [30, 1e-6, 0.01];
/** A plan as good as the best but for days that are liked a little less. */
const AS_GOOD = 1e-3;

/** A small season: four to nine lines, two to five plots, from so near that hardly anything may stand beside anything to far apart. */
function caseOf(seed: number): SeasonProblem {
  const { share } = seeded(seed + 1000);
  const facts = seasonInstance(
    { lines: 4 + Math.floor(share() * 6), plots: 2 + Math.floor(share() * 4), kilometres: 0.3 + 2 * share() },
    seed,
  );
  return optionsOf(facts, NO_WISHES, {}).problem;
}

/** Compares the planner with an exact solver over many small seasons: each plan can be done, no bound is under what is best, and how often and how nearly the best is reached. */
export async function calibrateSeasons(cases: number): Promise<void> {
  let [compared, reached, within, worst] = [0, 0, 0, 0];
  const wrong: string[] = [];
  for (let seed = 0; seed < cases; seed += 1) {
    const problem = caseOf(seed);
    const exact = await exactSeason(problem, SECONDS);
    if (exact.worth === null || !exact.isProved) continue;
    let [steps, worth] = [0, 0];
    for (const found of planSeason(problem, seeded(seed).share)) {
      ({ worth } = found);
      if (faultsOf(problem, found.plan).length > 0) wrong.push(`season ${seed}: a plan that cannot be done`);
      if (Math.abs(worthOf(problem, found.plan) - worth) > NEAR) wrong.push(`season ${seed}: a worth that is not the plan’s`);
      if (found.bound < exact.worth - NEAR) wrong.push(`season ${seed}: a bound under what is best`);
      if ((steps += 1) > STEPS) break;
    }
    if (worth > exact.worth + NEAR) wrong.push(`season ${seed}: better than what is best`);
    compared += 1;
    const gap = exact.worth <= 0 ? 0 : (exact.worth - worth) / exact.worth;
    if (gap < AS_GOOD) reached += 1;
    if (gap < FAR) within += 1;
    worst = Math.max(worst, gap);
  }
  const percent = (of: number) => `${((100 * of) / compared).toFixed(1)} %`;
  process.stdout.write(
    `seasons: a plan as good as the best found in ${percent(reached)} of ${compared}, within 1 % of it in ${percent(within)}, at worst ${(100 * worst).toFixed(1)} % under it\n`,
  );
  for (const one of wrong) process.stderr.write(`${one}\n`);
  if (wrong.length > 0) process.exitCode = 1;
}
