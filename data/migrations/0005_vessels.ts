import { sql, type Kysely } from 'kysely';

/** Seed is moved from jar to tray to jar: a step says what it is in from then on; steps from before say nothing, and stayed where they began. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table batch_step add column vessel text constraint step_vessel_has_a_name check (length(trim(vessel)) > 0)`.execute(db);
}
