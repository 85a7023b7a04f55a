import { sql, type Kysely } from 'kysely';

/**
 * What changes with every movement and every outlook stands apart from what is searched: a movement then rewrites one narrow row and none of
 * the lots' indexes. `lot` stays the one view of both. No index names the balance, and pages keep room, so that its change stays on its page.
 */
const STATE = `
create table lot_state (
  lot_id bigint primary key references lot_written,
  on_hand bigint not null default 0 constraint lot_never_below_zero check (on_hand >= 0),
  verdict text constraint lot_verdict_is_known check (verdict in ('full strength', 'sow thicker', 'not settled', 'do not lend')),
  tested_sprouted integer,
  tested_laid integer,
  tested_on date,
  next_test_on date,
  next_test_reason text
) with (fillfactor = 70);
insert into lot_state (lot_id, on_hand, verdict, tested_sprouted, tested_laid, tested_on, next_test_on, next_test_reason)
  select id, on_hand, verdict, tested_sprouted, tested_laid, tested_on, next_test_on, next_test_reason from lot_written;

drop view lot;
alter table lot_written
  drop column on_hand, drop column verdict, drop column tested_sprouted, drop column tested_laid, drop column tested_on,
  drop column next_test_on, drop column next_test_reason;
create view lot as
  select lot_written.*, on_hand, verdict, tested_sprouted, tested_laid, tested_on, next_test_on, next_test_reason
  from lot_written join lot_state on lot_state.lot_id = lot_written.id
  where not exists (select from undone where undone.act_key = lot_written.act_key);
create index lot_next_test on lot_state (next_test_on, lot_id);

create function begin_lot_state() returns trigger language plpgsql security definer as $$
begin
  insert into lot_state (lot_id) values (new.id);
  return null;
end $$;
create trigger lot_has_a_state after insert on lot_written for each row execute function begin_lot_state();

create or replace function apply_movement() returns trigger language plpgsql security definer as $$
begin
  update lot_state set on_hand = on_hand
    + case when new.to_holding is not null then new.amount else 0 end
    - case when new.from_holding is not null then new.amount else 0 end
    where lot_id = new.lot_id
      and not exists (select from lot_written join undone on undone.act_key = lot_written.act_key where lot_written.id = new.lot_id);
  if not found then
    raise exception 'a lot that was withdrawn has no seed' using errcode = '23514', constraint = 'movement_of_standing_lot';
  end if;
  if new.from_holding is not null then update holding set balance = balance - new.amount where id = new.from_holding; end if;
  if new.to_holding is not null then update holding set balance = balance + new.amount where id = new.to_holding; end if;
  return null;
end $$;
create or replace function check_undone() returns trigger language plpgsql security definer as $$
begin
  if exists (select from lot_written join lot_state on lot_id = id where act_key = new.act_key and on_hand > 0) then
    raise exception 'a lot is withdrawn when its seed has gone back' using errcode = '23514', constraint = 'withdrawn_lot_is_empty';
  end if;
  return new;
end $$;
`;

/** The order in which the shelves are looked through, by crop and variety, kept with each lot so that a page of them is read off an index. */
const SHELF_ORDER = `
alter table lot_written add column shelf_key text;
update lot_written set shelf_key = crop.name || chr(1) || line.name from line join crop on crop.id = line.crop_id where line.id = line_id;
alter table lot_written alter column shelf_key set not null;
create index lot_by_shelf on lot_written (shelf_key, id desc);
create index lot_by_harvest on lot_written (harvested desc nulls last, id desc);
create index line_of_crop on line (crop_id, name);

create function keep_shelf_key() returns trigger language plpgsql security definer as $$
begin
  select crop.name || chr(1) || line.name into new.shelf_key from line join crop on crop.id = line.crop_id where line.id = new.line_id;
  return new;
end $$;
create trigger lot_has_a_shelf_key before insert or update of line_id on lot_written for each row execute function keep_shelf_key();
create function keep_shelf_keys() returns trigger language plpgsql security definer as $$
begin
  update lot_written set shelf_key = crop.name || chr(1) || line.name from line join crop on crop.id = line.crop_id
    where line.id = line_id and case when tg_table_name = 'line' then line.id::text else crop.id end = new.id::text;
  return null;
end $$;
create trigger line_keeps_shelf_keys after update of name on line for each row when (old.name <> new.name) execute function keep_shelf_keys();
create trigger crop_keeps_shelf_keys after update of name on crop for each row when (old.name <> new.name) execute function keep_shelf_keys();
`;

/** What the room's logger says, once a quarter of an hour: no act of anybody, and 35 000 of them a year. */
const ROOM_AIR = `
create table room_air (
  -- Quarters of an hour since 1970: of several servers one writes.
  slot bigint primary key,
  humidity numeric not null constraint room_humidity_is_a_share check (humidity >= 0 and humidity <= 1),
  celsius numeric not null constraint room_is_on_earth check (celsius between -40 and 60),
  read_at timestamptz not null
);
create index room_air_by_time on room_air (read_at desc);
alter table air_reading disable trigger air_reading_unchanging;
alter table act disable trigger act_unchanging;
insert into room_air (slot, humidity, celsius, read_at)
  select distinct on (slot) floor(extract(epoch from read_at) / 900) as slot, humidity, celsius, read_at
  from air_reading join act on act.key = act_key and act.kind = 'room air logged' order by slot, read_at;
with logged as (
  delete from air_reading using act where act.key = act_key and act.kind = 'room air logged' returning act_key
)
delete from act using logged where act.key = logged.act_key;
alter table air_reading enable trigger air_reading_unchanging;
alter table act enable trigger act_unchanging;
create trigger room_air_unchanging before update or delete on room_air for each row execute function refuse_change();
create trigger room_air_untruncated before truncate on room_air for each statement execute function refuse_change();
`;

/** What seed is kept in, as `core/stock/containers.ts` lists it; names from before there was a list stay, as open ones. */
const CONTAINERS = `
create table container (
  name text primary key,
  shuts boolean not null,
  breathes boolean not null,
  constraint shut_container_does_not_breathe check (not (shuts and breathes))
);
insert into container (name, shuts, breathes) values
  ('jar', true, false), ('tin', true, false), ('plastic bag', false, false), ('paper envelope', false, true), ('box', false, true),
  ('packets', false, true);
insert into container (name, shuts, breathes)
  select distinct container, false, true from (select container from holding union select container from warm_up) as used on conflict do nothing;
alter table holding add constraint holding_container_is_known foreign key (container) references container;
alter table warm_up add constraint warm_up_container_is_known foreign key (container) references container;
create index holding_in_container on holding (container);
create index warm_up_in_container on warm_up (container);
`;

const INDEXES = `
create index movement_of_act on movement (act_key);
create index movement_from on movement (from_holding) where from_holding is not null;
create index movement_to on movement (to_holding) where to_holding is not null;
create index lot_of_act on lot_written (act_key);
create index lot_of_garden on lot_written (garden_id);
create index hold_of_act on hold_written (act_key);
create index lift_of_act on hold_lift_written (act_key);
create index loan_of_act on loan_written (act_key);
create index return_of_act on loan_return_written (act_key);
create index close_of_act on loan_close_written (act_key);
create index evidence_of_act on evidence_written (act_key);
create index batch_of_act on batch_written (act_key);
create index step_of_act on batch_step_written (act_key);
create index weighing_of_act on weighing_written (act_key);
create index mark_of_check on seed_mark (check_id);
create index holding_at_place on holding (place_id);
create index garden_of_person on garden (person_id);
create index distance_from_other on garden_distance (other_id);
create index report_by_person on report (person_id);
create index draft_of_account on draft (account_id);
create index draft_of_loan on draft (loan_id);
create index parked_form_of_account on parked_form (account_id);
create index link_of_account on one_time_link (account_id);
create index trial_end_from_line on trial_end (old_line);
create index trial_end_to_line on trial_end (new_line);
create index act_search_key on act using gin (search_key(kind || ' ' || coalesce(subject, '')) gin_trgm_ops);
-- By it those that nobody came back for are forgotten.
alter table parked_form add column parked_at timestamptz not null default now();
create index test_ended on test_ending (ended_on desc, test_id desc);
create index session_by_end on session (expires_at);
`;

/** What the application may do; and a function with its owner's rights looks names up in this schema alone. */
const RIGHTS = `
grant select, update (verdict, tested_sprouted, tested_laid, tested_on, next_test_on, next_test_reason) on lot_state to kind_granary_app;
grant select on lot, container to kind_granary_app;
grant select, insert on lot_written, room_air to kind_granary_app;
grant update (kind, harvested, plants_harvested, donor_id, garden_id, line_id, search_text, treated, form, open_by, seeds_per_gram) on lot_written to kind_granary_app;
grant delete on session, one_time_link, wrong_try, parked_form to kind_granary_app;
do $$ declare name text; begin
  foreach name in array array['begin_lot_state', 'keep_shelf_key', 'keep_shelf_keys', 'apply_movement', 'check_undone'] loop
    execute format('alter function %I() set search_path = %I, pg_temp', name, current_schema());
  end loop;
end $$;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [SHELF_ORDER, STATE, ROOM_AIR, CONTAINERS, INDEXES, RIGHTS]) await sql.raw(part).execute(db);
}
