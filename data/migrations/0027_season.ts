import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const SEASON = `
-- A grow-out may be offered to a grower, who accepts or declines; and its seed comes back, in parts or at once.
alter table grow_out_step_written add column lot_id bigint references lot_written,
  drop constraint grow_out_step_is_known, drop constraint grow_out_agreed_with_somebody, drop constraint grow_out_ended_for_a_reason,
  add constraint grow_out_step_is_known check (step in ('offered', 'agreed', 'declined', 'handed over', 'back in part', 'back', 'failed', 'dropped')),
  add constraint grow_out_agreed_with_somebody check (step not in ('offered', 'agreed') or grower_id is not null),
  add constraint grow_out_ended_for_a_reason check (step not in ('dropped', 'failed') or reason is not null),
  add constraint grow_out_comes_back_as_a_lot check ((step in ('back in part', 'back')) = (lot_id is not null));
create index grow_out_step_of_lot on grow_out_step_written (lot_id) where lot_id is not null;
drop view grow_out_step;
create view grow_out_step as select * from grow_out_step_written
  where not exists (select from undone where undone.act_key = grow_out_step_written.act_key);
create or replace function check_grow_out_step() returns trigger language plpgsql security definer as $$
begin
  perform from grow_out_written where id = new.grow_out_id for update;
  if exists (select from grow_out_step where grow_out_id = new.grow_out_id and step in ('dropped', 'failed', 'back')) then
    raise exception 'a grow-out ends once' using errcode = '23505', constraint = 'grow_out_ends_once';
  end if;
  return new;
end $$;
do $$ begin
  execute format('alter function check_grow_out_step() set search_path = %I, pg_temp', current_schema());
end $$;

-- What is written down through the season. An entry is put right by another that stands in its place, or strikes it out.
create table grow_out_entry_written (
  id bigint generated always as identity primary key,
  grow_out_id bigint not null references grow_out_written,
  kind text not null constraint grow_out_entry_kind_is_known check (kind in ('sown', 'up', 'thinned', 'standing', 'overwintered', 'flowering', 'flowered', 'harvested',
    'off-types early', 'off-types late', 'isolated', 'neighbour', 'bolted', 'disease', 'weather', 'pollinated', 'picked', 'note')),
  happened_on date not null,
  count integer constraint grow_out_entry_counts_some check (count between 0 and 1000000),
  words text,
  metres integer constraint grow_out_entry_is_near check (metres between 0 and 100000),
  method text,
  instead_of bigint references grow_out_entry_written,
  struck boolean not null default false,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint grow_out_entry_strikes_another check (not struck or instead_of is not null)
);
create index entry_of_grow_out on grow_out_entry_written (grow_out_id);
create index grow_out_entry_act on grow_out_entry_written (act_key);
create index grow_out_entry_instead_of on grow_out_entry_written (instead_of) where instead_of is not null;
create view grow_out_entry as select * from grow_out_entry_written as entry
  where not struck and not exists (select from undone where undone.act_key = entry.act_key)
    and not exists (select from grow_out_entry_written as later where later.instead_of = entry.id
      and not exists (select from undone where undone.act_key = later.act_key));

-- Where and how a grow-out is grown; the newest word holds.
alter table garden add column place_for text not null default 'workers'
  constraint garden_place_is_for_somebody check (place_for in ('workers', 'coordinators'));
create table plot (
  id bigint generated always as identity primary key,
  garden_id bigint not null references garden,
  name text not null,
  square_metres numeric not null constraint plot_has_an_area check (square_metres > 0 and square_metres <= 100000),
  sun text not null constraint plot_sun_is_known check (sun in ('full sun', 'half shade', 'shade')),
  water text not null constraint plot_water_is_known check (water in ('tap', 'carried', 'rain only')),
  cages integer not null default 0 constraint plot_cages_are_counted check (cages between 0 and 100),
  note text,
  in_use boolean not null default true
);
create unique index plot_name_once_per_garden on plot (garden_id, lower(name));
create table grow_out_place_written (
  id bigint generated always as identity primary key,
  grow_out_id bigint not null references grow_out_written,
  garden_id bigint not null references garden,
  plot_id bigint references plot,
  square_metres numeric constraint grow_out_takes_some_room check (square_metres > 0 and square_metres <= 100000),
  methods text[] not null,
  sow_on date not null,
  free_on date not null constraint grow_out_bed_is_free_later check (free_on > sow_on),
  written_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index place_of_grow_out on grow_out_place_written (grow_out_id);
create index grow_out_place_of_garden on grow_out_place_written (garden_id);
create index grow_out_place_of_plot on grow_out_place_written (plot_id);
create index grow_out_place_act on grow_out_place_written (act_key);
create view grow_out_place as select distinct on (grow_out_id) * from grow_out_place_written
  where not exists (select from undone where undone.act_key = grow_out_place_written.act_key)
  order by grow_out_id, id desc;

-- What else flowers in a garden, or near it: own sowings, what neighbours grow, wild relatives.
create table garden_bloom (
  id bigint generated always as identity primary key,
  garden_id bigint not null references garden,
  year integer not null constraint garden_bloom_year_is_near check (year between 1990 and 2100),
  crop_id text not null references crop,
  what text not null,
  metres integer not null constraint garden_bloom_is_near check (metres between 0 and 20000),
  flowers_from date,
  flowers_to date constraint garden_bloom_ends_later check (flowers_to >= flowers_from),
  gone boolean not null default false,
  act_key uuid not null references act deferrable initially deferred
);
create index garden_bloom_of_garden on garden_bloom (garden_id, year);
create index garden_bloom_of_crop on garden_bloom (crop_id);
create index garden_bloom_act on garden_bloom (act_key);

alter table draft add column grow_out_id bigint references grow_out_written,
  add constraint draft_is_of_one_return check (loan_id is null or grow_out_id is null);
create index draft_of_grow_out on draft (grow_out_id) where grow_out_id is not null;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const facts = ['grow_out_entry_written', 'grow_out_place_written'];
  const app = grantApp({
    mayAdd: [...facts, 'plot', 'garden_bloom'],
    mayRead: ['grow_out_entry', 'grow_out_place', 'grow_out_step'],
    mayUpdate: {
      garden: 'place_for',
      plot: 'name, square_metres, sun, water, cages, note, in_use',
      garden_bloom: 'what, metres, flowers_from, flowers_to, gone',
    },
  });
  for (const part of [SEASON, keepUnchanged(facts), app]) await sql.raw(part).execute(db);
}
