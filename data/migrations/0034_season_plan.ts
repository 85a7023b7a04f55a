import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const PLAN = `
-- Plans of a season, as they were saved one after the other: by line where, when and how it is grown, and what was wished. What a plan came to is as it was reckoned then.
create table season_plan (
  id bigint generated always as identity primary key,
  year integer not null,
  version integer not null,
  choices jsonb not null,
  wishes jsonb not null,
  lines integer not null,
  hours numeric not null,
  -- Lines expected to be lost in five years without grow-outs, and fewer of them with this plan.
  lost double precision not null,
  saved double precision not null,
  worth double precision not null,
  note text,
  saved_on date not null,
  saved_by bigint references person,
  act_key uuid not null references act deferrable initially deferred,
  -- Of two who plan at once the second is told.
  constraint season_plan_version_once unique (year, version),
  constraint season_plan_counts_from_one check (version >= 1 and lines >= 0 and hours >= 0)
);
create index season_plan_saver on season_plan (saved_by);
create index season_plan_act on season_plan (act_key);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [PLAN, keepUnchanged(['season_plan']), grantApp({ mayAdd: ['season_plan'] })]) await sql.raw(part).execute(db);
}
