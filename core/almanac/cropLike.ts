import { contradictions, type Fault } from './assembleCrop.ts';
import type { Crop, Told } from './crop.ts';
import { FACT_KEYS } from './facts.ts';

/** What is known of a crop that the almanac does not have. */
export interface OwnCrop {
  readonly id: string;
  readonly name: string;
  readonly species: string;
  readonly family: string;
  readonly group: string;
  readonly breeding: Crop['breeding'];
  readonly lifeCycle: Crop['lifeCycle'];
}

const BORROWED: Told = { sure: 'rough', source: 'likeness' };
const OURS: Told = { sure: 'ours', source: 'this library' };

/** Usual shares of seed from foreign pollen, %, where a crop breeds otherwise than the one it is like. */
const OUTCROSSING: Readonly<Record<Crop['breeding'], Crop['outcrossing']>> = {
  selfing: [0, 4],
  'mostly selfing': [5, 30],
  'crossed by insects': [50, 95],
  'crossed by wind': [70, 98],
};
const ANNUAL_DAYS: NonNullable<Crop['daysToSeed']> = [110, 150];
const SECOND_YEAR_WEEKS: NonNullable<Crop['ripeWeeks']> = [10, 20];

/** A crop with every kind of fact that it lacks from the crop it is like; the crop itself where it lacks none. */
export function borrowFrom(like: Crop, crop: Crop): Crop {
  const lacking = FACT_KEYS.filter((key) => crop[key] === undefined);
  if (lacking.length === 0) return crop;
  const borrowed = Object.fromEntries(lacking.map((key) => [key, like[key]]));
  const told = Object.fromEntries(lacking.filter((key) => like[key] !== null).map((key) => [key, BORROWED]));
  return { ...crop, ...borrowed, told: { ...crop.told, ...told } };
}

/** A crop of the library's own: what is known of it, and everything else borrowed from the crop it is like and marked as such. */
export function cropLike(like: Crop, own: OwnCrop): { readonly crop: Crop; readonly faults: readonly Fault[] } {
  const told = Object.fromEntries(FACT_KEYS.filter((key) => like[key] !== null).map((key) => [key, BORROWED]));
  const isAnnual = own.lifeCycle === 'annual';
  const crop: Crop = {
    ...like,
    ...own,
    alsoCalled: [],
    synonyms: [],
    mayMean: [],
    knownBy: null,
    keptAs: null,
    lookalike: null,
    misbeliefs: [],
    exposedStigma: null,
    constants: null,
    diseases: own.family === like.family ? like.diseases : [],
    outcrossing: own.breeding === like.breeding ? like.outcrossing : OUTCROSSING[own.breeding],
    daysToSeed: isAnnual ? (like.daysToSeed ?? ANNUAL_DAYS) : null,
    ripeWeeks: isAnnual ? null : (like.ripeWeeks ?? SECOND_YEAR_WEEKS),
    told: { ...told, species: OURS, family: OURS, group: OURS, breeding: OURS, lifeCycle: OURS },
  };
  return { crop, faults: contradictions(crop) };
}
