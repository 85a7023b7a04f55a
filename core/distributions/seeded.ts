import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Pseudo-random numbers of which the same seed gives the same row. */
export interface Seeded {
  /** Uniform in [0, 1), to 53 bits. */
  readonly share: () => number;
  /** Standard normal, by Box and Muller (1958). */
  readonly normal: () => number;
}

/** A generator (xoroshiro128+) for simulations, plans and sample data; nothing secret is drawn from it. @param seed a whole number of 32 bits */
export function seeded(seed: number): Seeded {
  const generator = xoroshiro128plus(seed);
  const share = () => uniformFloat64(generator);
  return { share, normal: () => Math.sqrt(-2 * Math.log(1 - share())) * Math.cos(2 * Math.PI * share()) };
}
