import { type Age, middleAge } from './age.ts';
import type { Sighting } from './likelihood.ts';

/** A sighting at its age, since the time that ages are counted from. */
export interface Aged extends Sighting {
  readonly age: Age;
  /** Days by the calendar since then; as many as its age where it is not told. */
  readonly day?: number;
}
export const DAYS_A_YEAR = 365.25;

export const dayOf = ({ day, age }: Aged) => day ?? middleAge(age);
/** Sightings in order of age. */
export const byAge = (sightings: readonly Aged[]) =>
  sightings.toSorted((one, other) => middleAge(one.age) - middleAge(other.age) || dayOf(one) - dayOf(other));
