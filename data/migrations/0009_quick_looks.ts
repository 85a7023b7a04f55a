import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const QUICK_LOOK = `
-- A quick look at seed (does it sink, is it full, does it snap): no test, and never in an outlook or a verdict.
create table quick_look (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  kind text not null constraint quick_look_is_known check (kind in ('float', 'cut', 'snap')),
  looked integer not null constraint quick_look_at_some check (looked between 1 and 10000),
  good integer not null constraint quick_look_not_over_looked check (good >= 0 and good <= looked),
  looked_on date not null,
  note text,
  looked_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index quick_look_of_lot on quick_look (lot_id);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [QUICK_LOOK, keepUnchanged(['quick_look']), grantApp({ mayAdd: ['quick_look'] })]) await sql.raw(part).execute(db);
}
