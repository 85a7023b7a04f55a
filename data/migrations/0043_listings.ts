import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

/** What other libraries offer and want, as they have listed it; the newest of a library counts, and one that is gone counts no more. */
const LISTINGS = `
create table listing_written (
  id bigint generated always as identity primary key,
  library text not null constraint listing_names_its_library check (length(trim(library)) between 1 and 120),
  library_key text not null,
  how_to_ask text not null,
  as_of date not null,
  kinds jsonb not null,
  wants jsonb not null,
  is_gone boolean not null default false,
  act_key uuid not null references act deferrable initially deferred
);
create index listing_of on listing_written (library_key, id desc);
create index listing_act on listing_written (act_key);
create view listing as select * from (
  select distinct on (library_key) * from listing_written
    where not exists (select from undone where undone.act_key = listing_written.act_key) order by library_key, id desc
) as newest where not is_gone;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({ mayAdd: ['listing_written'], mayRead: ['listing'] });
  for (const part of [LISTINGS, keepUnchanged(['listing_written']), app]) await sql.raw(part).execute(db);
}
