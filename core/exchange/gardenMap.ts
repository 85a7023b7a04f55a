import type { Point } from '../isolation/gardens.ts';

/** A place that is not told exactly is told by a cell of this many degrees, about five kilometres from south to north: the same cell each time. */
const CELL_DEGREES = 0.05;

/** The middle of the cell in which a place lies. Whoever sees it twice learns no more than from seeing it once. */
export function blurred({ latitude, longitude }: Point): Point {
  const middle = (degrees: number) => Number(((Math.floor(degrees / CELL_DEGREES) + 0.5) * CELL_DEGREES).toFixed(3));
  return { latitude: middle(latitude), longitude: middle(longitude) };
}

export interface MappedGarden {
  readonly id: number;
  readonly name: string;
  readonly point: Point;
  /** Whether its place may be told exactly. */
  readonly isExact: boolean;
  readonly squareMetres: number;
}

/** Gardens as GeoJSON (RFC 7946): points in WGS 84, longitude first. */
export function gardenMap(gardens: readonly MappedGarden[]): object {
  return {
    type: 'FeatureCollection',
    features: gardens.map(({ id, name, point, isExact, squareMetres }) => {
      const { latitude, longitude } = isExact ? point : blurred(point);
      return {
        type: 'Feature',
        id,
        geometry: { type: 'Point', coordinates: [longitude, latitude] },
        properties: { name, exact: isExact, plots_square_metres: squareMetres },
      };
    }),
  };
}
