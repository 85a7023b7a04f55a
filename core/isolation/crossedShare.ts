import type { Metres } from '../kernel/kinds.ts';
import { always, binned, INTEGRATION_POINTS, type Point, type Quantiles } from './quantiles.ts';

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

const NEAREST_UNKNOWN_METRES = 5;
const UNKNOWN_AMOUNT = { least: 0.1, most: 10 } as const;
const CHANCE_OF_ANY = 0.5;
const NOBODY_KNOWS: Neighbour = { metres: 'unknown', overlap: 'unknown', amount: 'unknown', weight: 1 };

/**
 * How much of a neighbour's pollen still arrives over a distance: 1 at 0 m, 1 % at the home-garden distance d₁, 0.1 % at the
 * seed-production distance d₂. g(d) = 1/(1 + (d/d₀)^β), β = ln(999/99)/ln(d₂/d₁), d₀ = d₁/99^(1/β).
 * @throws RangeError for a distance below zero, or d₂ not above d₁
 */
export function pollenOver(metres: Metres, homeDistance: number, productionDistance: number): number {
  if (!(metres >= 0)) throw new RangeError('a distance is not below zero');
  return pollenAt(metres, curveOf(homeDistance, productionDistance));
}

interface Curve {
  readonly beta: number;
  readonly half: number;
}

function curveOf(homeDistance: number, productionDistance: number): Curve {
  if (!(productionDistance > homeDistance && homeDistance > 0)) throw new RangeError('the production distance is above the home distance');
  const beta = Math.log(999 / 99) / Math.log(productionDistance / homeDistance);
  return { beta, half: homeDistance / 99 ** (1 / beta) };
}

const pollenAt = (metres: Metres, { beta, half }: Curve): number => 1 / (1 + (metres / half) ** beta);

/** The crossed share when everything is known and the model is right: c = t·S/(1 + S), S = Σ M·o·b·g(d). */
export function crossedShareKnown(season: Season & { readonly neighbours: readonly Neighbour[] }): number {
  return shareAt(season, season.neighbours, MIDDLE, curveOf(season.homeDistance, season.productionDistance));
}

const MIDDLE: Point = { factor: 1, distance: 0.5, overlap: 0.5, amount: 0.5, presence: 0.25 };

/**
 * Share of the seed of one season that foreign pollen fathered, as equally likely values: an index with a range, not a measurement.
 * What nobody knows is spread wide: distance log-uniform from 5 m to the production distance, overlap uniform, amount log-uniform from
 * a tenth to ten times, and whether there was any neighbour at all is even. The unknowns of one garden go together, which is cautious
 * and makes the order of neighbours of no account. The model itself is uncertain by a factor of 3 per standard deviation.
 */
export function crossedShare(season: Season): Quantiles {
  if (season.outcrossing === 0 || season.neighbours.length === 0) return always(0);
  const curve = curveOf(season.homeDistance, season.productionDistance);
  const values = new Float64Array(INTEGRATION_POINTS.length);
  INTEGRATION_POINTS.forEach((point, index) => {
    values[index] = shareAt(season, neighboursAt(season.neighbours, point), point, curve);
  });
  return binned(values);
}

function neighboursAt(neighbours: Season['neighbours'], { presence }: Point): readonly Neighbour[] {
  if (neighbours !== 'unknown') return neighbours;
  return presence < CHANCE_OF_ANY ? [NOBODY_KNOWS] : [];
}

function shareAt(season: Season, neighbours: readonly Neighbour[], point: Point, curve: Curve): number {
  let pollen = 0;
  for (const neighbour of neighbours) pollen += pollenFrom(season, neighbour, point, curve);
  pollen *= season.barrier * point.factor;
  return (season.outcrossing * pollen) / (1 + pollen);
}

function pollenFrom({ productionDistance }: Season, { metres, overlap, amount, weight }: Neighbour, point: Point, curve: Curve): number {
  const nearest = Math.min(NEAREST_UNKNOWN_METRES, productionDistance / 2);
  const far = metres === 'unknown' ? nearest * (productionDistance / nearest) ** point.distance : metres;
  const bloom = overlap === 'unknown' ? point.overlap : overlap;
  const { least, most } = UNKNOWN_AMOUNT;
  const much = amount === 'unknown' ? least * (most / least) ** point.amount : amount;
  return much * bloom * weight * pollenAt(far, curve);
}
