import { partsOf } from './age.ts';
import type { Cells } from './cells.ts';
import { sightedProbit } from './likelihood.ts';
import { type Aged, dayOf, DAYS_A_YEAR } from './sightings.ts';

const { exp, max } = Math;

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

/** Cells lie closer than these questions need: each fourth stands for four. */
const STRIDE = 4;

/**
 * Screening test for a mishap: its posterior chance given the count, with belief and count both taken as normal in probits. Odds are
 * π / (1 − π) times the mean over costs c of exp(c·(u − c/2) / V), where u is how far the count lies under the belief and V the variance of their difference.
 */
export function roughlyFell({ probits, slopes, factors, chances }: Cells, count: number, sighting: Aged, chance: number): number {
  const seen = sightedProbit(sighting);
  const { known, shut } = partsOf(sighting.age);
  let [sum, under, squares] = [0, 0, 0];
  for (let index = 0; index < count; index += STRIDE) {
    const weight = chances[index]!;
    const here = probits[index]! - (known + shut * factors[index]!) * slopes[index]! - seen.mean;
    sum += weight;
    under += weight * here;
    squares += weight * here * here;
  }
  under /= sum;
  if (under <= 0) return 0;
  const variance = squares / sum - under * under + seen.variance;
  /** How much likelier the test is if that was lost. */
  const likelier = (cost: number) => exp((cost * (under - cost / 2)) / variance);
  const odds = (chance * COSTS.reduce((all, cost) => all + likelier(cost), 0)) / COSTS.length / (1 - chance);
  return odds === Infinity ? 1 : odds / (1 + odds);
}

/** Cells with less of a chance than this, against the likeliest, are not followed through what may have befallen them. */
const UNLIKELY = 1e-4;

/** The first `count` cells as they are, and as they would be after something that cost them probits, of which this is the chance. */
export function withFall({ probits, slopes, factors, chances }: Cells, count: number, chance: number): Cells {
  let most = 0;
  for (let index = 0; index < count; index += STRIDE) most = max(most, chances[index]!);
  const followed: number[] = [];
  for (let index = 0; index < count; index += STRIDE) if (chances[index]! > most * UNLIKELY) followed.push(index);
  const size = count + followed.length * COSTS.length;
  const after = {
    probits: new Float64Array(size),
    slopes: new Float64Array(size),
    factors: new Float64Array(size),
    chances: new Float64Array(size),
  };
  let at = 0;
  for (; at < count; at += 1) {
    after.probits[at] = probits[at]!;
    after.slopes[at] = slopes[at]!;
    after.factors[at] = factors[at]!;
    after.chances[at] = chances[at]! * (1 - chance);
  }
  for (const cost of COSTS)
    for (const index of followed) {
      after.probits[at] = probits[index]! - cost;
      after.slopes[at] = slopes[index]!;
      after.factors[at] = factors[index]!;
      after.chances[at] = (STRIDE * chances[index]! * chance) / COSTS.length;
      at += 1;
    }
  return after;
}
