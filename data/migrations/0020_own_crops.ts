import { sql, type Kysely } from 'kysely';

/** A library adds crops that the almanac does not have: each is like another, and says which. */
const OWN_CROPS = `
alter table crop add column like_id text references crop, add constraint crop_is_like_another check (like_id <> id);
create index crop_like on crop (like_id) where like_id is not null;
grant insert on crop, crossing_group to kind_granary_app;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(OWN_CROPS).execute(db);
}
