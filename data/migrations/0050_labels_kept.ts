import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

const KEPT = `
-- Lots whose last label says otherwise than what is true now, as they were when they were last looked at.
create table label_untrue (lot_id bigint primary key references lot_written);
-- Lots of which something has changed since that stands on labels: the work list of the background reckoner, which outlives a restart.
create table label_stale (lot_id bigint primary key references lot_written, since timestamptz not null default now());
insert into label_stale select distinct lot_id from lot_label_written;

-- Of lots that never had a label nothing can be untrue. One that waits already is touched: whoever is looking at it now does not see yet what has just changed.
create function look_at_labels(lots bigint[]) returns void language sql as $$
  insert into label_stale select id from unnest(lots) as id where exists (select from lot_label_written where lot_id = id) order by id
  on conflict (lot_id) do update set since = now()
$$;
create function look_at_label() returns trigger language plpgsql as
  $$ begin perform look_at_labels(array[new.lot_id]); return null; end $$;
create function look_at_label_of_lot() returns trigger language plpgsql as
  $$ begin perform look_at_labels(array[new.id]); return null; end $$;
create function look_at_labels_of_line() returns trigger language plpgsql as
  $$ begin perform look_at_labels(array(select id from lot_written where line_id = new.id)); return null; end $$;
create function look_at_labels_of_crop() returns trigger language plpgsql as
  $$ begin perform look_at_labels(array(select lot_written.id from lot_written join line on line.id = line_id where crop_id = new.id)); return null; end $$;
create function look_at_labels_of_act() returns trigger language plpgsql as
  $$ begin perform look_at_labels(array(select lot_id from lot_label_written where act_key = new.act_key)); return null; end $$;
`;

/** All that stands on labels, and where it changes; what is written as it was before changes nothing. */
const WATCHED = `
create trigger label_of_label after insert on lot_label_written for each row execute function look_at_label();
create trigger label_of_undone after insert on undone for each row execute function look_at_labels_of_act();
create trigger label_of_first_promise after insert on lot_promise for each row execute function look_at_label();
create trigger label_of_promise after update of promise on lot_promise for each row
  when (old.promise <> new.promise) execute function look_at_label();
create trigger label_of_first_outlook after insert on lot_outlook for each row execute function look_at_label();
create trigger label_of_outlook after update of median on lot_outlook for each row
  when (old.median <> new.median) execute function look_at_label();
create trigger label_of_verdict after update of verdict on lot_state for each row
  when (old.verdict is distinct from new.verdict) execute function look_at_label();
create trigger label_of_lot after update of line_id, kind, treated on lot_written for each row
  when ((old.line_id, old.kind, old.treated) is distinct from (new.line_id, new.kind, new.treated)) execute function look_at_label_of_lot();
create trigger label_of_line after update of name, crop_id on line for each row
  when ((old.name, old.crop_id) <> (new.name, new.crop_id)) execute function look_at_labels_of_line();
create trigger label_of_crop after update of name, facts on crop for each row
  when ((old.name, old.facts -> 'cautions') is distinct from (new.name, new.facts -> 'cautions')) execute function look_at_labels_of_crop();
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({
    mayAdd: ['label_untrue', 'label_stale'],
    mayUpdate: { label_stale: 'since' },
    mayDelete: ['label_untrue', 'label_stale'],
  });
  for (const part of [KEPT, WATCHED, app]) await sql.raw(part).execute(db);
}
