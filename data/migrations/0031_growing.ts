import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

const GROWING = `
-- What the house reckons with for grow-outs; a figure that is left out is the usual one.
alter table house add column growing jsonb not null default '{}' constraint house_growing_is_an_object check (jsonb_typeof(growing) = 'object');

alter table grower_terms add column most_hours numeric constraint grower_has_some_hours check (most_hours > 0 and most_hours <= 2000);

-- The hours of hands that were reckoned for it when its place was settled.
alter table grow_out_place_written add column hours numeric constraint grow_out_hours_are_none_or_more check (hours >= 0);
create or replace view grow_out_place as select distinct on (grow_out_id) * from grow_out_place_written
  where not exists (select from undone where undone.act_key = grow_out_place_written.act_key)
  order by grow_out_id, id desc;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({ mayAdd: [], mayUpdate: { house: 'growing', grower_terms: 'most_hours' } });
  for (const part of [GROWING, app]) await sql.raw(part).execute(db);
}
