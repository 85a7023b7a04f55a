import type { Day, LineId } from '#core/kernel/kinds.ts';
import type { LineStock } from '#core/stock/lineStock.ts';
import { wantOf, type Want } from '#core/stock/wants.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { risksOfLines } from '#data/growouts/risks.ts';
import { readLineStock } from './lineStock.server.ts';

export interface LineWant extends Want {
  readonly lineId: LineId;
  readonly crop: string;
  readonly variety: string;
  readonly lots: number;
  /** The lot to sow where it is to be grown out: the one that sows a grow-out most often. */
  readonly sow: string | null;
  /** Chance of losing it in five years, 0 to 1; null while that is not known, and where nothing is left. */
  readonly risk: number | null;
}

const lotThatSows = (lots: LineStock['lots']): string | null =>
  lots
    .filter(({ toSow, seeds, verdict }) => toSow !== null && verdict !== 'dead' && seeds >= toSow)
    .sort((one, other) => other.seeds / other.toSow! - one.seeds / one.toSow!)[0]?.code ?? null;

/** What each line wants, soonest first and of one day what is likeliest lost: what to grow out, ask, swap or order, how much, by when and at what price. */
export async function readWants(db: Db, house: House, today: Day): Promise<LineWant[]> {
  const [lines, risks] = await Promise.all([readLineStock(db, house, today, null), risksOfLines(db)]);
  return lines
    .flatMap(({ id, name, crop, stock }): LineWant[] => {
      const want = wantOf({ crop, stock }, house, today);
      return want
        ? [
            {
              ...want,
              lineId: id,
              crop: crop.name,
              variety: name,
              lots: stock.lots.length,
              sow: lotThatSows(stock.lots),
              risk: risks.get(id)?.risk ?? null,
            },
          ]
        : [];
    })
    .sort(
      (one, other) =>
        one.by.localeCompare(other.by) ||
        (other.risk ?? 0) - (one.risk ?? 0) ||
        one.crop.localeCompare(other.crop) ||
        one.variety.localeCompare(other.variety),
    );
}
