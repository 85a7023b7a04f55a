import { addMonths } from '#core/calendar/plainDate.ts';
import type { Day, LineId } from '#core/kernel/kinds.ts';
import { wantOf, type Want } from '#core/stock/wants.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { listForWants } from '#data/stock/wants.ts';

export interface LineWant extends Want {
  readonly lineId: LineId;
  readonly crop: string;
  readonly variety: string;
  readonly lots: number;
}

/** What each line wants, soonest first: what to grow out, ask, swap or order, how much, by when and at what price. */
export async function readWants(db: Db, house: House, today: Day): Promise<LineWant[]> {
  const lines = await listForWants(db, addMonths(today, -36));
  const crops = new Map((await readCropsById(db, [...new Set(lines.map(({ cropId }) => cropId))])).map((crop) => [crop.id, crop]));
  const known = { sureness: house.thresholds.sureness, prices: house.prices, sowingStarts: house.sowingStarts, lastFrost: house.lastFrost };
  return lines
    .flatMap(({ id, name, crop, cropId, lots, lentAYear }): LineWant[] => {
      const want = wantOf({ crop: crops.get(cropId)!, lots, lentAYear }, known, today);
      return want ? [{ ...want, lineId: id, crop, variety: name, lots: lots.length }] : [];
    })
    .sort((one, other) => one.by.localeCompare(other.by) || one.crop.localeCompare(other.crop) || one.variety.localeCompare(other.variety));
}
