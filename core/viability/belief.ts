import { copyOf, lossesAt, settled, trim, type Belief, type Grid } from './grid.ts';
import { nothingKept, type Kept } from './kept.ts';
import { likelihoodTable, timesLikelihood } from './likelihood.ts';
import { chanceOfFall, roughlyFell, withFall } from './mishap.ts';
import { type Beginning, priorBelief } from './prior.ts';
import { type Aged, byAge } from './sightings.ts';

/**
 * The viability of one lot over time, from its crop's usual life, its tests and what came up of it.
 *
 * Model. v(t) = K − t/σ: probit of the share that germinates at age t, in days of home storage (Ellis and Roberts 1980). Unknown are
 *   K   probit when ages begin: N(1.5, 0.5²) for fresh seed, so about 93 %; of a blend, by its parents' forecasts
 *   σ   days in which a probit is lost: log₁₀ σ ~ N(log₁₀(365.25·L / 1.5), 0.25²), with L the years until half germinate; 0.35 where L is borrowed
 * A lot of unknown harvest has a distribution of ages when it came; the prior is integrated over it. Moisture in a jar that nobody measured is not known: its days
 * count f-fold, with f by five equally likely humidities at closing (storage.ts), and t = known + f·shut.
 *
 * Observation. A count of k of n germinated at age t has the likelihood (1 − w)·BetaBinomial(k; n, Φ(v(t)), ρ) + w / (n + 1): ρ is the spread
 * between tests of one lot, w the chance that a test went wrong and says nothing. Emergence in a garden is multiplied by a soil factor and
 * integrated over it (likelihood.ts).
 *
 * Mishap. Between tests, with a rate of 0.03 a year (and 0.03 before the first), something nobody wrote down costs the lot 0.5 to 4.1 probits, each of ten
 * costs as likely (mishap.ts). It is followed only where a screening test gives it a chance of at least 0.1.
 *
 * Computation. (K, 1/σ, f) on a grid of 33 × 25 cells over ±4 deviations for each f (prior.ts, grid.ts); cells under 1e-10 of all are dropped. Each
 * sighting, in order of age, multiplies the cells by its likelihood (Bayes); the log of the normalising constants adds up to the evidence.
 *
 * Example. L = 5 years, own, harvest known. At 900 days the prior's median is 76 % (80 % band 38 to 93 %); after 17 of 20 at 400 days and 15 of 20 at 900
 * it is 75 % (62 to 85 %).
 *
 * Source: Ellis, R. H., and Roberts, E. H. (1980), Improved equations for the prediction of seed longevity, Annals of Botany 45. Spread and
 * rates are the house's own, calibrated by simulation (calibration.ts, `npm run calibrate`).
 */
export interface LotHistory {
  /** Years until half germinate in cool dry home storage. */
  readonly halfLifeYears: number;
  /** Whether life is told of another crop, or storage is not known: the prior is wider. */
  readonly borrowed: boolean;
  /** Days of home storage already behind it when ages begin, with their chances; one of 0 days where the harvest is known. */
  readonly ageThen: readonly { readonly days: number; readonly chance: number }[];
  /** Its probit when ages begin, where that is not fresh seed's: a blend's, by its parents' forecasts. */
  readonly begins?: Beginning;
  /** Equally likely factors by which days in unmeasured jars count; one of 1 where there are none. */
  readonly jarFactors?: readonly number[];
  readonly sightings: readonly Aged[];
}

const { log } = Math;

/**
 * Belief after a lot's tests, each at its age, and what members saw come up. Tests differ by more than chance, so that two tests of ten
 * do not pretend to be a fit; now and then one goes wrong altogether, and now and then seed loses at once what its age does not explain.
 * The order of sightings does not matter.
 */
export function beliefOf(history: LotHistory, kept: Kept = nothingKept()): Belief {
  return workedOf(history, kept).belief;
}

/** The same, with how it came about. */
export function workedOf(history: LotHistory, kept: Kept = nothingKept()): Worked {
  return workThrough(priorBelief(history, kept), history.sightings, kept);
}

/** Belief after one more sighting of a lot that nothing has befallen since the last. */
export function afterOne(belief: Belief, sighting: Aged, kept: Kept): Belief {
  return workThrough(belief, [sighting], kept, () => false).belief;
}

/** Follow a mishap where the screening test gives it at least this chance. */
const WORTH_ASKING = 0.1;
/** Rows beyond which no further one is followed. */
const MOST_ROWS = 300;

/** A belief after sightings, and how it came about. */
export interface Worked {
  readonly belief: Belief;
  /** Log of the chance of having seen just this. */
  readonly evidence: number;
  /** Tests, by their places in the order of age, before which something may have happened. */
  readonly doubted: readonly number[];
}

/**
 * Updates a belief by sightings in order of age, in place on one copy of its grid: allocating for each would take most of the time.
 * @param mayFall whether a mishap is allowed before the sighting of this place in the order of age
 */
export function workThrough(
  before: Belief,
  sightings: readonly Aged[],
  kept: Kept,
  mayFall: (index: number) => boolean = () => true,
): Worked {
  if (sightings.length === 0) return { belief: before, evidence: 0, doubted: [] };
  let grid = copyOf(before);
  let [all, evidence] = [1, 0];
  const doubted: number[] = [];
  let last: Aged | null = null;
  for (const [index, sighting] of byAge(sightings).entries()) {
    const losses = lossesAt(grid, sighting.age);
    if (sighting.kind === 'test') {
      const chance = chanceOfFall(last, sighting);
      if (grid.rows <= MOST_ROWS && roughlyFell(grid, sighting, losses, chance) >= WORTH_ASKING) {
        doubted.push(index);
        if (mayFall(index)) grid = withFall(grid, chance);
      }
      last = sighting;
    }
    const { highest, sum } = workIn(grid, sighting, losses, all, kept);
    trim(grid, sum);
    all = sum;
    evidence += log(highest * sum);
  }
  return { belief: settled(grid), evidence, doubted };
}

/**
 * Multiplies the cells by the likelihood of a sighting, against the highest that it has anywhere, in place.
 * @param all what the cells add up to before
 * @returns that highest likelihood, and what the cells add up to after
 */
function workIn(grid: Grid, sighting: Aged, losses: Float64Array, all: number, kept: Kept) {
  const { low, cell, rows, from, to, chances } = grid;
  const table = likelihoodTable(sighting, kept);
  let sum = 0;
  for (let column = 0; column < from.length; column += 1) {
    const [first, start] = [from[column]!, column * rows];
    const z = low - losses[column]! + first * cell;
    sum += timesLikelihood(chances, { from: start + first, to: start + to[column]!, z, cell, factor: 1 / all }, table);
  }
  return { highest: table.highest, sum };
}
