import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const FACTS = ['test_towel', 'test_photo'] as const;

const TESTS = `
-- How a test is laid: what it asks, on what, where, after what treatment, and on which days it is looked at.
alter table germination_test
  add column kind text not null default 'viability' constraint test_kind_is_known check (kind in ('viability', 'vigour in cold', 'vigour in heat')),
  add column medium text not null default 'paper towel' constraint test_medium_is_named check (length(trim(medium)) > 0),
  add column spot text not null default 'room' constraint test_spot_is_known check (spot in ('warm', 'room', 'cool')),
  add column treatments text[] not null default '{}' constraint test_treatments_are_known check (treatments <@ array['light', 'chill', 'soak', 'nick']),
  add column replicates smallint not null default 1 constraint test_replicates_in_range check (replicates between 1 and 8),
  add column check_days integer[] constraint test_is_looked_at check (check_days is null or cardinality(check_days) > 0),
  -- The picking or part of the lot that it was drawn from; null for all of it.
  add column part text,
  -- The first batch of a sequential test, for the batches after it; seeds of one batch.
  add column series_of bigint references germination_test,
  add column batch_seeds integer constraint test_batch_in_range check (batch_seeds between 1 and 100);
create index test_of_series on germination_test (series_of) where series_of is not null;

-- Seeds of each replicate, as laid and as put right: the newest row stands. Places are those that were ever numbered; one that nobody filled is marked absent.
create table test_towel (
  id bigint generated always as identity primary key,
  test_id bigint not null references germination_test,
  replicate smallint not null constraint towel_replicate_above_zero check (replicate > 0),
  seeds integer not null constraint towel_seeds_in_range check (seeds between 1 and 400),
  places integer not null constraint towel_places_hold_seeds check (places >= seeds),
  reason text constraint towel_reason_says_something check (length(trim(reason)) > 0),
  written_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index towel_of_test on test_towel (test_id, replicate, id);
insert into test_towel (test_id, replicate, seeds, places, written_on, written_by, act_key)
  select id, 1, seeds_laid, seeds_laid, laid_on, laid_by, act_key from germination_test;

create function lay_towels() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if new.seeds_laid % new.replicates <> 0 then
    raise exception 'replicates are laid of one size' using errcode = '23514', constraint = 'test_replicates_are_even';
  end if;
  insert into test_towel (test_id, replicate, seeds, places, written_on, written_by, act_key)
    select new.id, r, new.seeds_laid / new.replicates, new.seeds_laid / new.replicates, new.laid_on, new.laid_by, new.act_key
    from generate_series(1, new.replicates) r;
  return null;
end $$;
create trigger towels_are_laid after insert on germination_test for each row execute function lay_towels();

create function put_towel_right() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if exists (select from test_end where test_id = new.test_id) then
    raise exception 'an ended test is not laid again' using errcode = '23514', constraint = 'towel_before_the_end';
  end if;
  if new.replicate > (select replicates from germination_test where id = new.test_id for update) then
    raise exception 'no such replicate' using errcode = '23514', constraint = 'towel_is_of_the_test';
  end if;
  update germination_test set seeds_laid = (
    select sum(seeds) from (select distinct on (replicate) seeds from test_towel where test_id = new.test_id order by replicate, id desc) now
  ) where id = new.test_id;
  return null;
end $$;
create trigger towel_is_put_right after insert on test_towel for each row when (new.reason is not null) execute function put_towel_right();
`;

const COUNTS = `
alter table seed_mark add column replicate smallint not null default 1;
alter table seed_mark drop constraint seed_state_is_known;
alter table seed_mark add constraint seed_state_is_known
  check (state in ('waiting', 'sprouted', 'abnormal', 'hard', 'fresh', 'dead', 'absent'));
alter table test_check
  add column re_wetted boolean not null default false,
  add column mould boolean not null default false;
alter table test_end
  add column abnormal integer not null default 0,
  add column hard integer not null default 0,
  add column fresh integer not null default 0,
  add column dead integer not null default 0,
  add constraint test_kinds_not_negative check (least(abnormal, hard, fresh, dead) >= 0);

create or replace function check_mark() returns trigger language plpgsql security definer set search_path from current as $$
begin
  perform from germination_test where id = new.test_id for update;
  if new.seed not between 1 and (select coalesce(max(places), 0) from test_towel where test_id = new.test_id and replicate = new.replicate) then
    raise exception 'no such seed on this towel' using errcode = '23514', constraint = 'mark_is_on_the_towel';
  end if;
  if exists (select from test_end where test_id = new.test_id) then
    raise exception 'an ended test takes no more counts' using errcode = '23514', constraint = 'mark_before_the_end';
  end if;
  return new;
end $$;

create or replace function check_end() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if new.sprouted + new.abnormal + new.hard + new.fresh + new.dead > (select seeds_laid from germination_test where id = new.test_id for update) then
    raise exception 'more were seen than were laid' using errcode = '23514', constraint = 'test_not_more_than_laid';
  end if;
  update germination_test set next_count_on = null where id = new.test_id;
  return new;
end $$;

-- A photo of a towel: made anew here, smaller and without what the camera wrote into it.
create table test_photo (
  check_id bigint primary key references test_check,
  jpeg bytea not null constraint test_photo_is_small check (octet_length(jpeg) between 1 and 2000000),
  width integer not null,
  height integer not null,
  act_key uuid not null references act deferrable initially deferred
);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [TESTS, COUNTS, keepUnchanged(FACTS)]) await sql.raw(part).execute(db);
  await sql.raw(grantApp({ mayAdd: FACTS })).execute(db);
}
