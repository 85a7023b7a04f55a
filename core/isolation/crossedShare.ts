import { curveOf, IN_THE_MIDDLE, pollenFrom, type Curve, type Neighbour, type Season } from './pollen.ts';
import { always, binned, INTEGRATION_POINTS, type Point, type Quantiles } from './quantiles.ts';

const CHANCE_OF_ANY = 0.5;
const NOBODY_KNOWS: Neighbour = { metres: 'unknown', overlap: 'unknown', amount: 'unknown', weight: 1 };

/** The crossed share when everything is known and the model is right: c = t·S/(1 + S), S = Σ M·o·b·g(d). */
export function crossedShareKnown(season: Season & { readonly neighbours: readonly Neighbour[] }): number {
  return shareAt(season, season.neighbours, MIDDLE, curveOf(season.homeDistance, season.productionDistance));
}

const MIDDLE: Point = { factor: 1, ...IN_THE_MIDDLE, presence: 0.25 };

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
