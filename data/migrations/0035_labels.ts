import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const LABELS = `
-- What the labels of a lot say that were made last: compared with what is true now, it tells which labels are to be replaced.
create table lot_label_written (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot_written,
  name text not null,
  promise text,
  sowing text not null,
  hybrid boolean not null,
  hazards text[] not null,
  labels integer not null,
  made_on date not null,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint lot_label_at_least_one check (labels >= 1)
);
create index lot_label_of_lot on lot_label_written (lot_id, id desc);
create index lot_label_writer on lot_label_written (written_by);
create index lot_label_act on lot_label_written (act_key);
create view lot_label as select distinct on (lot_id) * from lot_label_written
  where not exists (select from undone where undone.act_key = lot_label_written.act_key) order by lot_id, id desc;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({ mayAdd: ['lot_label_written'], mayRead: ['lot_label'] });
  for (const part of [LABELS, keepUnchanged(['lot_label_written']), app]) await sql.raw(part).execute(db);
}
