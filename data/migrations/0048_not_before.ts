import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table house add column not_before date`.execute(db);
  await sql`comment on column house.not_before is 'the day that was reached when the time zone was last changed: the house does not live through it twice'`.execute(
    db,
  );
  await sql.raw(grantApp({ mayAdd: [], mayUpdate: { house: 'not_before' } })).execute(db);
}
