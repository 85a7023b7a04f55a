import type { Milligrams } from '#core/kernel/kinds.ts';
/**
 * What devices say and are asked, line by line. One line asks, one line answers; docs/devices.md holds the whole of it.
 * A scale answers `W` with `steady 642.3 g ±0.1` or `moving 640.9 g ±0.1`; a hygrometer answers `R` with `41.5 %RH 18.2 C`.
 */
export const ASK_WEIGHT = 'W';
export const ASK_TARE = 'T';
export const ASK_AIR = 'R';

export interface WeightLine {
  readonly steady: boolean;
  readonly milligrams: Milligrams;
  /** How finely the scale reads, in milligrams. */
  readonly error: number;
}

/** Reads a scale's line; null where it says anything else. */
export function readWeightLine(line: string): WeightLine | null {
  const read = /^(steady|moving) (-?\d{1,6}(?:\.\d{1,3})?) g ±(\d{1,3}(?:\.\d{1,3})?)$/.exec(line.trim());
  if (!read) return null;
  return { steady: read[1] === 'steady', milligrams: Math.round(Number(read[2]) * 1000), error: Math.round(Number(read[3]) * 1000) };
}

export interface AirLine {
  /** 0 to 1. */
  readonly humidity: number;
  readonly celsius: number;
}

/** Reads a hygrometer's line; null where it says anything else, or what no air is like. */
export function readAirLine(line: string): AirLine | null {
  const read = /^(\d{1,3}(?:\.\d{1,2})?) %RH (-?\d{1,2}(?:\.\d{1,2})?) C$/.exec(line.trim());
  if (!read) return null;
  const [humidity, celsius] = [Number(read[1]) / 100, Number(read[2])];
  return humidity <= 1 && celsius >= -40 && celsius <= 60 ? { humidity, celsius } : null;
}
