import { sql, type Kysely } from 'kysely';

/**
 * What the stock of a line amounts to is reckoned with each lot's outlook: seeds that sow one grow-out, seeds of its coming tests, and the share of
 * a converted amount that is surely there. A lot is judged whether it was tested or not, and may be found dead. Every lot with seed is reckoned again.
 */
const LENDABLE = `
alter table lot_outlook
  add column to_sow integer constraint outlook_sows_some check (to_sow > 0),
  add column to_test integer not null default 0 constraint outlook_tests_some check (to_test >= 0),
  add column sure_share real not null default 1 constraint outlook_share_of_book check (sure_share > 0 and sure_share <= 1);
alter table lot_state
  drop constraint lot_verdict_is_known,
  add constraint lot_verdict_is_known check (verdict in ('full strength', 'sow thicker', 'not settled', 'do not lend', 'dead'));
grant update (to_sow, to_test, sure_share) on lot_outlook to kind_granary_app;
insert into outlook_stale (lot_id) select id from lot where on_hand > 0 on conflict (lot_id) do nothing;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(LENDABLE).execute(db);
}
