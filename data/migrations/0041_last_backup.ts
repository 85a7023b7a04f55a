import { sql, type Kysely } from 'kysely';

/** Today asks for the last backup each time: it is found without reading all that was ever done. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create index act_of_backup on act (written_at desc) where kind = 'backup made'`.execute(db);
}
