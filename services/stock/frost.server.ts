import type { Crop } from '#core/almanac/crop.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { frostKills } from '#core/stock/placeByRule.ts';
import type { Db } from '#data/database.ts';
import { readPlaceWarmth } from '#data/stock/places.ts';

/** Whether a place is known to be so cold that it kills seed of this crop. */
export async function isDeadlyPlace(db: Db, crop: Pick<Crop, 'storage'>, place: string, today: Day): Promise<boolean> {
  const known = (await readPlaceWarmth(db, today)).find((one) => one.place.toLowerCase() === place.trim().toLowerCase());
  return known !== undefined && frostKills(crop, known.celsius);
}
