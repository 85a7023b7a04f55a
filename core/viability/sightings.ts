import { type Sighting } from './likelihood.ts';

/** A sighting at its age: days of home storage since the time that ages are counted from. */
export interface Aged extends Sighting {
  readonly age: number;
  /** Days by the calendar since then; as many as its age where it is not told. */
  readonly day?: number;
}
export const DAYS_A_YEAR = 365.25;

export const dayOf = ({ day, age }: Aged) => day ?? age;
/** Sightings in order of age. */
export const byAge = (sightings: readonly Aged[]) => sightings.toSorted((one, other) => one.age - other.age || dayOf(one) - dayOf(other));
