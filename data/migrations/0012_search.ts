import { sql, type Kysely } from 'kysely';

/** Case, accents, apostrophes and quotes do not matter to a search; core/search/searchKey.ts does the same to what is typed. */
const KEY = `
create function search_key(text) returns text language sql immutable parallel safe strict as $$
  select lower(regexp_replace(normalize($1, NFD), U&'[\\0300-\\036F''\\2018\\2019\\201B"\\201C\\201D\\201E\`\\00B4]', '', 'g'))
$$;
grant execute on function search_key(text) to kind_granary_app;
drop index lot_search_trgm;
create index lot_search_key on lot using gin (search_key(search_text) gin_trgm_ops);
create index person_name_key on person using gin (search_key(name) gin_trgm_ops);
create index line_name_key on line using gin (search_key(name) gin_trgm_ops);
create index garden_point on garden (latitude, longitude) where latitude is not null;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(KEY).execute(db);
}
