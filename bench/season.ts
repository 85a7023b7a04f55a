import { seeded } from '#core/distributions/seeded.ts';
import { NO_WISHES } from '#core/plan/facts.ts';
import { optionsOf } from '#core/plan/options.ts';
import { planSeason } from '#core/plan/planSeason.ts';
import { faultsOf } from '#core/plan/season.ts';
import { seasonInstance, type SeasonSize } from './seasonInstance.ts';

const SEASONS: readonly SeasonSize[] = [
  { lines: 60, plots: 80, kilometres: 3 },
  { lines: 60, plots: 80, kilometres: 1.5 },
  { lines: 60, plots: 80, kilometres: 0.7 },
  { lines: 200, plots: 300, kilometres: 3 },
];
const [SOON_MS, LATER_MS] = [10_000, 20_000];

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
}
