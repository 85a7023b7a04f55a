import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { blurred, gardenMap } from './gardenMap.ts';

const degrees = (most: number) => fc.double({ min: -most, max: most, noNaN: true });

test('a blurred place is within its cell, and every place of a cell gives the same', () => {
  fc.assert(
    fc.property(degrees(89), degrees(179), (latitude, longitude) => {
      const { latitude: north, longitude: east } = blurred({ latitude, longitude });
      expect(Math.abs(north - latitude)).toBeLessThanOrEqual(0.025 + 1e-3);
      expect(Math.abs(east - longitude)).toBeLessThanOrEqual(0.025 + 1e-3);
      expect(blurred({ latitude: north, longitude: east })).toEqual({ latitude: north, longitude: east });
    }),
  );
});

test('gardens are points, longitude first; only what may be told is exact', () => {
  const garden = { id: 3, name: 'Alder Row', point: { latitude: 41.2134, longitude: -34.0401 }, squareMetres: 40 };
  expect(gardenMap([{ ...garden, isExact: true }])).toEqual({
    type: 'FeatureCollection',
    features: [
      {
        type: 'Feature',
        id: 3,
        geometry: { type: 'Point', coordinates: [-34.0401, 41.2134] },
        properties: { name: 'Alder Row', exact: true, plots_square_metres: 40 },
      },
    ],
  });
  expect(JSON.stringify(gardenMap([{ ...garden, isExact: false }]))).not.toContain('41.2134');
});
