import { sql } from 'kysely';
import type { ImportedRow, KnownLine, KnownLot, SheetCrop } from '#core/sheets/library.ts';
import type { Named } from '#core/sheets/matchNames.ts';
import type { Db } from '#data/database.ts';

/** All that the library knows of which a sheet may speak, read at one moment. */
export async function readLibrary(db: Db) {
  const [crops, lines, people, gardens, places, lots] = await Promise.all([
    db.selectFrom('crop').select('facts').orderBy('name').execute(),
    readLines(db),
    db.selectFrom('person').select(['id', 'name']).where('erased_at', 'is', null).orderBy('id').execute(),
    db.selectFrom('garden').select(['id', 'name']).orderBy('id').execute(),
    db.selectFrom('place').select(['id', 'name']).where('closed_on', 'is', null).orderBy('id').execute(),
    readLots(db),
  ]);
  return {
    crops: crops.map(({ facts }): SheetCrop => facts),
    lines,
    people: people as Named[],
    gardens: gardens as Named[],
    places: places as Named[],
    lots,
  };
}

async function readLines(db: Db): Promise<KnownLine[]> {
  const { rows } = await sql<KnownLine>`
    select line.id, line.crop_id as "cropId", line.name, line.story is not null as "hasStory",
      coalesce((select array_agg(name order by name) from line_alias where line_id = line.id), '{}') as aliases
    from line where is_listed or exists (select from lot where lot.line_id = line.id) order by line.id`.execute(db);
  return rows;
}

async function readLots(db: Db): Promise<KnownLot[]> {
  const { rows } = await sql<KnownLot>`
    select lot.id, lot.code, lot.line_id as "lineId", line.crop_id as "cropId", line.name as variety, lot.harvested, lot.taken_in_on as "takenInOn",
      lot_origin.code as number, lot_origin.library, lot.kind = 'F1' and not line.offspring as "isHybrid",
      exists (select from hold where hold.lot_id = lot.id and not exists (select from hold_lift where hold_lift.hold_id = hold.id)) as "isOnHold"
    from lot join line on line.id = lot.line_id left join lot_origin on lot_origin.lot_id = lot.id order by lot.id`.execute(db);
  return rows;
}

/** Rows that imports have written and that stand, of these prints. */
export async function findImportedRows(db: Db, prints: readonly Buffer[]): Promise<(ImportedRow & { readonly print: string })[]> {
  if (prints.length === 0) return [];
  const { rows } = await sql<ImportedRow & { print: string }>`
    select distinct on (print) encode(print, 'hex') as print, file_name as file, at from imported_row
    where print = any(array(select decode(hex, 'hex') from unnest(${sql.val(prints.map((print) => print.toString('hex')))}::text[]) as hex)) order by print, at`.execute(
    db,
  );
  return rows;
}
