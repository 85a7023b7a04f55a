import { sql, type Kysely } from 'kysely';

/** The germination believed of a lot stands with its state too, so that the shelves are read in its order from an index. */
const SORTED_BY_GERMINATION = `
alter table lot_state add germination real;
update lot_state set germination = lot_outlook.median from lot_outlook where lot_outlook.lot_id = lot_state.lot_id;
create index lot_by_germination on lot_state (germination, lot_id);
grant update (germination) on lot_state to kind_granary_app;

create or replace view lot as
  select lot_written.id, code, line_id, origin, kind, unit, seeds_per_gram, donor_id, garden_id, harvested, plants_harvested, generation, note,
    taken_in_on, search_text, act_key, treated, form, open_by, shelf_key,
    on_hand, verdict, tested_sprouted, tested_laid, tested_on, next_test_on, next_test_reason, germination
  from lot_written join lot_state on lot_state.lot_id = lot_written.id
  where not exists (select from undone where undone.act_key = lot_written.act_key);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(SORTED_BY_GERMINATION).execute(db);
}
