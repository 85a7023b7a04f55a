import { sql, type Kysely } from 'kysely';

// The record is searched by a key that is kept with each act: worked out anew for every act passed, it cost more than all the rest.
const KEY = `
drop index act_search_key;
alter table act add column searched text not null generated always as (search_key(kind || ' ' || coalesce(subject, ''))) stored;
create index act_searched on act using gin (searched gin_trgm_ops);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(KEY).execute(db);
}
