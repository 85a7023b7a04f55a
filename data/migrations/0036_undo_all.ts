import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

/** Facts that may be written by mistake: under their old name stand those whose act nobody has undone. */
const UNDOABLE = [
  'batch_check',
  'air_reading',
  'treatment',
  'warm_up',
  'purity_card',
  'method_trial',
  'method_trial_arm',
  'germination_test',
  'test_towel',
  'test_check',
  'test_ending',
  'potted',
  'quick_look',
  'emergence',
  'incident',
  'report',
  'trial',
  'passport',
  'place_climate',
] as const;

/** What ends something, once at a time: its columns, the first of which says what it ends, and the rule by its name. */
const ENDS = {
  batch_end: ['batch_id, outcome, clean, typed, reason, ended_at, ended_by, act_key', 'batch_ends_once'],
  treatment_opening: ['treatment_id, opened_on, early, reason, opened_by, act_key', 'treatment_opened_once'],
  warm_up_end: ['warm_up_id, opened_at, early, opened_by, act_key', 'warm_up_ends_once'],
  method_trial_end: ['trial_id, learnt, rule, ended_on, ended_by, act_key', 'method_trial_ends_once'],
  test_reopening: ['ending_id, reason, reopened_on, reopened_by, act_key', 'test_reopened_once'],
  trial_end: ['trial_id, outcome, reason, old_line, new_line, ended_on, ended_by, act_key', 'trial_ends_once'],
} as const;

const standing = (table: string, columns = '*') => `
alter table ${table} rename to ${table}_written;
create index ${table}_act on ${table}_written (act_key);
create view ${table} as select ${columns} from ${table}_written
  where not exists (select from undone where undone.act_key = ${table}_written.act_key);`;

const onceAtATime = (table: string, of: string, rule: string) => `
create trigger ${rule} before insert on ${table}_written for each row execute function happens_once('${table}', '${of}', '${rule}');`;

const FACTS = `
alter table undone add column reason text constraint undone_for_a_reason check (length(trim(reason)) > 0);

-- What was ended by mistake ends again: once at a time, not once for ever. Two that end it at once wait for each other.
create function happens_once() returns trigger language plpgsql security definer as $$
declare of_what bigint := (to_jsonb(new) ->> tg_argv[1])::bigint; stands boolean;
begin
  perform pg_advisory_xact_lock(hashtextextended(tg_argv[2], of_what));
  execute format('select exists (select from %I where %I = $1)', tg_argv[0], tg_argv[1]) into stands using of_what;
  if stands then
    raise exception 'it has happened already' using errcode = '23505', constraint = tg_argv[2];
  end if;
  return new;
end $$;

-- What a gram held before the sample was parted, which it holds again when that is undone.
alter table purity_card add column per_gram_before numeric constraint purity_before_above_zero check (per_gram_before > 0);
-- A lot goes through one comparison at a time.
alter table method_trial_arm drop constraint trial_arm_is_one_lot;
create index trial_arm_of_lot on method_trial_arm (lot_id);

drop view test_end;
${UNDOABLE.map((table) => standing(table)).join('')}
${Object.entries(ENDS)
  .map(
    ([table, [columns, rule]]) => `
alter table ${table} drop constraint ${table}_pkey;
alter table ${table} add column id bigint generated always as identity primary key;
create index ${table}_of on ${table} (${columns.split(',')[0]});
${standing(table, columns)}
${onceAtATime(table, columns.split(',')[0]!, rule)}`,
  )
  .join('')}
${onceAtATime('method_trial_arm', 'lot_id', 'trial_arm_is_one_lot')}
create view test_end as select id, test_id, ended_on, outcome, sprouted, abnormal, hard, fresh, dead, reason, ended_by, act_key from test_ending
  where not exists (select from test_reopening where test_reopening.ending_id = test_ending.id);

-- The seeds of a look that was undone are as they were before it.
alter table seed_mark rename to seed_mark_written;
create view seed_mark as select * from seed_mark_written where not exists (
  select from test_check_written as look join undone on undone.act_key = look.act_key where look.id = seed_mark_written.check_id);

-- Of a test whose number was put right by mistake the number before counts; one that has ended, or was never laid, waits for no count.
create function keep_tests_after_undo() returns trigger language plpgsql security definer as $$
begin
  update germination_test_written as test set seeds_laid = (
    select sum(seeds) from (select distinct on (replicate) seeds from test_towel where test_id = test.id order by replicate, id desc) now
  ) where exists (select from test_towel_written as towel where towel.test_id = test.id and towel.act_key = new.act_key and towel.reason is not null);
  update germination_test_written as test set next_count_on = null where next_count_on is not null
    and (test.act_key = new.act_key or exists (select from test_end where test_end.test_id = test.id)
      and exists (select from test_reopening_written as again join test_ending_written as ending on ending.id = again.ending_id
        where again.act_key = new.act_key and ending.test_id = test.id));
  return null;
end $$;
create trigger undoing_keeps_tests after insert on undone for each row execute function keep_tests_after_undo();

-- A lot that was taken in under a wrong name, or of a wrong donor or garden: what it was, and what it is.
create table lot_correction_written (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot_written,
  old_line bigint not null references line,
  new_line bigint not null references line,
  old_donor bigint references person,
  new_donor bigint references person,
  old_garden bigint references garden,
  new_garden bigint references garden,
  old_per_gram numeric not null,
  new_per_gram numeric not null,
  why text not null constraint lot_corrected_for_a_reason check (length(trim(why)) > 0),
  written_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint lot_correction_corrects check ((old_line, old_donor, old_garden) is distinct from (new_line, new_donor, new_garden))
);
create index lot_correction_of_lot on lot_correction_written (lot_id, id desc);
create index lot_correction_from_line on lot_correction_written (old_line);
create index lot_correction_to_line on lot_correction_written (new_line);
create index lot_correction_from_donor on lot_correction_written (old_donor);
create index lot_correction_to_donor on lot_correction_written (new_donor);
create index lot_correction_from_garden on lot_correction_written (old_garden);
create index lot_correction_to_garden on lot_correction_written (new_garden);
create index lot_correction_act on lot_correction_written (act_key);
create view lot_correction as select * from lot_correction_written
  where not exists (select from undone where undone.act_key = lot_correction_written.act_key);

-- A half-done interview that was discarded stays for a while, and comes back when that is undone.
alter table draft add column dropped_by_act uuid references act deferrable initially deferred;
create index draft_dropped on draft (dropped_by_act) where dropped_by_act is not null;

do $$ declare name text; begin
  foreach name in array array['happens_once', 'keep_tests_after_undo'] loop
    execute format('alter function %I() set search_path = %I, pg_temp', name, current_schema());
  end loop;
end $$;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const mayAdd = [...UNDOABLE, ...Object.keys(ENDS), 'seed_mark', 'lot_correction_written', 'lot_correction'];
  const app = grantApp({
    mayAdd,
    mayRead: ['test_end'],
    mayUpdate: { germination_test: 'next_count_on', draft: 'dropped_by_act', lot_written: 'donor_id, garden_id, line_id' },
  });
  for (const part of [FACTS, keepUnchanged(['lot_correction_written']), app]) await sql.raw(part).execute(db);
}
