import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

const RISK = `
-- The chance of losing each line of which seed is left, as it was last reckoned; and what can be done for it.
create table line_risk (
  line_id bigint primary key references line,
  reckoned_on date not null,
  -- By year, from the coming one.
  by_year real[] not null constraint risk_is_for_some_years check (cardinality(by_year) > 0),
  -- The same if it were grown out in the coming season, where it can be; and with the remedy that leaves least.
  grown_by_year real[],
  best_by_year real[] not null,
  risk real not null constraint risk_is_a_chance check (risk between 0 and 1),
  error real not null,
  whys jsonb not null,
  remedies jsonb not null,
  -- What the best remedy takes away in five years, times importance, for an hour of hands.
  worth real not null
);
create index line_risk_first on line_risk (worth desc, line_id);
create index line_risk_worst on line_risk (risk desc, line_id);
create index line_risk_oldest on line_risk (reckoned_on);

create table risk_stale (line_id bigint primary key references line, since timestamptz not null default now());

-- Whether others keep the line too: it then counts for less.
alter table line add column kept_elsewhere boolean not null default false;

insert into risk_stale (line_id) select distinct line_id from lot where on_hand > 0;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({
    mayAdd: ['line_risk', 'risk_stale'],
    mayUpdate: {
      line_risk: 'reckoned_on, by_year, grown_by_year, best_by_year, risk, error, whys, remedies, worth',
      risk_stale: 'since',
      line: 'kept_elsewhere',
    },
    mayDelete: ['line_risk', 'risk_stale'],
  });
  for (const part of [RISK, app]) await sql.raw(part).execute(db);
}
