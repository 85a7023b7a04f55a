/** What was counted: so many off-types among so many looked at. */
export interface Evidence {
  readonly offTypes: number;
  readonly lookedAt: number;
  /** Share of crosses that can be seen at this stage, above 0 to 1. */
  readonly shows: number;
}

/** One lot in this many has had a mishap that nobody wrote down. */
export const MISHAP_CHANCE = 0.02;
/** Foreign shares that a mishap may leave, each as likely: few seeds more often than many. */
export const MISHAP_SHARES: readonly number[] = Array.from({ length: 40 }, (_, index) => ((index + 0.5) / 40) ** 2);

/** A plant that is off for a reason of its own: without it one odd plant would prove a cross for certain. */
const ODD_BY_ITSELF = 0.002;

/** Probability of what was seen, were the foreign share this; up to a factor that is the same for every share. */
export function likelihood(share: number, evidence: readonly Evidence[]): number {
  let log = 0;
  for (const { offTypes, lookedAt, shows } of evidence) {
    const off = Math.min(1 - 1e-9, ODD_BY_ITSELF + (1 - ODD_BY_ITSELF) * share * shows);
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
