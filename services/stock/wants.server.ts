import type { Day, LineId } from '#core/kernel/kinds.ts';
import { wantOf, type Want } from '#core/stock/wants.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { readLineStock } from './lineStock.server.ts';

export interface LineWant extends Want {
  readonly lineId: LineId;
  readonly crop: string;
  readonly variety: string;
  readonly lots: number;
}

/** What each line wants, soonest first: what to grow out, ask, swap or order, how much, by when and at what price. */
export async function readWants(db: Db, house: House, today: Day): Promise<LineWant[]> {
  return (await readLineStock(db, house, today, null))
    .flatMap(({ id, name, crop, stock }): LineWant[] => {
      const want = wantOf({ crop, stock }, house, today);
      return want ? [{ ...want, lineId: id, crop: crop.name, variety: name, lots: stock.lots.length }] : [];
    })
    .sort((one, other) => one.by.localeCompare(other.by) || one.crop.localeCompare(other.crop) || one.variety.localeCompare(other.variety));
}
