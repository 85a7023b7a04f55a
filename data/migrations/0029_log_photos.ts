import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const PHOTOS = `
-- A photo that goes with an entry of a season's log: made anew here, smaller and without what the camera wrote into it.
create table grow_out_photo (
  entry_id bigint primary key references grow_out_entry_written,
  jpeg bytea not null constraint grow_out_photo_is_small check (octet_length(jpeg) between 1 and 2000000),
  width integer not null,
  height integer not null,
  act_key uuid not null references act deferrable initially deferred
);
create index grow_out_photo_act on grow_out_photo (act_key);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [PHOTOS, keepUnchanged(['grow_out_photo']), grantApp({ mayAdd: ['grow_out_photo'] })]) await sql.raw(part).execute(db);
}
