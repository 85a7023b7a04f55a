/** What was counted: so many off-types among so many looked at. */
export interface Evidence {
  readonly offTypes: number;
  readonly lookedAt: number;
  /** Share of crosses that can be seen at this stage, above 0 to 1. */
  readonly shows: number;
}

/** One lot in twenty has had a mishap that nobody wrote down: a label moved, a volunteer plant, two trays on one table. */
export const MISHAP_CHANCE = 0.05;
/** Foreign shares that a mishap may leave, each as likely: few seeds more often than many. */
export const MISHAP_SHARES: readonly number[] = Array.from({ length: 40 }, (_, index) => ((index + 0.5) / 40) ** 2);

/** Keeps a share of exactly nothing from making what was seen impossible. */
const LEAST = 1e-6;

/** Probability of what was seen, were the foreign share this; up to a factor that is the same for every share. */
export function likelihood(share: number, evidence: readonly Evidence[]): number {
  let log = 0;
  for (const { offTypes, lookedAt, shows } of evidence) {
    const off = Math.min(1 - LEAST, Math.max(LEAST, share * shows));
    log += offTypes * Math.log(off) + (lookedAt - offTypes) * Math.log(1 - off);
  }
  return Math.exp(log);
}

/**
 * Largest foreign share that a clean trial still leaves possible: 1 − (1 − sureness)^(1/n). No off-type in 20 plants: 13.9 % at 95 %.
 * @param plants 1 or more; @param sureness 0 to 1
 * @throws RangeError outside
 */
export function mostLeftPossible(plants: number, sureness = 0.95): number {
  if (!(plants >= 1) || !(sureness > 0 && sureness < 1)) throw new RangeError('at least one plant, and a sureness between 0 and 1');
  return 1 - (1 - sureness) ** (1 / plants);
}

/** How many plants without an off-type show that fewer than `share` are foreign: under 5 % takes 59, under 1 % takes 299 (95 % sure). */
export function plantsToShow(share: number, sureness = 0.95): number {
  if (!(share > 0 && share < 1) || !(sureness > 0 && sureness < 1)) throw new RangeError('shares lie between 0 and 1');
  return Math.ceil(Math.log(1 - sureness) / Math.log(1 - share));
}
