import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const DESK = `
-- When seed of a loan is expected instead, as agreed with its member; the newest word counts.
create table loan_due_written (
  id bigint generated always as identity primary key,
  loan_id bigint not null references loan_written,
  due_on date not null,
  why text constraint loan_due_says_something check (length(trim(why)) > 0),
  agreed_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index loan_due_of on loan_due_written (loan_id, id desc);
create index loan_due_act on loan_due_written (act_key);
create view loan_due as select distinct on (loan_id) * from loan_due_written
  where not exists (select from undone where undone.act_key = loan_due_written.act_key) order by loan_id, id desc;

-- What a member says became of a loan, once; and what the library answers.
create table loan_told_written (
  id bigint generated always as identity primary key,
  loan_id bigint not null references loan_written,
  what text not null constraint loan_told_is_known check (what in ('failed crop')),
  note text,
  told_on date not null,
  told_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index loan_told_of on loan_told_written (loan_id);
create index loan_told_act on loan_told_written (act_key);
create view loan_told as select * from loan_told_written where not exists (select from undone where undone.act_key = loan_told_written.act_key);
create trigger loan_told_once before insert on loan_told_written for each row execute function happens_once('loan_told', 'loan_id', 'loan_told_once');
create table loan_answer_written (
  id bigint generated always as identity primary key,
  told_id bigint not null references loan_told_written,
  answer text not null constraint loan_answer_says_something check (length(trim(answer)) > 0),
  answered_on date not null,
  answered_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index loan_answer_of on loan_answer_written (told_id);
create index loan_answer_act on loan_answer_written (act_key);
create view loan_answer as select * from loan_answer_written where not exists (select from undone where undone.act_key = loan_answer_written.act_key);
create trigger loan_answered_once before insert on loan_answer_written
  for each row execute function happens_once('loan_answer', 'told_id', 'loan_answered_once');

create function keep_open_loan_due() returns trigger language plpgsql security definer as $$
begin
  update open_loan set due_on = new.due_on where loan_id = new.loan_id;
  return null;
end $$;
create trigger loan_due_moves after insert on loan_due_written for each row execute function keep_open_loan_due();
create or replace function keep_open_after_undo() returns trigger language plpgsql security definer as $$
begin
  delete from open_loan where loan_id in (select id from loan_written where act_key = new.act_key);
  insert into open_loan (loan_id, due_on)
    select loan.id, coalesce(loan_due.due_on, loan.due_on) from loan join loan_close_written as closing on closing.loan_id = loan.id
    left join loan_due on loan_due.loan_id = loan.id
    where closing.act_key = new.act_key
    on conflict do nothing;
  update open_loan set due_on = coalesce(loan_due.due_on, loan.due_on) from loan left join loan_due on loan_due.loan_id = loan.id
    where loan.id = open_loan.loan_id and loan.id in (select loan_id from loan_due_written where act_key = new.act_key);
  return null;
end $$;

-- A member with packets of a recalled lot who was called.
create table recall_told_written (
  id bigint generated always as identity primary key,
  hold_id bigint not null references hold_written,
  member_id bigint not null references person,
  told_on date not null,
  told_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index recall_told_of on recall_told_written (hold_id, member_id);
create index recall_told_member on recall_told_written (member_id);
create index recall_told_act on recall_told_written (act_key);
create view recall_told as select * from recall_told_written
  where not exists (select from undone where undone.act_key = recall_told_written.act_key);

-- How far a want has got: asked elsewhere, ordered, arrived, or wanted as before.
create table want_state_written (
  id bigint generated always as identity primary key,
  line_id bigint not null references line,
  state text not null constraint want_state_is_known check (state in ('open', 'asked', 'ordered', 'arrived')),
  whom text,
  written_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index want_state_of on want_state_written (line_id, id desc);
create index want_state_act on want_state_written (act_key);
create view want_state as select distinct on (line_id) * from want_state_written
  where not exists (select from undone where undone.act_key = want_state_written.act_key) order by line_id, id desc;

-- A school class or a club borrows as one and reports as one: how many they are, and who speaks for them.
alter table person
  add column group_of integer constraint person_group_of_some check (group_of between 2 and 10000),
  add column contact text;

-- An address at which a donor sees what became of their seed.
create table donor_address (
  token_hash bytea primary key,
  person_id bigint not null references person,
  made_at timestamptz not null default now(),
  revoked_at timestamptz
);
create unique index donor_address_of_person on donor_address (person_id) where revoked_at is null;
create index donor_address_by_person on donor_address (person_id);

-- The place in which the room's logger hangs.
alter table place add column has_logger boolean not null default false;
create unique index place_of_logger on place (has_logger) where has_logger;

-- A tablet that several helpers share: who works at it now, as long as somebody touches it.
alter table account add column pin_hash text;
alter table session
  add column is_shared boolean not null default false,
  add column worker_id bigint references account,
  add column touched_at timestamptz;
create index session_worker on session (worker_id) where worker_id is not null;

do $$ begin execute format('alter function keep_open_loan_due() set search_path = %I, pg_temp', current_schema()); end $$;
do $$ begin execute format('alter function keep_open_after_undo() set search_path = %I, pg_temp', current_schema()); end $$;
`;

const FACTS = ['loan_due_written', 'loan_told_written', 'loan_answer_written', 'recall_told_written', 'want_state_written'];

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({
    mayAdd: [...FACTS, 'loan_told', 'loan_answer', 'recall_told', 'donor_address'],
    mayRead: ['loan_due', 'want_state'],
    mayUpdate: {
      person: 'group_of, contact',
      donor_address: 'revoked_at',
      place: 'has_logger',
      account: 'pin_hash',
      session: 'is_shared, worker_id, touched_at',
    },
  });
  for (const part of [DESK, keepUnchanged(FACTS), app]) await sql.raw(part).execute(db);
}
