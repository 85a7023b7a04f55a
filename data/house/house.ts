import { sql } from 'kysely';
import type { Needs } from '#core/bench/load.ts';
import type { Recipe } from '#core/bench/methods.ts';
import type { Db } from '#data/database.ts';
import { growingOf, type Growing } from '#core/house/growing.ts';
import type { Prices } from '#core/house/prices.ts';
import type { Rules } from '#core/house/rules.ts';
import type { CropThresholds } from '#core/house/thresholds.ts';
import type { Day } from '#core/kernel/kinds.ts';
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
  /** Crops of which it asks another germination. */
  readonly cropThresholds: CropThresholds;
  /** What the bench has in a week. */
  readonly bench: Needs;
  readonly prices: Prices;
  readonly growing: Growing;
  /** How anybody may ask for what is offered; null while nothing is shown to strangers. */
  readonly howToAsk: string | null;
  /** Its own ways from fruit to seed, retired ones too. */
  readonly recipes: readonly Recipe[];
  /** The day that was reached when the time zone was last changed; null where it never was. */
  readonly notBefore: Day | null;
  readonly version: number;
}
/** What can be set; recipes are written one by one. */
export type HouseSettings = Omit<House, 'recipes' | 'version' | 'notBefore'>;

const RECIPES = sql<readonly Recipe[]>`(
  select coalesce(json_agg(json_build_object(
    'id', recipe.id, 'name', name, 'extraction', extraction, 'steps', steps, 'why', why, 'retired', recipe_end.recipe_id is not null
  ) order by recipe.id), '[]')
  from recipe left join recipe_end on recipe_end.recipe_id = recipe.id)`;

/** The library's own settings; null on a server that nobody has set up. */
export async function readHouse(db: Db): Promise<House | null> {
  const row = await db.selectFrom('house').selectAll().select(RECIPES.as('recipes')).executeTakeFirst();
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
    cropThresholds: row.crop_thresholds,
    bench: { trays: row.trays, jars: row.jars, hours: row.helper_hours },
    prices: { currency: row.currency, packet: row.packet_price, crops: row.crop_prices },
    growing: growingOf(row.growing),
    howToAsk: row.how_to_ask,
    recipes: row.recipes,
    notBefore: row.not_before,
    version: row.version,
  };
}

function columns(house: HouseSettings) {
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
    crop_thresholds: JSON.stringify(house.cropThresholds),
    trays: house.bench.trays,
    jars: house.bench.jars,
    helper_hours: house.bench.hours,
    currency: house.prices.currency,
    packet_price: house.prices.packet,
    growing: JSON.stringify(house.growing),
    how_to_ask: house.howToAsk,
    crop_prices: JSON.stringify(house.prices.crops),
  };
}

/** Sets the library up; does nothing when it already is. */
export async function createHouse(db: Db, house: HouseSettings): Promise<void> {
  await db
    .insertInto('house')
    .values(columns(house))
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

/** Changes the settings if nobody else has since `version`; returns whether it did. */
export async function updateHouse(db: Db, house: HouseSettings & { version: number }): Promise<boolean> {
  const result = await db
    .updateTable('house')
    .set({ ...columns(house), version: house.version + 1 })
    .where('version', '=', house.version)
    .executeTakeFirst();
  return result.numUpdatedRows === 1n;
}

/** Keeps the day that was reached under the time zone before. */
export async function keepDayReached(db: Db, day: Day): Promise<void> {
  await db.updateTable('house').set({ not_before: day }).execute();
}
