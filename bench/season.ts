import { seeded } from '#core/distributions/seeded.ts';
import { NO_WISHES } from '#core/plan/facts.ts';
import { optionsOf } from '#core/plan/options.ts';
import { planSeason } from '#core/plan/planSeason.ts';
import { faultsOf, type SeasonProblem } from '#core/plan/season.ts';
import { exactSeason } from './exactSeason.ts';
import { seasonInstance, type SeasonSize } from './seasonInstance.ts';

const SEASONS: readonly SeasonSize[] = [
  { lines: 20, plots: 12, kilometres: 1.5 },
  { lines: 60, plots: 80, kilometres: 3 },
  { lines: 60, plots: 80, kilometres: 1.5 },
  { lines: 60, plots: 80, kilometres: 0.7 },
  { lines: 200, plots: 300, kilometres: 3 },
];
const [SOON_MS, LATER_MS] = [10_000, 20_000];
/** A plain model with more numbers than this does not fit into what a solver here may hold. */
const [MOST_NUMBERS, SOLVER_SECONDS] = [3_000_000, 60];

/** Times the season's planner, and says how far its plans are from what no plan can be better than. */
for (const size of SEASONS) {
  const begun = performance.now();
  const { problem } = optionsOf(seasonInstance(size, 41), NO_WISHES, {});
  const made = performance.now() - begun;
  let [first, soon, told] = [0, '', ''];
  for (const { plan, worth, bound } of planSeason(problem, seeded(7).share)) {
    const ms = performance.now() - begun;
    if (faultsOf(problem, plan).length > 0) throw new Error('a plan that cannot be done');
    const grown = plan.filter((option) => option !== null).length;
    told = `${grown} lines, worth ${worth.toFixed(3)} of at most ${bound.toFixed(3)}, gap ${((100 * (bound - worth)) / worth).toFixed(2)} %`;
    if (first === 0) {
      first = ms;
      soon = `first plan worth ${worth.toFixed(3)}`;
    } else if (ms >= SOON_MS && !soon.includes('10 s')) soon += `; after 10 s ${told}`;
    if (ms >= LATER_MS) break;
  }
  process.stdout.write(
    `${size.lines} lines, ${size.plots} plots in ${size.kilometres} km, ${problem.options.length} options made in ${Math.round(made)} ms: first plan after ${Math.round(first)} ms; ${soon}; after 20 s ${told}\n`,
  );
  const numbers = numbersOf(problem);
  if (numbers > MOST_NUMBERS) {
    process.stdout.write(`  the same as a plain model: ${(numbers / 1e6).toFixed(1)} million numbers, more than the solver can hold\n`);
    continue;
  }
  const solving = performance.now();
  const { worth, isProved, status } = await exactSeason(problem, SOLVER_SECONDS);
  process.stdout.write(
    `  the same as a plain model of ${(numbers / 1e6).toFixed(1)} million numbers in HiGHS: ${status} after ${((performance.now() - solving) / 1000).toFixed(0)} s, ${worth === null ? 'no plan' : `worth ${worth.toFixed(3)}${isProved ? ', proved' : ''}`}\n`,
  );
}

/** Pairs of options of which one brings the other pollen: rows of the plain model are made of these. */
function numbersOf({ options, crosses, pollen, lines }: SeasonProblem): number {
  const byLine: number[][] = Array.from({ length: lines }, () => []);
  for (const [option, { line }] of options.entries()) byLine[line]!.push(option);
  let numbers = 0;
  for (const [to, { line }] of options.entries())
    for (const other of crosses[line]!) for (const from of byLine[other]!) if (pollen(from, to) > 0) numbers += 1;
  return numbers;
}
