import { sql, type Kysely } from 'kysely';

/** A crop of the library's own can be put right, and one that was added by mistake taken away, as long as nothing refers to it. */
const OWN_CROPS_MENDED = `
grant update (name, shipped, like_id) on crop to kind_granary_app;
grant update (name) on crossing_group to kind_granary_app;
grant delete on crop, crossing_group to kind_granary_app;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(OWN_CROPS_MENDED).execute(db);
}
