import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const FACTS = ['place_climate', 'emergence'] as const;

const STORAGE = `
-- What a place is like from a day on, as somebody measured it; a fridge that failed is a row, and its repair another.
create table place_climate (
  id bigint generated always as identity primary key,
  place_id bigint not null references place,
  since date not null,
  celsius numeric not null constraint climate_is_of_a_room check (celsius between -40 and 50),
  humidity numeric not null constraint climate_humidity_is_a_share check (humidity > 0 and humidity <= 1),
  why text,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index climate_of_place on place_climate (place_id, since);
`;

const EMERGENCE = `
-- What members saw come up in their gardens: evidence of another kind than a test.
create table emergence (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  sown integer not null constraint emergence_sows_seed check (sown > 0),
  up integer not null constraint emergence_not_over_sown check (up >= 0 and up <= sown),
  seen_on date not null,
  note text,
  written_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index emergence_of_lot on emergence (lot_id);
`;

const OUTLOOK = `
-- Derived from crop, storage, tests and emergence; reckoned again whenever one of them changes, and as time passes.
create table lot_outlook (
  lot_id bigint primary key references lot,
  low real not null, median real not null, high real not null,
  may_be_lent real not null, full_strength real not null,
  own_share real not null,
  under_on date,
  reckoned_on date not null
);
create index outlook_by_day on lot_outlook (reckoned_on);
-- Lots whose outlook has to be reckoned again: the work list of the background reckoner, which outlives a restart.
create table outlook_stale (
  lot_id bigint primary key references lot,
  since timestamptz not null default now()
);
insert into outlook_stale (lot_id) select id from lot;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [STORAGE, EMERGENCE, OUTLOOK, keepUnchanged(FACTS)]) await sql.raw(part).execute(db);
  await sql
    .raw(
      grantApp({
        mayAdd: [...FACTS, 'lot_outlook', 'outlook_stale'],
        mayUpdate: {
          lot_outlook: 'low, median, high, may_be_lent, full_strength, own_share, under_on, reckoned_on',
          outlook_stale: 'since',
        },
        mayDelete: ['outlook_stale'],
      }),
    )
    .execute(db);
}
