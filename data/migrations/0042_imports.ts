import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const IMPORTS = `
-- A sheet on its way into the library: read, understood, reviewed and written in the background. Nothing of the library refers to it.
create table import (
  id uuid primary key,
  account_id bigint not null references account,
  file_name text not null,
  contents bytea,
  state text not null constraint import_state_is_known check (state in
    ('to read', 'columns', 'to review', 'reviewed', 'to write', 'done', 'failed')),
  act_key uuid not null unique,
  sheets jsonb not null default '[]',
  answers jsonb not null default '{}',
  questions jsonb not null default '[]',
  counts jsonb not null default '{}',
  only_good boolean not null default false,
  digest text,
  trouble text,
  steps_done integer not null default 0,
  steps integer not null default 0,
  is_cancelled boolean not null default false,
  version integer not null default 1,
  started_at timestamptz not null,
  changed_at timestamptz not null
);
create index import_of_account on import (account_id, changed_at desc);
create index import_waiting on import (changed_at) where state in ('to read', 'to review', 'to write');
create table import_row (
  import_id uuid not null references import on delete cascade,
  sheet smallint not null,
  at integer not null,
  cells text[] not null,
  heading text,
  -- Cells that were corrected, by their column.
  fixed jsonb,
  level text not null default 'good' constraint import_level_is_known check (level in ('good', 'assumed', 'doubtful', 'wrong')),
  is_known boolean not null default false,
  notes jsonb not null default '[]',
  primary key (import_id, sheet, at)
) with (fillfactor = 50);

-- What the columns of sheets with these heads hold, as somebody has settled it.
create table import_columns (
  heads text primary key,
  thing text not null,
  columns jsonb not null,
  saved_on date not null
);

-- Where what was imported comes from: file, sheet, row, and what was written there. What names a person is blanked when they are erased.
create table imported_row_written (
  act_key uuid not null references act deferrable initially deferred,
  file_name text not null,
  sheet text not null,
  at integer not null,
  print bytea not null,
  said text[] not null,
  lot_id bigint references lot_written,
  test_id bigint references germination_test_written,
  loan_id bigint references loan_written,
  person_id bigint references person,
  line_id bigint references line,
  place_id bigint references place,
  primary key (act_key, sheet, at)
);
create index imported_row_print on imported_row_written (print);
create index imported_row_lot on imported_row_written (lot_id) where lot_id is not null;
create index imported_row_test on imported_row_written (test_id) where test_id is not null;
create index imported_row_loan on imported_row_written (loan_id) where loan_id is not null;
create index imported_row_person on imported_row_written (person_id) where person_id is not null;
create index imported_row_line on imported_row_written (line_id) where line_id is not null;
create index imported_row_place on imported_row_written (place_id) where place_id is not null;
create view imported_row as select * from imported_row_written
  where not exists (select from undone where undone.act_key = imported_row_written.act_key);

-- What a lot is called where it came from: its number in a sheet, or its code in another library.
create table lot_origin_written (
  lot_id bigint primary key references lot_written,
  code text not null constraint lot_origin_has_a_code check (length(trim(code)) between 1 and 60),
  library text,
  act_key uuid not null references act deferrable initially deferred
);
create index lot_origin_code on lot_origin_written (lower(code));
create index lot_origin_act on lot_origin_written (act_key);
create view lot_origin as select * from lot_origin_written where not exists (select from undone where undone.act_key = lot_origin_written.act_key);

-- People, gardens, places, lines and other names that an import has added: they go with it when it is undone, as far as nobody else needs them.
create table import_made (
  act_key uuid not null references act deferrable initially deferred,
  what text not null constraint import_made_is_known check (what in ('person', 'garden', 'place', 'line', 'alias', 'story')),
  of_id bigint not null,
  name text not null default '',
  primary key (act_key, what, of_id, name)
);

-- Balances follow movements a statement at a time: for one movement that is what it was, for thousands it is one look at each balance.
create or replace function apply_movement() returns trigger language plpgsql security definer as $$
begin
  if exists (select from moved join lot_written on lot_written.id = moved.lot_id join undone on undone.act_key = lot_written.act_key) then
    raise exception 'a lot that was withdrawn has no seed' using errcode = '23514', constraint = 'movement_of_standing_lot';
  end if;
  update lot_state set on_hand = on_hand + change from (
    select lot_id as id, sum(case when to_holding is not null then amount else 0 end - case when from_holding is not null then amount else 0 end) as change
    from moved group by lot_id) as by_lot where lot_state.lot_id = by_lot.id;
  update holding set balance = balance + change from (
    select id, sum(change) as change from (
      select from_holding as id, -amount as change from moved where from_holding is not null
      union all select to_holding, amount from moved where to_holding is not null) as each group by id) as by_holding where holding.id = by_holding.id;
  return null;
end $$;
drop trigger movement_applies on movement;
create trigger movement_applies after insert on movement referencing new table as moved for each statement execute function apply_movement();
create or replace function begin_lot_state() returns trigger language plpgsql security definer as $$
begin
  insert into lot_state (lot_id) select id from begun;
  return null;
end $$;
drop trigger lot_has_a_state on lot_written;
create trigger lot_has_a_state after insert on lot_written referencing new table as begun for each statement execute function begin_lot_state();
do $$ begin execute format('alter function apply_movement() set search_path = %I, pg_temp', current_schema()); end $$;
do $$ begin execute format('alter function begin_lot_state() set search_path = %I, pg_temp', current_schema()); end $$;

-- A line that was written down before there was a lot of it; a place that is used no more.
alter table line add column is_listed boolean not null default false;
alter table place add column closed_on date;
`;

const FACTS = ['lot_origin_written', 'import_made'];

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({
    mayAdd: [...FACTS, 'import', 'import_row', 'import_columns', 'imported_row_written', 'imported_row', 'lot_origin'],
    mayUpdate: {
      import:
        'contents, state, sheets, answers, questions, counts, only_good, digest, trouble, steps_done, steps, is_cancelled, version, changed_at, file_name',
      import_row: 'fixed, level, is_known, notes',
      import_columns: 'thing, columns, saved_on',
      imported_row_written: 'said',
      line: 'is_listed',
      place: 'closed_on',
    },
    mayDelete: ['import', 'import_row', 'garden'],
  });
  for (const part of [IMPORTS, keepUnchanged(FACTS), app]) await sql.raw(part).execute(db);
}
