import { sql, type Kysely } from 'kysely';

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table act add column sent text`.execute(db);
  await sql`comment on column act.sent is 'a digest of the form that was sent: the same key with other contents is no second sending'`.execute(
    db,
  );
}
