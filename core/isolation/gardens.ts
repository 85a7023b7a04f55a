import geodesic from 'geographiclib-geodesic';
import { tidied } from '../units/typed.ts';

export interface Point {
  readonly latitude: number;
  readonly longitude: number;
}

/** Metres between two points along the ground, on the WGS84 ellipsoid. Throws RangeError for a point that is not on it. */
export function metresBetween(one: Point, other: Point): number {
  for (const { latitude, longitude } of [one, other])
    if (!(Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180))
      throw new RangeError('latitude is within 90 degrees, longitude within 180');
  return geodesic.Geodesic.WGS84.Inverse(one.latitude, one.longitude, other.latitude, other.longitude).s12!;
}

const METRES_A_DEGREE = 111_320;

/** Metres east and north of a centre, for a map of a few kilometres: degrees of longitude narrow towards the poles. */
export function metresFrom(centre: Point, { latitude, longitude }: Point): { readonly east: number; readonly north: number } {
  const wide = Math.cos((centre.latitude * Math.PI) / 180);
  const turned = ((longitude - centre.longitude + 540) % 360) - 180;
  return { east: turned * wide * METRES_A_DEGREE, north: (latitude - centre.latitude) * METRES_A_DEGREE };
}

export type PlaceFault = 'nowhere' | 'other hemisphere' | 'too far';

/** A library's gardens lie within this of each other. */
const FARTHEST_METRES = 200_000;

/** What is wrong with a garden's place: 0, 0 is an empty form, not a garden; and a library's gardens lie on its own half of the earth. */
export function placeFault(point: Point, house: { readonly southern: boolean; readonly others: readonly Point[] }): PlaceFault | null {
  if (Math.abs(point.latitude) < 0.001 && Math.abs(point.longitude) < 0.001) return 'nowhere';
  if (point.latitude !== 0 && point.latitude < 0 !== house.southern) return 'other hemisphere';
  const nearest = Math.min(...house.others.map((other) => metresBetween(point, other)));
  return house.others.length > 0 && nearest > FARTHEST_METRES ? 'too far' : null;
}

const DEGREES = String.raw`([-+−]?\d{1,3}(?:\.\d{1,12})?) ?°? ?`;
const POINT = new RegExp(`^${DEGREES}([ns])? ?[,; ] ?${DEGREES}([ew])?$`);

/** Reads `51.5, -40.2` or `51.5 N 40.2 W`; null when it is no place. */
export function readPoint(text: string): Point | null {
  const match = POINT.exec(tidied(text));
  if (!match) return null;
  const number = (digits: string, turn: string | undefined, back: string) =>
    Number(digits.replace('−', '-')) * (turn?.toUpperCase() === back ? -1 : 1);
  const latitude = number(match[1]!, match[2], 'S');
  const longitude = number(match[3]!, match[4], 'W');
  return Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180 ? { latitude, longitude } : null;
}
