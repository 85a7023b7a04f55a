import { sql, type Kysely } from 'kysely';

/** Tables whose rows are facts: the application may add to them, nobody may change them. */
const APPEND_ONLY = [
  'act',
  'movement',
  'hold',
  'hold_lift',
  'lot_parent',
  'test_check',
  'seed_mark',
  'test_end',
  'loan',
  'loan_return',
  'loan_close',
] as const;

const TABLES = `
create extension if not exists pg_trgm;

create table house (
  the_one boolean primary key default true constraint house_is_one check (the_one),
  name text not null,
  time_zone text not null,
  last_frost text not null constraint house_last_frost_is_a_day check (last_frost ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'),
  first_frost text not null constraint house_first_frost_is_a_day check (first_frost ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'),
  lending_opens text not null constraint house_opening_is_a_day check (lending_opens ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'),
  lend_threshold numeric not null default 0.5,
  full_threshold numeric not null default 0.8,
  sureness numeric not null default 0.8,
  version integer not null default 1,
  constraint house_thresholds_in_order check (0 < lend_threshold and lend_threshold < full_threshold and full_threshold < 1),
  constraint house_sureness_is_a_probability check (sureness > 0.5 and sureness < 1)
);

create table crop (
  id text primary key,
  name text not null,
  facts jsonb not null
);

create table person (
  id bigint generated always as identity primary key,
  name text not null constraint person_has_a_name check (length(trim(name)) > 0),
  email text, phone text, note text,
  is_member boolean not null default false,
  erased_at timestamptz,
  version integer not null default 1,
  created_at timestamptz not null default now()
);
create index person_name_trgm on person using gin (name gin_trgm_ops);

create table garden (
  id bigint generated always as identity primary key,
  person_id bigint references person,
  name text not null
);
create unique index garden_name_once_per_person on garden (coalesce(person_id, 0), lower(name));

create table account (
  id bigint generated always as identity primary key,
  person_id bigint not null unique references person,
  email text not null,
  password_hash text,
  role text not null constraint account_role_is_known check (role in ('coordinator', 'helper', 'grower', 'member')),
  closed_at timestamptz,
  created_at timestamptz not null default now()
);
create unique index account_email_once on account (lower(email));

create table session (
  token_hash bytea primary key,
  account_id bigint not null references account,
  device text not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  revoked_at timestamptz
);
create index session_of_account on session (account_id);

create table one_time_link (
  token_hash bytea primary key,
  account_id bigint references account,
  expires_at timestamptz not null,
  used_at timestamptz
);

create table wrong_try (
  id bigint generated always as identity primary key,
  who text not null,
  at timestamptz not null
);
create index wrong_try_who on wrong_try (who, at);

create table parked_form (
  id uuid primary key default gen_random_uuid(),
  account_id bigint not null references account,
  path text not null,
  fields jsonb not null,
  parked_at timestamptz not null default now()
);

create table act (
  key uuid primary key,
  kind text not null,
  subject text,
  account_id bigint references account,
  written_at timestamptz not null default now(),
  answer jsonb not null
);
create index act_written on act (written_at desc);

create table line (
  id bigint generated always as identity primary key,
  crop_id text not null references crop,
  name text not null constraint line_has_a_name check (length(trim(name)) > 0),
  aim text not null default 'keep true' constraint line_aim_is_known check (aim in ('keep true', 'let adapt'))
);
create unique index line_name_once_per_crop on line (crop_id, lower(name));

create table lot_code_counter (year integer primary key, last integer not null);

create table lot (
  id bigint generated always as identity primary key,
  code text not null constraint lot_code_once unique constraint lot_code_reads check (code ~ '^[0-9]{2}-[0-9]{4,}-[A-HJ-NP-Z]$'),
  line_id bigint not null references line,
  origin text not null constraint lot_origin_is_known check (origin in ('donated', 'bought', 'found', 'returned')),
  kind text not null constraint lot_kind_is_known check (kind in ('open-pollinated', 'F1', 'crossed', 'unknown')),
  unit text not null constraint lot_unit_is_known check (unit in ('seed', 'mg')),
  seeds_per_gram numeric not null constraint lot_seeds_per_gram_above_zero check (seeds_per_gram > 0),
  donor_id bigint references person,
  garden_id bigint references garden,
  harvested text constraint lot_harvest_is_a_date check (harvested ~ '^[0-9]{4}(-(0[1-9]|1[0-2])(-(0[1-9]|[12][0-9]|3[01]))?)?$'),
  plants_harvested integer constraint lot_plants_above_zero check (plants_harvested > 0),
  isolation jsonb not null,
  stored_so_far text,
  unknowns text[] not null default '{}',
  generation integer constraint lot_generation_not_negative check (generation >= 0),
  note text,
  taken_in_on date not null,
  search_text text not null,
  on_hand bigint not null default 0 constraint lot_never_below_zero check (on_hand >= 0),
  verdict text constraint lot_verdict_is_known check (verdict in ('full strength', 'sow thicker', 'not settled', 'do not lend')),
  tested_sprouted integer, tested_laid integer, tested_on date,
  next_test_on date, next_test_reason text,
  act_key uuid not null,
  constraint lot_harvest_known_or_not check (harvested is null or not ('harvest' = any (unknowns))),
  constraint lot_plants_known_or_not check (plants_harvested is null or not ('plants' = any (unknowns))),
  constraint lot_not_taken_in_before_harvest check (harvested is null or left(harvested, 4)::integer <= extract(year from taken_in_on))
);
create index lot_of_line on lot (line_id);
create index lot_of_donor on lot (donor_id);
create index lot_search_trgm on lot using gin (search_text gin_trgm_ops);
create index lot_next_test on lot (next_test_on) where on_hand > 0;
create index lot_by_taken_in on lot (taken_in_on desc, id desc);

create table lot_parent (
  child_id bigint not null references lot,
  parent_id bigint not null references lot,
  primary key (child_id, parent_id),
  constraint lot_parent_is_older check (parent_id < child_id)
);
create index lot_children on lot_parent (parent_id);

create table place (id bigint generated always as identity primary key, name text not null constraint place_has_a_name check (length(trim(name)) > 0));
create unique index place_name_once on place (lower(name));

create table holding (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  place_id bigint not null references place,
  container text not null,
  balance bigint not null default 0 constraint holding_never_below_zero check (balance >= 0),
  unique (id, lot_id)
);
create index holding_of_lot on holding (lot_id);

create table movement (
  id bigint generated always as identity primary key,
  act_key uuid not null references act deferrable initially deferred,
  lot_id bigint not null references lot,
  kind text not null constraint movement_kind_is_known check (kind in ('received', 'returned in', 'drawn for test', 'lent', 'given', 'moved', 'discarded', 'found', 'missing', 'correction')),
  from_holding bigint, from_outside text, to_holding bigint, to_outside text,
  amount bigint not null constraint movement_amount_above_zero check (amount > 0),
  typed text, reason text,
  happened_on date not null,
  written_at timestamptz not null default now(),
  person_id bigint references person,
  foreign key (from_holding, lot_id) references holding (id, lot_id),
  foreign key (to_holding, lot_id) references holding (id, lot_id),
  constraint movement_has_one_source check (num_nonnulls(from_holding, from_outside) = 1),
  constraint movement_has_one_goal check (num_nonnulls(to_holding, to_outside) = 1),
  constraint movement_touches_the_house check (num_nonnulls(from_holding, to_holding) >= 1),
  constraint movement_goes_somewhere check (from_holding <> to_holding),
  constraint movement_outside_is_known check (coalesce(from_outside, to_outside) is null or coalesce(from_outside, to_outside) in ('donors', 'tests', 'members', 'waste', 'count difference'))
);
create index movement_of_lot on movement (lot_id, id);

create table hold (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  kind text not null constraint hold_kind_is_known check (kind in ('drying', 'pests', 'test', 'trial', 'identity', 'rules', 'recall')),
  reason text not null constraint hold_has_a_reason check (length(trim(reason)) > 0),
  set_on date not null,
  set_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index hold_of_lot on hold (lot_id);
create table hold_lift (
  hold_id bigint primary key references hold,
  reason text not null constraint hold_lift_has_a_reason check (length(trim(reason)) > 0),
  lifted_on date not null,
  lifted_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);

create table germination_test (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  laid_on date not null,
  seeds_laid integer not null constraint test_size_in_range check (seeds_laid between 1 and 400),
  counted text not null constraint test_counted_is_known check (counted in ('normal seedlings', 'any root')),
  celsius integer not null constraint test_warmth_in_range check (celsius between 1 and 45),
  first_count_days integer not null, final_count_days integer not null,
  next_count_on date,
  laid_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index test_of_lot on germination_test (lot_id);
create index test_open on germination_test (next_count_on) where next_count_on is not null;
create table test_check (
  id bigint generated always as identity primary key,
  test_id bigint not null references germination_test,
  checked_on date not null,
  note text,
  checked_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index check_of_test on test_check (test_id, id);
create table seed_mark (
  id bigint generated always as identity primary key,
  check_id bigint not null references test_check,
  test_id bigint not null references germination_test,
  seed integer not null,
  state text not null constraint seed_state_is_known check (state in ('waiting', 'sprouted', 'dead'))
);
create index mark_of_test on seed_mark (test_id, id);
create table test_end (
  test_id bigint primary key references germination_test,
  ended_on date not null,
  outcome text not null constraint test_outcome_is_known check (outcome in ('read', 'abandoned')),
  sprouted integer not null constraint test_sprouted_not_negative check (sprouted >= 0),
  reason text,
  ended_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint test_abandoned_with_a_reason check (outcome = 'read' or length(trim(coalesce(reason, ''))) > 0)
);

create table loan (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  member_id bigint not null references person,
  packets integer not null constraint loan_packets_in_range check (packets between 1 and 100),
  seeds_per_packet integer not null constraint loan_packet_size_above_zero check (seeds_per_packet > 0),
  lent_on date not null,
  due_on date not null,
  override_reason text,
  lent_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint loan_due_after_lent check (due_on > lent_on)
);
create index loan_of_lot on loan (lot_id);
create index loan_of_member on loan (member_id);
-- The loans without a closing row, kept by triggers: a long-lived library has few open loans among very many.
create table open_loan (
  loan_id bigint primary key references loan,
  due_on date not null
);
create index open_loan_due on open_loan (due_on, loan_id);
create table loan_return (
  loan_id bigint not null references loan,
  lot_id bigint primary key references lot,
  returned_on date not null,
  act_key uuid not null references act deferrable initially deferred
);
create index return_of_loan on loan_return (loan_id);
create table loan_close (
  loan_id bigint primary key references loan,
  outcome text not null constraint loan_outcome_is_known check (outcome in ('returned', 'failed crop', 'kept on', 'written off')),
  closed_on date not null,
  note text,
  closed_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
`;

const RULES = `
create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'rows of % are facts and are never changed: write a correcting row', tg_table_name using errcode = '23514', constraint = 'append_only';
end $$;

-- The kept balances move only here, in the transaction of the movement itself; locking the lot first makes two desks wait for each other.
create function apply_movement() returns trigger language plpgsql security definer set search_path from current as $$
begin
  update lot set on_hand = on_hand
    + case when new.to_holding is not null then new.amount else 0 end
    - case when new.from_holding is not null then new.amount else 0 end
    where id = new.lot_id;
  if new.from_holding is not null then update holding set balance = balance - new.amount where id = new.from_holding; end if;
  if new.to_holding is not null then update holding set balance = balance + new.amount where id = new.to_holding; end if;
  return null;
end $$;
create trigger movement_applies after insert on movement for each row execute function apply_movement();

create function check_loan() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if (select kind from lot where id = new.lot_id for update) = 'F1' then
    raise exception 'a hybrid is not lent under its name' using errcode = '23514', constraint = 'loan_not_of_hybrid';
  end if;
  if exists (select from hold where hold.lot_id = new.lot_id and not exists (select from hold_lift where hold_id = hold.id)) then
    raise exception 'a lot on hold is not lent' using errcode = '23514', constraint = 'loan_not_of_held_lot';
  end if;
  return new;
end $$;
create trigger loan_is_allowed before insert on loan for each row execute function check_loan();

create function keep_open_loan() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if tg_table_name = 'loan' then insert into open_loan (loan_id, due_on) values (new.id, new.due_on);
  else delete from open_loan where loan_id = new.loan_id;
  end if;
  return null;
end $$;
create trigger loan_opens after insert on loan for each row execute function keep_open_loan();
create trigger loan_closes after insert on loan_close for each row execute function keep_open_loan();

create function lock_held_lot() returns trigger language plpgsql security definer set search_path from current as $$
begin
  perform from lot where id = new.lot_id for update;
  return new;
end $$;
create trigger hold_waits_for_lending before insert on hold for each row execute function lock_held_lot();

create function check_mark() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if new.seed not between 1 and (select seeds_laid from germination_test where id = new.test_id for update) then
    raise exception 'no such seed on this towel' using errcode = '23514', constraint = 'mark_is_on_the_towel';
  end if;
  if exists (select from test_end where test_id = new.test_id) then
    raise exception 'an ended test takes no more counts' using errcode = '23514', constraint = 'mark_before_the_end';
  end if;
  return new;
end $$;
create trigger mark_is_possible before insert on seed_mark for each row execute function check_mark();

create function check_end() returns trigger language plpgsql security definer set search_path from current as $$
begin
  if new.sprouted > (select seeds_laid from germination_test where id = new.test_id for update) then
    raise exception 'more sprouted than were laid' using errcode = '23514', constraint = 'test_not_more_than_laid';
  end if;
  update germination_test set next_count_on = null where id = new.test_id;
  return new;
end $$;
create trigger end_is_possible before insert on test_end for each row execute function check_end();
`;

/** What the application's role may change, column by column; everything else it may only read and add. */
const MAY_UPDATE: Record<string, string> = {
  house: 'name, time_zone, last_frost, first_frost, lending_opens, lend_threshold, full_threshold, sureness, version',
  person: 'name, email, phone, note, is_member, erased_at, version',
  account: 'email, password_hash, role, closed_at',
  session: 'expires_at, revoked_at',
  one_time_link: 'used_at',
  lot_code_counter: 'last',
  lot: 'verdict, tested_sprouted, tested_laid, tested_on, next_test_on, next_test_reason',
  holding: 'place_id, container',
  garden: 'name',
  germination_test: 'next_count_on',
};

const READ_ONLY = ['crop', 'open_loan', 'kysely_migration', 'kysely_migration_lock'];
const MAY_DELETE = ['wrong_try', 'parked_form'];

function guards(): string {
  const unchanging = APPEND_ONLY.map(
    (table) => `
    create trigger ${table}_unchanging before update or delete on ${table} for each row execute function refuse_change();
    create trigger ${table}_untruncated before truncate on ${table} for each statement execute function refuse_change();`,
  );
  return unchanging.join('');
}

function privileges(): string {
  return `
do $$ begin
  if not exists (select from pg_roles where rolname = 'kind_granary_app') then create role kind_granary_app nologin; end if;
  execute format('grant usage on schema %I to kind_granary_app', current_schema());
  execute format('grant select, insert on all tables in schema %I to kind_granary_app', current_schema());
end $$;
${READ_ONLY.map((table) => `revoke insert on ${table} from kind_granary_app;`).join('\n')}
${Object.entries(MAY_UPDATE)
  .map(([table, columns]) => `grant update (${columns}) on ${table} to kind_granary_app;`)
  .join('\n')}
${MAY_DELETE.map((table) => `grant delete on ${table} to kind_granary_app;`).join('\n')}`;
}

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [TABLES, RULES, guards(), privileges()]) await sql.raw(part).execute(db);
}
