import { readLotCode } from '../lotcode/lotCode.ts';
import { numberKey, type Looking } from './library.ts';
import type { LotMeant } from './made.ts';
import type { NamesInFile } from './readVariety.ts';
import { readVariety } from './readVariety.ts';
import { saysNothing } from './readYesNo.ts';
import type { Collector, Row } from './row.ts';

/** A lot that the same import makes, as other rows may name it. */
export interface LotInFile {
  readonly meant: LotMeant;
  readonly cropId: string;
  readonly line: string;
  readonly harvested: string | null;
  readonly isHybrid: boolean;
}

export interface LotsInFile {
  readonly byNumber: ReadonlyMap<string, LotInFile>;
  readonly byLine: ReadonlyMap<string, readonly LotInFile[]>;
}

/** A variety as lots of the same import are told by it. */
export const lineKey = (cropId: string, lineId: number | null, variety: string): string =>
  lineId === null ? `${cropId}:${variety.toLowerCase()}` : String(lineId);

export interface LotFound extends Omit<LotInFile, 'line'> {
  readonly isOnHold: boolean;
}

/** The lot that a row of tests or loans is about: by number or code, else by its variety and harvest where only one fits. Null, with a note, where none is found. */
export function findLot(
  row: Row,
  above: string | null,
  looking: Looking,
  { inFile, lots, harvested }: { readonly inFile: NamesInFile; readonly lots: LotsInFile; readonly harvested: string | null },
  collect: Collector,
): LotFound | null {
  const said = row.cell('number');
  if (!saysNothing(said)) {
    const own = lots.byNumber.get(numberKey(said));
    if (own) return { ...own, isOnHold: false };
    const code = readLotCode(said);
    const known = (code.ok ? looking.lotByCode.get(code.code) : undefined) ?? onlyOne(looking.lotsByNumber.get(numberKey(said)) ?? []);
    if (known) return { meant: { id: known.id }, ...known };
    if (!row.has('name') && !row.has('variety')) {
      collect.say({ level: 'wrong', field: 'number', code: 'lot unknown', said });
      return null;
    }
  }
  const variety = readVariety(row, above, looking, inFile, collect);
  if (!variety) return null;
  const fits = (lot: { readonly harvested: string | null }) =>
    harvested === null || (lot.harvested?.startsWith(harvested.slice(0, 4)) ?? false);
  const candidates: LotFound[] = [
    ...(lots.byLine.get(lineKey(variety.crop.id, variety.lineId, variety.name)) ?? []).map((lot) => ({ ...lot, isOnHold: false })),
    ...(variety.lineId === null ? [] : (looking.lotsOfLine.get(variety.lineId) ?? []).map((lot) => ({ meant: { id: lot.id }, ...lot }))),
  ].filter(fits);
  if (candidates.length === 1) return candidates[0]!;
  const field = row.cell('variety') ? 'variety' : 'name';
  collect.say({
    level: 'wrong',
    field,
    code: candidates.length === 0 ? 'lot unknown' : 'lot unclear',
    said: `${variety.crop.name} ${variety.name}`,
    taken: String(candidates.length),
  });
  return null;
}

const onlyOne = <Item>(items: readonly Item[]): Item | undefined => (items.length === 1 ? items[0] : undefined);
