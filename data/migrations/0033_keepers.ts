import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const KEEPERS = `
-- Places that are not in the house: who keeps safety copies there, and when they are to be asked after. The newest word of a place holds.
create table keeper_written (
  id bigint generated always as identity primary key,
  place_id bigint not null references place,
  keeper_id bigint not null references person,
  ask_by date not null,
  asked_on date not null,
  note text,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  constraint keeper_is_asked_later check (ask_by > asked_on)
);
create index keeper_of_place on keeper_written (place_id, id desc);
create index keeper_person on keeper_written (keeper_id);
create index keeper_writer on keeper_written (written_by);
create index keeper_act on keeper_written (act_key);
create view keeper as select distinct on (place_id) * from keeper_written
  where not exists (select from undone where undone.act_key = keeper_written.act_key) order by place_id, id desc;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({ mayAdd: ['keeper_written'], mayRead: ['keeper'] });
  for (const part of [KEEPERS, keepUnchanged(['keeper_written']), app]) await sql.raw(part).execute(db);
}
