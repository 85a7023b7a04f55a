import type { Db } from './database.ts';
import type { Rules } from '#core/house/rules.ts';
import type { Thresholds } from '#core/germination/verdict.ts';

export interface House {
  readonly name: string;
  readonly timeZone: string;
  readonly lastFrost: string;
  readonly firstFrost: string;
  readonly lendingOpens: string;
  readonly sowingStarts: string;
  readonly units: 'metric' | 'imperial';
  readonly southern: boolean;
  readonly rules: Rules;
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
    sowingStarts: row.sowing_starts,
    units: row.units,
    southern: row.southern,
    rules: row.rules,
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
    sowing_starts: house.sowingStarts,
    units: house.units,
    southern: house.southern,
    rules: JSON.stringify(house.rules),
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
