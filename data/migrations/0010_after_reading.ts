import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const FACTS = ['blend', 'potted', 'test_reopening'] as const;

const THRESHOLDS = `
-- Crops of which the house asks another germination, by id: shares {lend, full}.
alter table house add column crop_thresholds jsonb not null default '{}' constraint house_crop_thresholds_in_order
  check (not jsonb_path_exists(crop_thresholds, 'strict $.* ? (!(@.lend > 0 && @.lend < @.full && @.full < 1))'));
`;

const BLENDS = `
alter table movement drop constraint movement_kind_is_known, drop constraint movement_outside_is_known,
  add constraint movement_kind_is_known check (kind in ('received', 'returned in', 'cleaned', 'packed', 'unpacked', 'drawn for test', 'lent', 'given',
    'moved', 'discarded', 'found', 'missing', 'correction', 'blended')),
  add constraint movement_outside_is_known check (coalesce(from_outside, to_outside) is null
    or coalesce(from_outside, to_outside) in ('donors', 'tests', 'members', 'waste', 'count difference', 'blends'));

-- What was expected of a blend by the outlooks of its parents: where the forecast of its own begins.
create table blend (
  lot_id bigint primary key references lot,
  probit_mean numeric not null,
  probit_spread numeric not null constraint blend_spread_above_zero check (probit_spread > 0),
  blended_on date not null,
  blended_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);

create function check_blending() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if exists (select from hold where hold.lot_id = new.lot_id and not exists (select from hold_lift where hold_id = hold.id)) then
    raise exception 'a lot on hold is not blended into another' using errcode = '23514', constraint = 'blended_not_of_held_lot';
  end if;
  return new;
end $$;
create trigger blending_is_allowed before insert on movement for each row
  when (new.kind = 'blended' and new.from_holding is not null) execute function check_blending();
`;

const POTTED = `
-- Seedlings of a test that were potted up instead of thrown away.
create table potted (
  id bigint generated always as identity primary key,
  test_id bigint not null references germination_test,
  seedlings integer not null constraint potted_above_zero check (seedlings > 0),
  potted_on date not null,
  note text,
  potted_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index potted_of_test on potted (test_id);

create function check_potted() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if new.seedlings + (select coalesce(sum(seedlings), 0) from potted where test_id = new.test_id)
    > (select seeds_laid from germination_test where id = new.test_id for update) then
    raise exception 'more potted than laid' using errcode = '23514', constraint = 'potted_not_more_than_laid';
  end if;
  return new;
end $$;
create trigger potting_is_possible before insert on potted for each row execute function check_potted();
`;

const REOPENED = `
-- A test may end more than once: an end that somebody re-opened with a reason no longer stands.
alter table test_end rename to test_ending;
alter table test_ending drop constraint test_end_pkey;
alter table test_ending add column id bigint generated always as identity primary key;
create index ending_of_test on test_ending (test_id);
create table test_reopening (
  ending_id bigint primary key references test_ending,
  reason text not null constraint reopened_with_a_reason check (length(trim(reason)) > 0),
  reopened_on date not null,
  reopened_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create view test_end as
  select id, test_id, ended_on, outcome, sprouted, abnormal, hard, fresh, dead, reason, ended_by, act_key from test_ending
  where not exists (select from test_reopening where ending_id = test_ending.id);

create or replace function check_end() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if new.sprouted + new.abnormal + new.hard + new.fresh + new.dead > (select seeds_laid from germination_test where id = new.test_id for update) then
    raise exception 'more were seen than were laid' using errcode = '23514', constraint = 'test_not_more_than_laid';
  end if;
  if exists (select from test_end where test_id = new.test_id) then
    raise exception 'a test has one end that stands' using errcode = '23514', constraint = 'test_ends_once';
  end if;
  update germination_test set next_count_on = null where id = new.test_id;
  return new;
end $$;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [THRESHOLDS, BLENDS, POTTED, REOPENED, keepUnchanged(FACTS)]) await sql.raw(part).execute(db);
  await sql.raw(grantApp({ mayAdd: FACTS, mayRead: ['test_end'], mayUpdate: { house: 'crop_thresholds' } })).execute(db);
}
