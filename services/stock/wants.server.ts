import type { Day, LineId } from '#core/kernel/kinds.ts';
import type { LineStock } from '#core/stock/lineStock.ts';
import { wantOf, type Want } from '#core/stock/wants.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { readLineStock } from './lineStock.server.ts';

export interface LineWant extends Want {
  readonly lineId: LineId;
  readonly crop: string;
  readonly variety: string;
  readonly lots: number;
  /** The lot to sow where it is to be grown out: the one that sows a grow-out most often. */
  readonly sow: string | null;
}

const lotThatSows = (lots: LineStock['lots']): string | null =>
  lots
    .filter(({ toSow, seeds, verdict }) => toSow !== null && verdict !== 'dead' && seeds >= toSow)
    .sort((one, other) => other.seeds / other.toSow! - one.seeds / one.toSow!)[0]?.code ?? null;

/** What each line wants, soonest first: what to grow out, ask, swap or order, how much, by when and at what price. */
export async function readWants(db: Db, house: House, today: Day): Promise<LineWant[]> {
  return (await readLineStock(db, house, today, null))
    .flatMap(({ id, name, crop, stock }): LineWant[] => {
      const want = wantOf({ crop, stock }, house, today);
      return want ? [{ ...want, lineId: id, crop: crop.name, variety: name, lots: stock.lots.length, sow: lotThatSows(stock.lots) }] : [];
    })
    .sort((one, other) => one.by.localeCompare(other.by) || one.crop.localeCompare(other.crop) || one.variety.localeCompare(other.variety));
}
