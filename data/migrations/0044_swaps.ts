import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const SWAPS = `
-- Where a listing was read from, to read it again.
alter table listing_written add column address text constraint listing_address_is_of_the_web check (address ~ '^https?://');
create or replace view listing as select * from (
  select distinct on (library_key) * from listing_written
    where not exists (select from undone where undone.act_key = listing_written.act_key) order by library_key, id desc
) as newest where not is_gone;

-- What a lot is called where it came from can be written down later, and corrected: the newest word counts.
drop view lot_origin;
alter table lot_origin_written drop constraint lot_origin_written_pkey;
alter table lot_origin_written add column id bigint generated always as identity primary key;
create index lot_origin_of on lot_origin_written (lot_id, id desc);
create index lot_origin_library on lot_origin_written (search_key(library)) where library is not null;
create view lot_origin as select distinct on (lot_id) * from lot_origin_written
  where not exists (select from undone where undone.act_key = lot_origin_written.act_key) order by lot_id, id desc;

-- Seed that was given away: to whom, and whether that is another library, which keeps its code.
create table gift_written (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot_written,
  receiver text not null constraint gift_names_its_receiver check (length(trim(receiver)) between 1 and 120),
  is_library boolean not null,
  amount bigint not null constraint gift_is_of_something check (amount > 0),
  given_on date not null,
  act_key uuid not null references act deferrable initially deferred
);
create index gift_of on gift_written (lot_id);
create index gift_receiver on gift_written (search_key(receiver)) where is_library;
create index gift_act on gift_written (act_key);
create view gift as select * from gift_written where not exists (select from undone where undone.act_key = gift_written.act_key);
-- Whoever was given seed before there were these rows stands in its movement.
insert into gift_written (lot_id, receiver, is_library, amount, given_on, act_key)
  select lot_id, left(split_part(reason, '; ', 1), 120), false, amount, happened_on, act_key from movement
  where kind = 'given' and from_holding is not null and trim(split_part(reason, '; ', 1)) <> '' order by id;

-- A receiver of seed that is recalled who was told.
create table gift_told_written (
  id bigint generated always as identity primary key,
  hold_id bigint not null references hold_written,
  gift_id bigint not null references gift_written,
  told_on date not null,
  told_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index gift_told_of on gift_told_written (hold_id, gift_id);
create index gift_told_gift on gift_told_written (gift_id);
create index gift_told_act on gift_told_written (act_key);
create view gift_told as select * from gift_told_written where not exists (select from undone where undone.act_key = gift_told_written.act_key);

-- An import of many rows is taken back in the background, as it came: by whom, under which key and why.
alter table import add column undo_key uuid, add column undo_account bigint references account, add column undo_reason text;
alter table import drop constraint import_state_is_known, add constraint import_state_is_known
  check (state in ('to read', 'columns', 'to review', 'reviewed', 'to write', 'done', 'failed', 'to undo')),
  add constraint import_undo_says_whose check (state <> 'to undo' or num_nonnulls(undo_key, undo_account) = 2);
create index import_undone_by on import (undo_account) where undo_account is not null;
drop index import_waiting;
create index import_waiting on import (changed_at) where state in ('to read', 'to review', 'to write', 'to undo');

-- What another library has recalled, by its codes.
create table recall_heard_written (
  id bigint generated always as identity primary key,
  library text not null constraint recall_names_its_library check (length(trim(library)) between 1 and 120),
  recalled_on date not null,
  heard_on date not null,
  lots jsonb not null,
  act_key uuid not null references act deferrable initially deferred
);
create index recall_heard_library on recall_heard_written (search_key(library));
create index recall_heard_act on recall_heard_written (act_key);
create view recall_heard as select * from recall_heard_written
  where not exists (select from undone where undone.act_key = recall_heard_written.act_key);
`;

const FACTS = ['gift_written', 'gift_told_written', 'recall_heard_written'];

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({
    mayAdd: FACTS,
    mayRead: ['lot_origin', 'gift', 'gift_told', 'recall_heard'],
    mayUpdate: { import: 'undo_key, undo_account, undo_reason' },
  });
  for (const part of [SWAPS, keepUnchanged(FACTS), app]) await sql.raw(part).execute(db);
}
