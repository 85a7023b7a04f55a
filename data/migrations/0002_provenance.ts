import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const FACTS = ['passport', 'evidence', 'incident', 'trial', 'trial_end', 'report', 'crop_override'] as const;

const HOUSE = `
alter table house
  add column units text not null default 'metric' constraint house_units_are_known check (units in ('metric', 'imperial')),
  add column southern boolean not null default false,
  add column sowing_starts text not null default '03-15' constraint house_sowing_is_a_day check (sowing_starts ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'),
  add column rules jsonb not null default '{}';
`;

const ALMANAC = `
alter table crop add column shipped jsonb;
update crop set shipped = facts;
alter table crop alter column shipped set not null;
create table crossing_group (id text primary key, name text not null, crosses jsonb not null);
create table glossary (word text primary key, means text not null);
-- The library's own word on a fact; null goes back to what was shipped. The newest row holds.
create table crop_override (
  id bigint generated always as identity primary key,
  crop_id text not null references crop,
  fact text not null,
  typed text,
  why text not null constraint override_has_a_reason check (length(trim(why)) > 0),
  set_on date not null,
  set_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index override_of_crop on crop_override (crop_id, fact, id desc);
`;

const LINES = `
alter table line
  add column story text,
  add column offspring boolean not null default false,
  add column rules jsonb not null default '{}',
  add column version integer not null default 1;
create index line_name_trgm on line using gin (name gin_trgm_ops);
create table line_alias (
  line_id bigint not null references line,
  name text not null constraint alias_has_a_name check (length(trim(name)) > 0),
  primary key (line_id, name)
);
create index alias_name_trgm on line_alias using gin (name gin_trgm_ops);
`;

const GARDENS = `
alter table garden
  add column latitude double precision,
  add column longitude double precision,
  add column radius_m integer constraint garden_radius_above_zero check (radius_m > 0),
  add constraint garden_place_is_whole check ((latitude is null) = (longitude is null)),
  add constraint garden_place_is_on_earth check (latitude between -90 and 90 and longitude between -180 and 180),
  add constraint garden_is_not_at_zero check (not (abs(latitude) < 0.001 and abs(longitude) < 0.001));
create table garden_distance (
  one_id bigint not null references garden,
  other_id bigint not null references garden,
  metres numeric not null constraint garden_distance_not_negative check (metres >= 0),
  primary key (one_id, other_id),
  constraint garden_distance_written_once check (one_id < other_id)
);
`;

const LOTS = `
alter table lot drop constraint lot_origin_is_known, drop constraint lot_kind_is_known,
  add constraint lot_origin_is_known check (origin in ('donated', 'returned', 'bought', 'found', 'market fruit', 'grown-out', 'blend', 'split')),
  add constraint lot_kind_is_known check (kind in ('open-pollinated', 'heirloom', 'F1', 'stabilising', 'mixture', 'crossed', 'unknown')),
  add column treated text constraint lot_treated_is_known check (treated in ('yes', 'unknown')),
  add column form text not null default 'clean seed' constraint lot_form_is_known check (form in ('clean seed', 'whole fruit', 'heads or pods', 'on paper')),
  add column open_by date;
alter table movement drop constraint movement_kind_is_known,
  add constraint movement_kind_is_known check (kind in ('received', 'returned in', 'cleaned', 'drawn for test', 'lent', 'given', 'moved', 'discarded', 'found', 'missing', 'correction'));
alter table lot_parent add column seeds bigint constraint lot_parent_seeds_above_zero check (seeds > 0);
create table passport (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  answers jsonb not null,
  why text,
  written_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index passport_of_lot on passport (lot_id, id desc);
`;

/** What the short form of the first version asked, as passports. Its acts are those that took the lots in. */
const OLD_LOTS = `
insert into passport (lot_id, answers, written_on, act_key)
select id, jsonb_build_object(
    'kind', kind, 'offspring', false, 'nameFrom', null, 'nameSure', null, 'boughtPlant', null, 'protectedName', null, 'invasive', null,
    'treated', null, 'use', null, 'donorKnown', donor_id is not null, 'gardenKnown', garden_id is not null,
    'harvested', coalesce(harvested, 'unknown'), 'seasonsGrown', null, 'firstSource', null, 'packet', null,
    'plantsSown', null, 'plantsStanding', null, 'plantsHarvested', coalesce(to_jsonb(plants_harvested), '"unknown"'), 'selection', null, 'traits', null,
    'roguing', null, 'offTypes', null, 'bolters', null, 'boltedWhy', null, 'diseases', null, 'diseaseChoice', null, 'forcedByWeather', null,
    'pickings', null, 'selfSown', null, 'pollinatedOn', null, 'pickedOn', null,
    'neighbours', case
      when isolation->>'distanceMetres' is null then '"unknown"'::jsonb
      else jsonb_build_array(jsonb_build_object('what', coalesce(isolation->>'alsoFlowered', 'another of its kind'), 'cropId', null,
        'metres', isolation->'distanceMetres', 'overlap', 'unknown', 'amount', 'unknown')) end,
    'methods', case when isolation->>'kind' = 'unknown' then '["unknown"]'::jsonb else jsonb_build_array(isolation->>'method') end,
    'stigma', null, 'form', 'clean seed', 'ripeSigns', null, 'dried', null, 'look', '[]'::jsonb, 'insects', null, 'mould', null,
    'storedIn', coalesce(stored_so_far, 'unknown'), 'storedSince', null, 'sample', null),
  taken_in_on, act_key
from lot;
set constraints all immediate;
set constraints all deferred;
alter table lot drop column isolation, drop column stored_so_far, drop column unknowns;
`;

const SEEN = `
create table evidence (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  seen text not null constraint evidence_seen_is_known check (seen in ('plants', 'fruits', 'kernels')),
  source text not null constraint evidence_source_is_known check (source in ('trial', 'grow-out', 'report', 'sorting')),
  off_types integer not null,
  looked_at integer not null,
  shows numeric not null constraint evidence_shows_is_a_share check (shows > 0 and shows <= 1),
  seen_on date not null,
  note text,
  -- A correction is a new row that takes the place of an older one.
  instead_of bigint unique references evidence,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint evidence_counts_add_up check (off_types >= 0 and looked_at >= off_types and looked_at > 0)
);
create index evidence_of_lot on evidence (lot_id);
create table incident (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  kind text not null constraint incident_kind_is_known check (kind in ('mix-up', 'contamination')),
  what text not null constraint incident_says_what check (length(trim(what)) > 0),
  share numeric constraint incident_share_is_a_share check (share >= 0 and share <= 1),
  discarded boolean not null,
  happened_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index incident_of_lot on incident (lot_id);
create table trial (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  must_show text not null constraint trial_must_show_something check (length(trim(must_show)) > 0),
  plants_wanted integer not null constraint trial_plants_above_zero check (plants_wanted > 0),
  set_on date not null,
  set_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index trial_of_lot on trial (lot_id);
create table trial_end (
  trial_id bigint primary key references trial,
  outcome text not null constraint trial_outcome_is_known check (outcome in ('released', 'renamed', 'discarded')),
  reason text not null constraint trial_end_has_a_reason check (length(trim(reason)) > 0),
  old_line bigint references line,
  new_line bigint references line,
  ended_on date not null,
  ended_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint trial_renamed_to_a_line check ((outcome = 'renamed') = (new_line is not null))
);
create table report (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  person_id bigint references person,
  year integer not null constraint report_year_in_range check (year between 1950 and 2200),
  true_to_type text constraint report_true_is_known check (true_to_type in ('yes', 'mostly', 'no')),
  taste integer constraint report_taste_in_range check (taste between 1 and 5),
  yield integer constraint report_yield_in_range check (yield between 1 and 5),
  health integer constraint report_health_in_range check (health between 1 and 5),
  liking integer constraint report_liking_in_range check (liking between 1 and 5),
  words text,
  written_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index report_of_lot on report (lot_id);
`;

const WORK = `
create table draft (
  id uuid primary key default gen_random_uuid(),
  account_id bigint not null references account,
  answers jsonb not null,
  title text not null,
  loan_id bigint references loan,
  started_at timestamptz not null default now(),
  saved_at timestamptz not null default now(),
  version integer not null default 1
);
create index draft_saved on draft (saved_at desc);

-- Derived from passports, evidence, incidents and descent; reckoned again whenever one of them changes.
create table lot_promise (
  lot_id bigint primary key references lot,
  promise text not null constraint promise_is_known check (promise in ('true', 'likely true', 'may vary', 'mixture')),
  chance real not null, chance_true real not null, chance_likely real not null,
  low real not null, middle real not null, high real not null, mean real not null,
  handed_on real[] not null,
  effective real,
  generations integer not null,
  reckoned_on date not null
);
create index promise_by_kind on lot_promise (promise);
-- Lots whose promise has to be reckoned again: the work list of the background reckoner, which outlives a restart.
create table promise_stale (
  lot_id bigint primary key references lot,
  since timestamptz not null default now()
);
insert into promise_stale (lot_id) select id from lot;
`;

const RULES = `
-- Seed of a hybrid is lent only as what it is: the offspring of its name.
create or replace function check_loan() returns trigger language plpgsql security definer set search_path from current as $$
begin
  perform from lot where id = new.lot_id for update;
  if exists (select from lot join line on line.id = lot.line_id where lot.id = new.lot_id and lot.kind = 'F1' and not line.offspring) then
    raise exception 'a hybrid is not lent under its name' using errcode = '23514', constraint = 'loan_not_of_hybrid';
  end if;
  if exists (select from hold where hold.lot_id = new.lot_id and not exists (select from hold_lift where hold_id = hold.id)) then
    raise exception 'a lot on hold is not lent' using errcode = '23514', constraint = 'loan_not_of_held_lot';
  end if;
  return new;
end $$;

-- A child is never harvested before its parent, as far as both dates are known.
create function check_descent() returns trigger language plpgsql security definer set search_path from current as $$
declare child text; parent text; shared integer;
begin
  select harvested into child from lot where id = new.child_id;
  select harvested into parent from lot where id = new.parent_id;
  shared := least(length(child), length(parent));
  if left(child, shared) < left(parent, shared) then
    raise exception 'a child is not harvested before its parent' using errcode = '23514', constraint = 'child_not_before_parent';
  end if;
  return new;
end $$;
create trigger descent_is_possible before insert on lot_parent for each row execute function check_descent();

create function check_harvest() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if exists (select from lot_parent lp join lot kin on kin.id = case when lp.child_id = new.id then lp.parent_id else lp.child_id end
    where new.id in (lp.child_id, lp.parent_id) and kin.harvested is not null and (
      case when lp.child_id = new.id
        then left(new.harvested, least(length(new.harvested), length(kin.harvested))) < left(kin.harvested, least(length(new.harvested), length(kin.harvested)))
        else left(kin.harvested, least(length(new.harvested), length(kin.harvested))) < left(new.harvested, least(length(new.harvested), length(kin.harvested)))
      end)) then
    raise exception 'a child is not harvested before its parent' using errcode = '23514', constraint = 'child_not_before_parent';
  end if;
  return new;
end $$;
create trigger harvest_is_possible before update of harvested on lot for each row execute function check_harvest();
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [HOUSE, ALMANAC, LINES, GARDENS, LOTS, OLD_LOTS, SEEN, WORK, RULES, keepUnchanged(FACTS)])
    await sql.raw(part).execute(db);
  await sql
    .raw(
      grantApp({
        mayAdd: [
          'passport',
          'evidence',
          'incident',
          'trial',
          'trial_end',
          'report',
          'crop_override',
          'line_alias',
          'garden_distance',
          'draft',
          'lot_promise',
          'promise_stale',
        ],
        mayRead: ['crossing_group', 'glossary'],
        mayUpdate: {
          house: 'units, southern, sowing_starts, rules',
          crop: 'facts',
          line: 'aim, story, rules, version',
          garden: 'latitude, longitude, radius_m',
          garden_distance: 'metres',
          lot: 'kind, harvested, plants_harvested, donor_id, garden_id, line_id, search_text, treated, form, open_by',
          draft: 'answers, title, saved_at, version',
          lot_promise:
            'promise, chance, chance_true, chance_likely, low, middle, high, mean, handed_on, effective, generations, reckoned_on',
          promise_stale: 'since',
        },
        mayDelete: ['draft', 'promise_stale', 'garden_distance', 'line_alias'],
      }),
    )
    .execute(db);
}
