import type { Crop } from '#core/almanac/crop.ts';
import { byPressure, lotToSow, needsOf, sowingsOf, type LotToGrow, type Need } from '#core/growout/needs.ts';
import type { Day, LineId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { readWhatLinesHangBy } from '#data/growouts/needs.ts';
import { readLineStock } from '#services/stock/lineStock.server.ts';

export interface LineInNeed {
  readonly id: LineId;
  readonly name: string;
  readonly crop: Pick<Crop, 'id' | 'name'>;
  readonly needs: readonly Need[];
  /** Representative grow-outs that its living seed sows. */
  readonly sowings: number;
  readonly sow: Pick<LotToGrow, 'code' | 'seeds' | 'toSow'>;
  readonly growing: number;
}

/** Lines that need growing out and can be, most pressing first. */
export async function readLinesInNeed(db: Db, house: House, today: Day): Promise<readonly LineInNeed[]> {
  const [lines, hangs] = await Promise.all([readLineStock(db, house, today, null), readWhatLinesHangBy(db)]);
  const hangsBy = new Map(hangs.map((one) => [one.lineId, one]));
  return lines
    .flatMap(({ id, name, crop, stock }) => {
      const by = hangsBy.get(id);
      if (!by) return [];
      const lots = stock.lots.map(({ code, seeds, toSow, verdict }) => ({
        code,
        seeds,
        toSow,
        verdict,
        median: by.lots[code]?.median ?? null,
        promise: by.lots[code]?.promise ?? null,
      }));
      const needs = needsOf({ ...by, lots, usable: stock.usable, target: stock.target });
      const sow = lotToSow(lots);
      return needs.length === 0 || !sow
        ? []
        : [{ id, name, crop: { id: crop.id, name: crop.name }, needs, sowings: sowingsOf(lots), sow, growing: by.growing }];
    })
    .sort(byPressure);
}
