import type { Crop } from '#core/almanac/crop.ts';
import { addMonths } from '#core/calendar/plainDate.ts';
import { growOutsKept, plantsBy } from '#core/house/rules.ts';
import type { Day, LineId, Seeds } from '#core/kernel/kinds.ts';
import { mayLendSeeds, type MayLend } from '#core/lending/mayLend.ts';
import { lineStock, type LineStock, type LotInStock, lendingOfLot } from '#core/stock/lineStock.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { readHouse, type House } from '#data/house/house.ts';
import { mapInTurns } from '#services/inTurns.server.ts';
import { listLinesInStock, lockLineStock, type LineInStock, type LotInLine } from '#data/stock/lineStock.ts';

export interface LineWithStock extends Pick<LineInStock, 'id' | 'name' | 'rules' | 'lentAYear'> {
  readonly crop: Crop;
  readonly stock: LineStock<LotInStock & Pick<LotInLine, 'median' | 'promise' | 'handsOn'>>;
}

const MONTHS_OF_LENDING = 36;

/** What the stock of lines amounts to, those asked for or all that have or lent any: the one answer that every page, the desk and the wants list give. */
export async function readLineStock(db: Db, house: House, today: Day, only: readonly LineId[] | null): Promise<LineWithStock[]> {
  const lines = await listLinesInStock(db, addMonths(today, -MONTHS_OF_LENDING), only);
  const crops = new Map((await readCropsById(db, [...new Set(lines.map(({ cropId }) => cropId))])).map((crop) => [crop.id, crop]));
  return mapInTurns(lines, ({ id, name, offspring, rules, cropId, lots, lentAYear, promised }) => {
    const crop = crops.get(cropId)!;
    return {
      id,
      name,
      rules,
      lentAYear,
      crop,
      stock: lineStock(
        { crop, lots: lots.map((lot) => ({ ...lot, hybridUnderName: lot.kind === 'F1' && !offspring })), lentAYear, promised },
        { plants: plantsBy(house.rules, crop, rules), growOuts: growOutsKept(house.rules, rules) },
      ),
    };
  });
}

/** The stock of one line. */
export async function readStockOfLine(db: Db, house: House, today: Day, lineId: LineId): Promise<LineStock> {
  return (await readLineStock(db, house, today, [lineId]))[0]!.stock;
}

/** May so many seeds of a lot leave the house now? Nobody else lends of its line until the transaction ends. */
export async function lendingOf(
  tx: Db,
  lot: { readonly code: string; readonly lineId: LineId },
  seeds: Seeds,
  today: Day,
): Promise<MayLend> {
  await lockLineStock(tx, lot.lineId);
  const stock = await readStockOfLine(tx, (await readHouse(tx))!, today, lot.lineId);
  return mayLendSeeds(lendingOfLot(stock, lot.code).answer, seeds, stock);
}
