import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const GROW_OUTS = `
-- Seed of a lot that is to be grown out for the library; what becomes of it is told step by step.
create table grow_out_written (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot_written,
  plants integer not null constraint grow_out_of_some_plants check (plants between 1 and 10000),
  seeds integer not null constraint grow_out_sows_some check (seeds between 1 and 1000000),
  sow_from date not null,
  back_by date not null constraint grow_out_comes_back_later check (back_by > sow_from),
  note text,
  proposed_on date not null,
  proposed_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index grow_out_of_lot on grow_out_written (lot_id);
create table grow_out_step_written (
  id bigint generated always as identity primary key,
  grow_out_id bigint not null references grow_out_written,
  step text not null constraint grow_out_step_is_known check (step in ('agreed', 'handed over', 'failed', 'dropped')),
  grower_id bigint references person constraint grow_out_agreed_with_somebody check (step <> 'agreed' or grower_id is not null),
  reason text,
  happened_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint grow_out_ended_for_a_reason check (step not in ('dropped', 'failed') or reason is not null)
);
create index step_of_grow_out on grow_out_step_written (grow_out_id);
create index grow_out_step_of_grower on grow_out_step_written (grower_id);
create index grow_out_act on grow_out_written (act_key);
create index grow_out_step_act on grow_out_step_written (act_key);
-- Seed that is handed over for a grow-out is sown, never lent.
alter table movement drop constraint movement_kind_is_known, drop constraint movement_outside_is_known,
  add constraint movement_kind_is_known check (kind in ('received', 'returned in', 'cleaned', 'packed', 'unpacked', 'drawn for test', 'lent', 'given',
    'moved', 'discarded', 'found', 'missing', 'correction', 'blended', 'sown')),
  add constraint movement_outside_is_known check (coalesce(from_outside, to_outside) is null
    or coalesce(from_outside, to_outside) in ('donors', 'tests', 'members', 'waste', 'count difference', 'blends', 'growers'));

create view grow_out as select * from grow_out_written
  where not exists (select from undone where undone.act_key = grow_out_written.act_key);
create view grow_out_step as select * from grow_out_step_written
  where not exists (select from undone where undone.act_key = grow_out_step_written.act_key);

create function check_grow_out_step() returns trigger language plpgsql security definer as $$
begin
  perform from grow_out_written where id = new.grow_out_id for update;
  if exists (select from grow_out_step where grow_out_id = new.grow_out_id and step in ('dropped', 'failed')) then
    raise exception 'a grow-out ends once' using errcode = '23505', constraint = 'grow_out_ends_once';
  end if;
  return new;
end $$;
create trigger grow_out_step_is_possible before insert on grow_out_step_written for each row execute function check_grow_out_step();
do $$ begin
  execute format('alter function check_grow_out_step() set search_path = %I, pg_temp', current_schema());
end $$;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const tables = ['grow_out_written', 'grow_out_step_written'];
  const app = grantApp({ mayAdd: tables, mayRead: ['grow_out', 'grow_out_step'] });
  for (const part of [GROW_OUTS, keepUnchanged(tables), app]) await sql.raw(part).execute(db);
}
