import { sql, type Kysely } from 'kysely';

/**
 * Seed in jars that nobody measured is no longer reckoned as dry: every lot with seed is reckoned again in the background, so that none is lent for
 * a week by what was believed before.
 */
const RECKON = `insert into outlook_stale (lot_id) select id from lot where on_hand > 0 on conflict (lot_id) do nothing;`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(RECKON).execute(db);
}
