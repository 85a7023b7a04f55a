import type { Grid } from './grid.ts';
import { sightedProbit } from './likelihood.ts';
import { type Aged, dayOf, DAYS_A_YEAR } from './sightings.ts';

const { ceil, exp, floor, max, min } = Math;

/** Chance in a year that something nobody wrote down, a hot car or a lid left open, costs a lot a good part of its life. */
const MISHAPS_A_YEAR = 0.03;
/** Chance that seed came in much poorer than its crop's usually is: picked green, dried too hot. */
const POOR_FROM_THE_START = 0.03;
/** Probits that such a thing costs, one as likely as the other. */
const COSTS = [0.5, 0.9, 1.3, 1.7, 2.1, 2.5, 2.9, 3.3, 3.7, 4.1];

/** Chance π of a mishap between two tests: 1 − e^(−0.03·years), and before the first test also that seed came in poor. */
export function chanceOfFall(last: Aged | null, next: Aged): number {
  const days = dayOf(next) - (last ? dayOf(last) : 0);
  return 1 - (last ? 1 : 1 - POOR_FROM_THE_START) * exp((-MISHAPS_A_YEAR * max(0, days)) / DAYS_A_YEAR);
}

/**
 * Screening test for a mishap: its posterior chance given the count, with belief and count both taken as normal in probits. Odds are
 * π / (1 − π) times the mean over costs c of exp(c·(u − c/2) / V), where u is how far the count lies under the belief and V the variance of their difference.
 */
export function roughlyFell(grid: Grid, sighting: Aged, losses: Float64Array, chance: number): number {
  const { low, cell, rows, from, to, chances } = grid;
  const seen = sightedProbit(sighting);
  let [sum, under, squares] = [0, 0, 0];
  for (let column = 0; column < from.length; column += 1) {
    const lowest = low - losses[column]! - seen.mean;
    for (let row = from[column]!, end = to[column]!, index = column * rows + row; row < end; row += 1, index += 1) {
      const here = lowest + row * cell;
      const weight = chances[index]!;
      sum += weight;
      under += weight * here;
      squares += weight * here * here;
    }
  }
  under /= sum;
  if (under <= 0) return 0;
  const variance = squares / sum - under * under + seen.variance;
  /** How much likelier the test is if that was lost. */
  const likelier = (cost: number) => exp((cost * (under - cost / 2)) / variance);
  const odds = (chance * COSTS.reduce((all, cost) => all + likelier(cost), 0)) / COSTS.length / (1 - chance);
  return odds === Infinity ? 1 : odds / (1 + odds);
}

/**
 * A grid after something that, with this chance, cost the lot probits: each column is spread over the rows below by each of the costs. What lies between
 * two rows goes to both, by its nearness.
 */
export function withFall({ cell, rows, from, to, chances, ...grid }: Grid, chance: number): Grid {
  const [first, end] = [min(...from), max(...to)];
  const deeper = ceil(max(...COSTS) / cell);
  const rowsAfter = end - first + deeper;
  const after = new Float64Array(rowsAfter * from.length);
  // Of each row, what goes so many rows down.
  const shares = new Float64Array(deeper + 1);
  shares[0] = 1 - chance;
  for (const cost of COSTS) {
    const [down, beyond] = [floor(cost / cell), (cost / cell) % 1];
    shares[down]! += (chance * (1 - beyond)) / COSTS.length;
    if (beyond > 0) shares[down + 1]! += (chance * beyond) / COSTS.length;
  }
  const downs = Int32Array.from(shares.keys()).filter((down) => shares[down]! > 0);
  for (let column = 0; column < from.length; column += 1)
    for (let row = from[column]!, end = to[column]!; row < end; row += 1) {
      const was = chances[column * rows + row]!;
      const at = column * rowsAfter + row - first + deeper;
      for (let step = 0; step < downs.length; step += 1) {
        const down = downs[step]!;
        after[at - down]! += was * shares[down]!;
      }
    }
  return {
    ...grid,
    low: grid.low + (first - deeper) * cell,
    cell,
    rows: rowsAfter,
    from: from.map((low) => low - first),
    to: to.map((high) => high - first + deeper),
    chances: after,
  };
}
