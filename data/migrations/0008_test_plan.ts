import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

const PLAN = `
-- What the testing bench has: towels at once in each place, helper hours a week, and weeks (their Mondays) when nobody is here.
create table test_bench (
  the_one boolean primary key default true constraint test_bench_is_one check (the_one),
  warm integer not null default 12, room integer not null default 24, cool integer not null default 8,
  hours numeric not null default 6,
  closed date[] not null default '{}',
  -- Counts the plans saved, so that of two people the second is told.
  version integer not null default 1,
  constraint test_bench_not_negative check (least(warm, room, cool) >= 0 and hours >= 0),
  constraint test_bench_closed_weeks_are_days check (array_position(closed, null) is null)
);
insert into test_bench default values;

create table planned_test (
  lot_id bigint primary key references lot,
  week date not null constraint plan_week_begins_on_monday check (extract(isodow from week) = 1),
  pinned boolean not null default false,
  planned_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index planned_by_week on planned_test (week);

-- A person's own address for their calendar; only its hash is kept, and it ends when it is revoked.
create table calendar_feed (
  token_hash bytea primary key,
  account_id bigint not null references account,
  made_at timestamptz not null default now(),
  revoked_at timestamptz
);
create unique index feed_of_account on calendar_feed (account_id) where revoked_at is null;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(PLAN).execute(db);
  await sql
    .raw(
      grantApp({
        mayAdd: ['planned_test', 'calendar_feed'],
        mayRead: ['test_bench'],
        mayUpdate: { test_bench: 'warm, room, cool, hours, closed, version', calendar_feed: 'revoked_at' },
        mayDelete: ['planned_test'],
      }),
    )
    .execute(db);
}
