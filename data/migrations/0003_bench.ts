import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const FACTS = [
  'batch',
  'batch_step',
  'batch_check',
  'weighing',
  'air_reading',
  'batch_end',
  'caution_seen',
  'treatment',
  'treatment_opening',
  'warm_up',
  'warm_up_end',
  'purity_card',
] as const;

const BATCHES = `
-- Work on one picking of a lot, from fruit or pod to clean dry seed. What it stands at is its newest step.
create table batch (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  brought text not null constraint batch_brought_is_known check (brought in ('clean seed', 'on paper', 'whole fruit', 'heads or pods')),
  vessel text not null constraint batch_has_a_vessel check (length(trim(vessel)) > 0),
  fruits integer constraint batch_fruits_above_zero check (fruits > 0),
  weight_in bigint constraint batch_weight_above_zero check (weight_in > 0),
  opened_at timestamptz not null,
  opened_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index batch_of_lot on batch (lot_id);
create table batch_step (
  id bigint generated always as identity primary key,
  batch_id bigint not null references batch,
  -- Counts the steps of a batch: of two helpers who move it on at once, the second finds the place taken.
  turn integer not null constraint batch_turn_from_one check (turn >= 1),
  method text not null,
  step text not null,
  place integer not null,
  celsius numeric not null constraint batch_room_is_a_room check (celsius between -5 and 45),
  since timestamptz not null,
  why text,
  written_at timestamptz not null default now(),
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint batch_turn_taken_once unique (batch_id, turn)
);
create table batch_check (
  id bigint generated always as identity primary key,
  batch_id bigint not null references batch,
  turn integer not null,
  seen text not null constraint check_says_something check (length(trim(seen)) > 0),
  checked_at timestamptz not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index check_of_batch on batch_check (batch_id);
create table weighing (
  id bigint generated always as identity primary key,
  batch_id bigint not null references batch,
  milligrams bigint not null constraint weighing_above_zero check (milligrams > 0),
  scale_error bigint not null constraint weighing_error_above_zero check (scale_error > 0),
  typed text not null,
  -- Why it is more than the one before, where it is.
  heavier text constraint weighing_heavier_is_known check (heavier in ('the scale was bumped', 'something was added', 'it took up damp')),
  weighed_at timestamptz not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index weighing_of_batch on weighing (batch_id, weighed_at);
create table air_reading (
  id bigint generated always as identity primary key,
  batch_id bigint references batch,
  of text not null constraint air_is_of_room_or_jar check (of in ('room', 'jar')),
  humidity numeric not null constraint air_humidity_is_a_share check (humidity >= 0 and humidity <= 1),
  celsius numeric not null constraint air_is_on_earth check (celsius between -40 and 60),
  read_at timestamptz not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index air_of_batch on air_reading (batch_id, read_at desc);
create table batch_end (
  batch_id bigint primary key references batch,
  outcome text not null constraint batch_outcome_is_known check (outcome in ('finished', 'abandoned')),
  -- Clean seed that came out, in the lot's unit.
  clean bigint constraint batch_clean_not_negative check (clean >= 0),
  typed text,
  reason text,
  ended_at timestamptz not null,
  ended_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint abandoned_batch_has_a_reason check (outcome = 'finished' or length(trim(reason)) > 0)
);
create table caution_seen (
  batch_id bigint not null references batch,
  person_id bigint not null references person,
  caution text not null,
  act_key uuid not null references act deferrable initially deferred,
  primary key (batch_id, person_id, caution)
);
`;

const TREATMENTS = `
-- Shut away from insects: in the freezer or airtight. Opening early starts the clock again, as a row of its own.
create table treatment (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  kind text not null constraint treatment_is_known check (kind in ('freezer', 'airtight')),
  container text not null,
  use text not null constraint treatment_use_is_known check (use in ('food', 'sowing')),
  since date not null,
  shut_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index treatment_of_lot on treatment (lot_id);
create table treatment_opening (
  treatment_id bigint primary key references treatment,
  opened_on date not null,
  early boolean not null,
  reason text,
  opened_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint early_opening_has_a_reason check (not early or length(trim(reason)) > 0)
);
-- A cold container off its shelf, closed until it is as warm as the room; else water settles on the seed.
create table warm_up (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  container text not null,
  from_celsius numeric not null constraint warm_up_from_is_cold check (from_celsius between -40 and 25),
  taken_out_at timestamptz not null,
  opens_at timestamptz not null,
  taken_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint warm_up_takes_time check (opens_at >= taken_out_at)
);
create index warm_up_of_lot on warm_up (lot_id);
create table warm_up_end (
  warm_up_id bigint primary key references warm_up,
  opened_at timestamptz not null,
  early boolean not null,
  opened_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
`;

const PURITY = `
-- A weighed sample parted into what it holds; milligrams.
create table purity_card (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  pure bigint not null,
  other_crop bigint not null,
  weed bigint not null,
  noxious bigint not null,
  chaff bigint not null,
  damaged bigint not null,
  weighed_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint purity_parts_not_negative check (least(pure, other_crop, weed, noxious, chaff, damaged) >= 0),
  constraint purity_sample_weighs_something check (pure + other_crop + weed + noxious + chaff + damaged > 0)
);
create index purity_of_lot on purity_card (lot_id, id desc);
`;

const PACKETS = `
-- Packets made up for lending are stock of their lot: a holding of so many packets of so much each.
alter table holding
  add column packet_units bigint constraint packet_holds_something check (packet_units > 0);
alter table movement drop constraint movement_kind_is_known,
  add constraint movement_kind_is_known check (kind in ('received', 'returned in', 'cleaned', 'packed', 'unpacked', 'drawn for test', 'lent', 'given', 'moved', 'discarded', 'found', 'missing', 'correction'));
`;

const RULES = `
create function check_batch_open() returns trigger language plpgsql security definer set search_path from current as $$
begin
  perform from batch where id = new.batch_id for update;
  if exists (select from batch_end where batch_id = new.batch_id) then
    raise exception 'the batch has ended' using errcode = '23514', constraint = 'batch_is_open';
  end if;
  return new;
end $$;
create trigger step_of_open_batch before insert on batch_step for each row execute function check_batch_open();
create trigger check_of_open_batch before insert on batch_check for each row execute function check_batch_open();
create trigger weighing_of_open_batch before insert on weighing for each row execute function check_batch_open();
create trigger end_of_open_batch before insert on batch_end for each row execute function check_batch_open();

-- Seed that is not dry is killed by frost and spoils in an airtight jar.
create function check_treatment() returns trigger language plpgsql security definer set search_path from current as $$
begin
  perform from lot where id = new.lot_id for update;
  if exists (select from hold where hold.lot_id = new.lot_id and kind = 'drying' and not exists (select from hold_lift where hold_id = hold.id)) then
    raise exception 'seed that is not dry is not shut away' using errcode = '23514', constraint = 'treatment_of_dry_seed';
  end if;
  return new;
end $$;
create trigger treatment_is_possible before insert on treatment for each row execute function check_treatment();
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [BATCHES, TREATMENTS, PURITY, PACKETS, RULES, keepUnchanged(FACTS)]) await sql.raw(part).execute(db);
  await sql.raw(grantApp({ mayAdd: FACTS })).execute(db);
}
