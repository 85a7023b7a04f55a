import type { Crop } from '#core/almanac/crop.ts';
import { byPressure, lotToSow, needsOf, sowingsOf, type LotToGrow, type Need } from '#core/growout/needs.ts';
import type { Day, LineId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { risksOfLines } from '#data/growouts/risks.ts';
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
  /** Chance of losing it in five years, and what a grow-out leaves of that; null while it is being worked out. */
  readonly risk: number | null;
  readonly grown: number | null;
}

/** What a grow-out takes away from the chance of losing a line, by whole per cent: less decides nothing. */
const gainOf = ({ risk, grown }: LineInNeed): number =>
  risk === null || grown === null ? 0 : Math.max(0, Math.round((risk - grown) * 100));

/** Lines that need growing out and can be, most pressing first. */
export async function readLinesInNeed(db: Db, house: House, today: Day): Promise<readonly LineInNeed[]> {
  const [lines, hangs, risks] = await Promise.all([readLineStock(db, house, today, null), readWhatLinesHangBy(db), risksOfLines(db)]);
  const hangsBy = new Map(hangs.map((one) => [one.lineId, one]));
  return lines
    .flatMap(({ id, name, crop, stock }) => {
      const by = hangsBy.get(id);
      if (!by) return [];
      const { lots } = stock;
      const needs = needsOf({ ...by, lots, usable: stock.usable, target: stock.target });
      const sow = lotToSow(lots);
      return needs.length === 0 || !sow
        ? []
        : [
            {
              id,
              name,
              crop: { id: crop.id, name: crop.name },
              needs,
              sowings: sowingsOf(lots),
              sow,
              growing: by.growing,
              risk: risks.get(id)?.risk ?? null,
              grown: risks.get(id)?.grown ?? null,
            },
          ];
    })
    .sort((one, other) => gainOf(other) - gainOf(one) || byPressure(one, other));
}
