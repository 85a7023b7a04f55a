import jstat from 'jstat';

/** Beyond this the library's error function, one minus nearly one, has no figures left. */
const TAIL = 4;
const FRACTIONS = 60;

/** Share of a standard normal below `z`, exact to the last figures in both tails too (Laplace's continued fraction). */
export function normalBelow(z: number): number {
  if (z > TAIL) return 1 - normalBelow(-z);
  if (z >= -TAIL) return jstat.jStat.normal.cdf(z, 0, 1);
  let below = -z;
  for (let k = FRACTIONS; k >= 1; k -= 1) below = -z + k / below;
  return normalDensity(z) / below;
}

/** Height of the standard normal curve at `z`. */
export const normalDensity = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);

/** The probit of a share between 0 and 1: the `z` below which that share of a standard normal lies. RangeError at 0, 1 and outside. */
export function probit(share: number): number {
  if (!(share > 0 && share < 1)) throw new RangeError(`no probit of ${share}`);
  return jstat.jStat.normal.inv(share, 0, 1);
}
