import type { Db } from './database.ts';
import type { Crop } from '#core/almanac/crop.ts';
import type { Thresholds } from '#core/germination/verdict.ts';

export interface House {
  readonly name: string;
  readonly timeZone: string;
  readonly lastFrost: string;
  readonly firstFrost: string;
  readonly lendingOpens: string;
  readonly thresholds: Thresholds;
  readonly version: number;
}

/** The library's own settings; null on a server that nobody has set up. */
export async function readHouse(db: Db): Promise<House | null> {
  const row = await db.selectFrom('house').selectAll().executeTakeFirst();
  if (!row) return null;
  const thresholds = { lend: row.lend_threshold, full: row.full_threshold, sureness: row.sureness };
  return {
    name: row.name,
    timeZone: row.time_zone,
    lastFrost: row.last_frost,
    firstFrost: row.first_frost,
    lendingOpens: row.lending_opens,
    thresholds,
    version: row.version,
  };
}

function columns(house: Omit<House, 'version'>) {
  return {
    name: house.name,
    time_zone: house.timeZone,
    last_frost: house.lastFrost,
    first_frost: house.firstFrost,
    lending_opens: house.lendingOpens,
    lend_threshold: house.thresholds.lend,
    full_threshold: house.thresholds.full,
    sureness: house.thresholds.sureness,
  };
}

/** Sets the library up; does nothing when it already is. */
export async function createHouse(db: Db, house: Omit<House, 'version'>): Promise<void> {
  await db
    .insertInto('house')
    .values(columns(house))
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

/** Changes the settings if nobody else has since `version`; returns whether it did. */
export async function updateHouse(db: Db, house: House): Promise<boolean> {
  const result = await db
    .updateTable('house')
    .set({ ...columns(house), version: house.version + 1 })
    .where('version', '=', house.version)
    .executeTakeFirst();
  return result.numUpdatedRows === 1n;
}

/** Loads the almanac as the tables' owner; facts of a crop that is already there are replaced. */
export async function loadCrops(owner: Db, crops: readonly Crop[]): Promise<void> {
  await owner
    .insertInto('crop')
    .values(crops.map((crop) => ({ id: crop.id, name: crop.name, facts: JSON.stringify(crop) })))
    .onConflict((conflict) =>
      conflict.column('id').doUpdateSet((eb) => ({ name: eb.ref('excluded.name'), facts: eb.ref('excluded.facts') })),
    )
    .execute();
}

/** All crops by name, or those whose name or species holds the search words. */
export async function readCrops(db: Db, search = ''): Promise<Crop[]> {
  let query = db.selectFrom('crop').select('facts').orderBy('name');
  if (search)
    query = query.where((eb) =>
      eb.or([eb('name', 'ilike', `%${search}%`), eb(eb.ref('facts', '->>').key('species'), 'ilike', `%${search}%`)]),
    );
  return (await query.execute()).map(({ facts }) => facts);
}

/** One crop's facts, or null. */
export async function readCrop(db: Db, id: string): Promise<Crop | null> {
  return (await db.selectFrom('crop').select('facts').where('id', '=', id).executeTakeFirst())?.facts ?? null;
}
