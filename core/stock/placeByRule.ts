import type { Crop } from '../almanac/crop.ts';

export interface PlaceWarmth {
  readonly place: string;
  readonly celsius: number;
}

const FREEZES = 0;
/** Colder than any fridge. */
const FREEZER = -10;
/** A cupboard is neither a fridge nor a heated room. */
const CUPBOARD: readonly [number, number] = [7, 20];

/**
 * Where the house's rule on cold puts a crop's seed, among places whose warmth is known: the coldest, the coldest freezer, or the coolest
 * cupboard. Frost kills seed that must not be dried, so that it goes to the coldest place above 0 °C, whatever the rule. Null where there
 * is no such place.
 * @param school id of the school of the house rule `cold`
 */
export function placeByRule(school: string, places: readonly PlaceWarmth[], { storage }: Pick<Crop, 'storage'>): PlaceWarmth | null {
  const fits = ({ celsius }: PlaceWarmth): boolean => {
    if (storage === 'not to be dried') return celsius > FREEZES;
    if (school === 'freezer') return celsius <= FREEZER;
    return school !== 'cupboard' || (celsius >= CUPBOARD[0] && celsius <= CUPBOARD[1]);
  };
  return places.filter(fits).sort((one, other) => one.celsius - other.celsius)[0] ?? null;
}

/** Whether seed of this crop would be killed by the frost of a place. */
export const frostKills = ({ storage }: Pick<Crop, 'storage'>, celsius: number): boolean =>
  storage === 'not to be dried' && celsius <= FREEZES;
