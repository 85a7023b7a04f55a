import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

/** Facts that an act may have written by mistake: under their old name stand those whose act nobody has undone. */
const UNDOABLE = {
  lot: '*',
  evidence: '*',
  hold: '*',
  hold_lift: 'hold_id, reason, lifted_on, lifted_by, act_key',
  loan: '*',
  loan_return: '*',
  loan_close: 'loan_id, outcome, closed_on, note, closed_by, act_key',
  batch: '*',
  batch_step: '*',
  weighing: '*',
} as const;

const UNDONE = `
create table undone (
  act_key uuid primary key references act,
  by_act uuid not null constraint undoing_of_one_act unique references act deferrable initially deferred,
  constraint undone_by_another_act check (act_key <> by_act)
);
create index act_of_account on act (account_id, written_at desc);

-- What was lifted or closed by mistake is lifted or closed again: once at a time, not once for ever.
alter table hold_lift drop constraint hold_lift_pkey;
alter table hold_lift add column id bigint generated always as identity primary key;
create index lift_of_hold on hold_lift (hold_id);
alter table loan_close drop constraint loan_close_pkey;
alter table loan_close add column id bigint generated always as identity primary key;
create index close_of_loan on loan_close (loan_id);
`;

const views = Object.entries(UNDOABLE)
  .map(
    ([table, columns]) => `
alter table ${table} rename to ${table}_written;
create view ${table} as select ${columns} from ${table}_written
  where not exists (select from undone where undone.act_key = ${table}_written.act_key);`,
  )
  .join('');

const RULES = `
create function check_lift() returns trigger language plpgsql security definer as $$
begin
  perform from hold_written where id = new.hold_id for update;
  if exists (select from hold_lift where hold_id = new.hold_id) then
    raise exception 'a hold is lifted once' using errcode = '23505', constraint = 'hold_lifted_once';
  end if;
  return new;
end $$;
create trigger lift_is_possible before insert on hold_lift_written for each row execute function check_lift();

create function check_close() returns trigger language plpgsql security definer as $$
begin
  perform from loan_written where id = new.loan_id for update;
  if exists (select from loan_close where loan_id = new.loan_id) then
    raise exception 'a loan is closed once' using errcode = '23505', constraint = 'loan_closed_once';
  end if;
  return new;
end $$;
create trigger close_is_possible before insert on loan_close_written for each row execute function check_close();

create or replace function keep_open_loan() returns trigger language plpgsql security definer as $$
begin
  if tg_table_name = 'loan_written' then insert into open_loan (loan_id, due_on) values (new.id, new.due_on);
  else delete from open_loan where loan_id = new.loan_id;
  end if;
  return null;
end $$;

-- A loan that was undone is open no more; one whose closing was undone is open again.
create function keep_open_after_undo() returns trigger language plpgsql security definer as $$
begin
  delete from open_loan where loan_id in (select id from loan_written where act_key = new.act_key);
  insert into open_loan (loan_id, due_on)
    select loan.id, loan.due_on from loan join loan_close_written as closing on closing.loan_id = loan.id
    where closing.act_key = new.act_key
    on conflict do nothing;
  return null;
end $$;
create trigger undoing_keeps_open_loans after insert on undone for each row execute function keep_open_after_undo();

-- A lot that was withdrawn has no balance to keep: whoever moves its seed is wrong.
create or replace function apply_movement() returns trigger language plpgsql security definer as $$
begin
  update lot set on_hand = on_hand
    + case when new.to_holding is not null then new.amount else 0 end
    - case when new.from_holding is not null then new.amount else 0 end
    where id = new.lot_id;
  if not found then
    raise exception 'a lot that was withdrawn has no seed' using errcode = '23514', constraint = 'movement_of_standing_lot';
  end if;
  if new.from_holding is not null then update holding set balance = balance - new.amount where id = new.from_holding; end if;
  if new.to_holding is not null then update holding set balance = balance + new.amount where id = new.to_holding; end if;
  return null;
end $$;
create function check_undone() returns trigger language plpgsql security definer as $$
begin
  if exists (select from lot_written where act_key = new.act_key and on_hand > 0) then
    raise exception 'a lot is withdrawn when its seed has gone back' using errcode = '23514', constraint = 'withdrawn_lot_is_empty';
  end if;
  return new;
end $$;
create trigger undoing_is_possible before insert on undone for each row execute function check_undone();
`;

/** A function with its owner's rights looks names up in this schema alone, whatever its caller's path says. */
const PINNED = `
do $$ declare name text; begin
  foreach name in array array['check_lift', 'check_close', 'keep_open_loan', 'keep_open_after_undo', 'apply_movement', 'check_undone'] loop
    execute format('alter function %I() set search_path = %I, pg_temp', name, current_schema());
  end loop;
end $$;`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [UNDONE, views, RULES, PINNED, keepUnchanged(['undone'])]) await sql.raw(part).execute(db);
  const names = Object.keys(UNDOABLE);
  await sql
    .raw(
      grantApp({
        mayAdd: ['undone', ...names],
        mayUpdate: {
          lot: 'kind, harvested, plants_harvested, donor_id, garden_id, line_id, search_text, treated, form, open_by, seeds_per_gram, verdict, tested_sprouted, tested_laid, tested_on, next_test_on, next_test_reason',
        },
      }),
    )
    .execute(db);
}
