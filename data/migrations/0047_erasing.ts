import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

/**
 * Where people write what they like, and so may write a name. `edit`: shown for editing when somebody is erased whose name stands in it; `auto`: kept
 * by the program, and cleared without asking; `name`: what a line, a place or a file is called, shown and changed on its own page.
 */
const FREE_TEXT: Readonly<Record<'edit' | 'auto' | 'name', readonly string[]>> = {
  edit: [
    'batch_end_written.reason',
    'crop_override.why',
    'emergence_written.note',
    'evidence_written.note',
    'evidence_written.source',
    'gift_written.receiver',
    'grow_out_entry_written.words',
    'grow_out_step_written.reason',
    'grow_out_written.note',
    'hold_lift_written.reason',
    'hold_written.reason',
    'incident_written.what',
    'keeper_written.note',
    'line.story',
    'loan_close_written.note',
    'loan_due_written.why',
    'loan_told_written.note',
    'loan_written.override_reason',
    'lot_correction_written.why',
    'lot_written.note',
    'method_trial_end_written.learnt',
    'movement.reason',
    'passport_written.why',
    'person.contact',
    'person.note',
    'place_climate_written.why',
    'plot.note',
    'potted_written.note',
    'quick_look_written.note',
    'recipe.why',
    'report_written.words',
    'season_plan.note',
    'test_check_written.note',
    'test_ending_written.reason',
    'test_reopening_written.reason',
    'test_towel_written.reason',
    'treatment_opening_written.reason',
    'trial_end_written.reason',
    'trial_written.must_show',
    'want_state_written.whom',
  ],
  auto: [
    'act.answer',
    'act.subject',
    'draft.answers',
    'draft.title',
    'import.answers',
    'import.file_name',
    'import.questions',
    'import.sheets',
    'import.undo_reason',
    'import_made.name',
    'import_row.cells',
    'import_row.fixed',
    'import_row.heading',
    'import_row.notes',
    'imported_row_written.file_name',
    'imported_row_written.said',
    'parked_form.fields',
    'passport_written.answers',
    'undone.reason',
  ],
  name: ['garden.name', 'house.how_to_ask', 'line.name', 'line_alias.name', 'place.name', 'plot.name', 'recipe.name'],
};

const rows = Object.entries(FREE_TEXT)
  .flatMap(([how, columns]) => columns.map((column) => `('${column.replace('.', "', '")}', '${how}')`))
  .join(', ');

const ERASING = `
create table free_text (
  table_name text not null,
  column_name text not null,
  how text not null constraint free_text_how_is_known check (how in ('edit', 'auto', 'name')),
  primary key (table_name, column_name)
);
insert into free_text (table_name, column_name, how) values ${rows};

-- Facts are never changed, but for the words that name somebody who is erased; and that in the two functions below alone, which run as the owner.
create or replace function refuse_change() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and current_setting('granary.erasing', true) = 'yes'
    and (select relowner from pg_class where oid = tg_relid) = current_user::regrole then return new; end if;
  raise exception 'rows of % are facts and are never changed: write a correcting row', tg_table_name using errcode = '23514', constraint = 'append_only';
end $$;

-- One of these words, standing by itself.
create function naming(words text[]) returns text language sql immutable as $$
  select '(?<![[:alnum:]])(' || string_agg(regexp_replace(word, '([][(){}.*+?^$\\\\|-])', '\\\\\\1', 'g'), '|') || ')(?![[:alnum:]])' from unnest(words) as word
$$;

create function erase_words(words text[], instead text) returns void language plpgsql security definer as $$
declare one record;
begin
  if cardinality(words) = 0 then return; end if;
  perform set_config('granary.erasing', 'yes', true);
  for one in select free_text.table_name, free_text.column_name, format_type(atttypid, null) as kind from free_text
    join pg_attribute on attrelid = table_name::regclass and attname = column_name where how <> 'name' loop
    execute format('update %I set %I = regexp_replace(%I::text, $1, $2, ''gi'')::%s where %I::text ~* $1', one.table_name, one.column_name, one.column_name,
      one.kind, one.column_name) using naming(words), instead;
  end loop;
  perform set_config('granary.erasing', 'no', true);
end $$;

create function reword(of_table text, of_column text, row_id bigint, said text) returns void language plpgsql security definer as $$
begin
  perform from free_text where table_name = of_table and column_name = of_column and how = 'edit';
  if not found then raise exception 'no free text: %.%', of_table, of_column; end if;
  perform set_config('granary.erasing', 'yes', true);
  execute format('update %I set %I = $1 where id = $2', of_table, of_column) using said, row_id;
  perform set_config('granary.erasing', 'no', true);
end $$;

do $$ begin
  execute format('alter function erase_words(text[], text) set search_path = %I, pg_temp', current_schema());
  execute format('alter function reword(text, text, bigint, text) set search_path = %I, pg_temp', current_schema());
end $$;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({ mayAdd: [], mayRead: ['free_text'] });
  for (const part of [ERASING, app]) await sql.raw(part).execute(db);
}
