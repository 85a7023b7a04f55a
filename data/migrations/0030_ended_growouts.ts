import { sql, type Kysely } from 'kysely';

/** Most grow-outs of ten years have ended: those under way are found without looking at the steps of the others. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(`create index grow_out_ended on grow_out_step_written (grow_out_id) where step in ('dropped', 'failed', 'back')`)
    .execute(db);
}
