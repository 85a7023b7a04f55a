import type { Metres } from '../kernel/kinds.ts';

/** An answer, or the honest word that nobody knows. */
export type Said<T> = T | 'unknown';

/** Something of the crossing group that flowered near a seed crop. */
export interface Neighbour {
  readonly metres: Said<number>;
  /** Share of the seed crop's own bloom during which it flowered too, 0 to 1. */
  readonly overlap: Said<number>;
  /** Its flowering plants for each one of the seed crop's. */
  readonly amount: Said<number>;
  /** How much its pollen counts: 1 within the group, less for another group that crosses a little. */
  readonly weight: number;
}

export interface Season {
  /** Share of seed from foreign pollen where that is plentiful, 0 to 1. */
  readonly outcrossing: number;
  /** Metres at which foreign pollen has fallen to 1 %, and to 0.1 %. */
  readonly homeDistance: number;
  readonly productionDistance: number;
  readonly neighbours: Said<readonly Neighbour[]>;
  /** Share of foreign pollen that gets past cage, bag or hedge, 0 to 1. */
  readonly barrier: number;
}

/** Where among what could be the case an unknown lies, each 0 to 1. */
export interface Unknowns {
  readonly distance: number;
  readonly overlap: number;
  readonly amount: number;
}

/** Two things in one garden, or both beside it, stand this far apart where nobody measured. */
export const WITHIN_A_GARDEN: Metres = 10;

const NEAREST_UNKNOWN_METRES = 5;
const UNKNOWN_AMOUNT = { least: 0.1, most: 10 } as const;
/** Every unknown in the middle of what could be the case. */
export const IN_THE_MIDDLE: Unknowns = { distance: 0.5, overlap: 0.5, amount: 0.5 };

/**
 * How much of a neighbour's pollen still arrives over a distance: 1 at 0 m, 1 % at the home-garden distance d₁, 0.1 % at the
 * seed-production distance d₂. g(d) = 1/(1 + (d/d₀)^β), β = ln(999/99)/ln(d₂/d₁), d₀ = d₁/99^(1/β).
 * @throws RangeError for a distance below zero, or d₂ not above d₁
 */
export function pollenOver(metres: Metres, homeDistance: number, productionDistance: number): number {
  if (!(metres >= 0)) throw new RangeError('a distance is not below zero');
  return pollenAt(metres, curveOf(homeDistance, productionDistance));
}

export interface Curve {
  readonly beta: number;
  readonly half: number;
}

export function curveOf(homeDistance: number, productionDistance: number): Curve {
  if (!(productionDistance > homeDistance && homeDistance > 0)) throw new RangeError('the production distance is above the home distance');
  const beta = Math.log(999 / 99) / Math.log(productionDistance / homeDistance);
  return { beta, half: homeDistance / 99 ** (1 / beta) };
}

export const pollenAt = (metres: Metres, { beta, half }: Curve): number => 1 / (1 + (metres / half) ** beta);

/** Foreign pollen from one neighbour for each grain of one's own, before anything that keeps it out: M·o·b·g(d). */
export function pollenFrom(
  { productionDistance }: Pick<Season, 'productionDistance'>,
  { metres, overlap, amount, weight }: Neighbour,
  point: Unknowns,
  curve: Curve,
): number {
  const nearest = Math.min(NEAREST_UNKNOWN_METRES, productionDistance / 2);
  const far = metres === 'unknown' ? nearest * (productionDistance / nearest) ** point.distance : metres;
  const bloom = overlap === 'unknown' ? point.overlap : overlap;
  const { least, most } = UNKNOWN_AMOUNT;
  const much = amount === 'unknown' ? least * (most / least) ** point.amount : amount;
  return much * bloom * weight * pollenAt(far, curve);
}
