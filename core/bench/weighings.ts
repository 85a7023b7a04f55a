import type { Milligrams } from '../kernel/kinds.ts';
import type { Weighing } from './dryingCurve.ts';

/** Why a batch weighs more than before, or far less; seed that dries gets lighter, and never loses most of its weight at once. */
export const HEAVIER = ['the scale was bumped', 'something was added', 'it took up damp', 'some was taken out'] as const;
export type Heavier = (typeof HEAVIER)[number];

export interface Weighed {
  readonly at: number;
  readonly milligrams: Milligrams;
  readonly heavier: Heavier | null;
}

/** A weighing and the error of the scale that told it, mg. */
export interface ScaledWeight extends Weighed {
  readonly scaleError: number;
}

/** A weight is asked about when it is more than scale error explains over the last one that counts. */
export function isHeavier(before: readonly Weighed[], milligrams: Milligrams, scaleError: number): boolean {
  const last = counted(before).at(-1);
  return last !== undefined && milligrams > last.milligrams + 3 * scaleError;
}

/** Wet seed is at most three quarters water. */
const LEAST_LEFT = 0.25;

/** A weight is asked about, too, when no drying explains it: less than a quarter of the last one that counts. */
export function isFarLighter(before: readonly Weighed[], milligrams: Milligrams): boolean {
  const last = counted(before).at(-1);
  return last !== undefined && milligrams < LEAST_LEFT * last.milligrams;
}

/** Weighings that belong to one curve: a bumped scale's is left out, and what was added, taken out or took up damp begins a new curve. */
export function counted<One extends Weighed>(weighed: readonly One[]): readonly One[] {
  const sound = weighed.filter(({ heavier }) => heavier !== 'the scale was bumped');
  const newest = sound.findLastIndex(({ heavier }) => heavier !== null);
  return newest < 0 ? sound : sound.slice(newest);
}

const DAY = 86_400_000;
/** The curve's points: days since its first weighing, weight and scale's error in grams. */
export function curveOf(weighed: readonly ScaledWeight[]): readonly Weighing[] {
  const points = counted(weighed);
  return points.map(({ at, milligrams, scaleError }) => ({
    day: (at - points[0]!.at) / DAY,
    weight: milligrams / 1000,
    error: scaleError / 1000,
  }));
}
