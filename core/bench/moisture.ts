import type { Milligrams } from '../kernel/kinds.ts';
/** Humidity and temperature that the equation is used for; outside, the nearest edge is used and said so. */
const RH: readonly [number, number] = [0.1, 0.95];
const CELSIUS: readonly [number, number] = [-20, 40];
/** Seed this dry in its jar keeps; moister seed is not sealed. */
export const SEALING_HUMIDITY = 0.35;

const clamp = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value));

export interface Moisture {
  /** % of fresh weight. */
  readonly fresh: number;
  /** % of dry weight. */
  readonly dry: number;
  /** Whether humidity or temperature had to be brought inside what the equation covers. */
  readonly clamped: boolean;
}

/**
 * Moisture that seed settles at in air: `dry = (1 − oil)·√(−440·ln(1 − RH) / (1.1 + T/90))` (Cromarty, Ellis and Roberts 1982).
 * @param humidity 0 to 1; @param celsius °C; @param oil share of the seed, 0 to 0.7
 */
export function settlingMoisture(humidity: number, celsius: number, oil: number): Moisture {
  const [rh, t] = [clamp(humidity, RH), clamp(celsius, CELSIUS)];
  const dry = (1 - oil) * Math.sqrt((-440 * Math.log(1 - rh)) / (1.1 + t / 90));
  return { dry, fresh: (100 * dry) / (100 + dry), clamped: rh !== humidity || t !== celsius };
}

/** Weight when moisture has fallen from `from` to `to` (% of fresh weight): `W·(100 − from)/(100 − to)`. Throws RangeError outside 0 to 95. */
export function weightAtMoisture(milligrams: Milligrams, from: number, to: number): number {
  if (!(from >= 0 && from < 95 && to >= 0 && to < 95)) throw new RangeError('moisture is 0 to 95 % of fresh weight');
  return (milligrams * (100 - from)) / (100 - to);
}

export type RoomVerdict = 'dries it' | 'nearly: silica to finish' | 'needs silica';

export interface RoomAnswer {
  readonly verdict: RoomVerdict;
  /** What seed settles at in this room, and what it may be sealed at; % of fresh weight. */
  readonly settles: number;
  readonly target: number;
  readonly clamped: boolean;
}

/** Over this a room only keeps seed damp. */
const DAMP = 0.5;

/** Whether a room can dry seed at all: air dries it to its own humidity and no further. */
export function canRoomDry(humidity: number, celsius: number, oil: number): RoomAnswer {
  const settles = settlingMoisture(humidity, celsius, oil);
  const target = settlingMoisture(SEALING_HUMIDITY, celsius, oil).fresh;
  const verdict = humidity <= SEALING_HUMIDITY ? 'dries it' : humidity <= DAMP ? 'nearly: silica to finish' : 'needs silica';
  return { verdict, settles: settles.fresh, target, clamped: settles.clamped };
}
