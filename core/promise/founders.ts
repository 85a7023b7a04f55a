import { always, logNormal, type Quantiles } from '../isolation/quantiles.ts';
import type { Seeds } from '../kernel/kinds.ts';

/** Seed of a careful seed grower: about 2 in 1000 foreign, uncertain by a factor of 3. */
const GROWERS_MEDIAN = 0.002;
const GROWERS_FACTOR = 3;
/** Seasons counted for a line whose years in gardens nobody knows. */
const UNKNOWN_SEASONS = 4;
const MOST_SEASONS = 12;

/**
 * Foreign genes in seed whose parents the library does not hold. Bought seed starts as a seed grower leaves it; each earlier season in
 * gardens adds its crossed seed.
 * @param crossed crossed share of one earlier season
 * @param seasonsBefore seasons of garden growing before the one that gave this seed; null when nobody knows
 */
export function founderShare(crossed: Quantiles, seasonsBefore: number | null): Quantiles {
  const start = logNormal(GROWERS_MEDIAN, GROWERS_FACTOR);
  const seasons = Math.min(MOST_SEASONS, seasonsBefore ?? UNKNOWN_SEASONS);
  return start.map((share, bin) => 1 - (1 - share) * (1 - crossed[bin]! / 2) ** seasons);
}

/** A blend hands on the mean by seed number; the parents' uncertainties are taken to go together. Throws RangeError without any seed. */
export function blendedShare(parents: readonly { readonly handedOn: Quantiles; readonly seeds: Seeds }[]): Quantiles {
  const total = parents.reduce((sum, { seeds }) => sum + seeds, 0);
  if (!(total > 0)) throw new RangeError('a blend has some seed from at least one parent');
  return always(0).map((_, bin) => parents.reduce((sum, { handedOn, seeds }) => sum + (handedOn[bin]! * seeds) / total, 0));
}
