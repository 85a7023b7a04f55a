import { sql } from 'kysely';
import type { Day, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { isAmong } from '#data/isAmong.ts';

/** Where a lot comes from, where a file brought it: the row as it was written, and what it is called elsewhere. */
export async function findSourceOfLot(db: Db, lotId: LotId) {
  const [row, origin] = await Promise.all([
    db.selectFrom('imported_row').select(['file_name as file', 'sheet', 'at', 'said']).where('lot_id', '=', lotId).executeTakeFirst(),
    db.selectFrom('lot_origin').select(['code', 'library']).where('lot_id', '=', lotId).executeTakeFirst(),
  ]);
  return row || origin ? { row: row ?? null, origin: origin ?? null } : null;
}

/** Which of these lots a file brought. */
export async function findImportedAmong(db: Db, lotIds: readonly LotId[]): Promise<LotId[]> {
  const rows = await db.selectFrom('imported_row').select('lot_id').where(isAmong('lot_id', lotIds)).execute();
  return rows.map(({ lot_id }) => lot_id!);
}

/** What was written of somebody in a sheet is forgotten with them. */
export async function blankRowsOf(db: Db, personId: PersonId): Promise<void> {
  await sql`update imported_row_written set said = '{}' where said <> '{}' and (person_id = ${personId}
    or lot_id in (select id from lot_written where donor_id = ${personId}) or loan_id in (select id from loan_written where member_id = ${personId}))`.execute(
    db,
  );
}

/**
 * Takes back what an import added besides its rows: people, gardens, places, lines, other names and stories, as far as nobody else has made use of
 * them since. People are blanked as when they are erased.
 */
export async function takeBackMade(db: Db, actKey: string, today: Day, now: Date): Promise<void> {
  const any = await db.selectFrom('import_made').select('of_id').where('act_key', '=', actKey).limit(1).executeTakeFirst();
  if (!any) return;
  const made = (what: string) => sql`(select of_id from import_made where act_key = ${actKey} and what = ${what})`;
  await sql`delete from line_alias using import_made where import_made.act_key = ${actKey} and what = 'alias' and line_id = of_id and line_alias.name = import_made.name`.execute(
    db,
  );
  await sql`update line set story = null, version = version + 1 where id in ${made('story')}`.execute(db);
  await sql`update line set is_listed = false where id in ${made('line')}`.execute(db);
  await sql`update place set closed_on = ${today}::date where id in ${made('place')}
    and not exists (select from holding join lot on lot.id = holding.lot_id where holding.place_id = place.id)`.execute(db);
  await sql`update lot_written set garden_id = null where act_key = ${actKey} and garden_id in ${made('garden')}`.execute(db);
  const gardens = ['lot_written', 'plot', 'garden_bloom', 'grow_out_place_written'].map(
    (table) => sql`and not exists (select from ${sql.table(table)} as used where used.garden_id = garden.id)`,
  );
  await sql`delete from garden where id in ${made('garden')} ${sql.join(gardens, sql` `)} and latitude is null
    and not exists (select from garden_distance where garden.id in (one_id, other_id))
    and not exists (select from lot_correction_written where garden.id in (old_garden, new_garden))`.execute(db);
  await sql`update person set name = 'Former member', email = null, phone = null, note = null, is_member = false, group_of = null, contact = null, erased_at = ${now}
    where id in ${made('person')} and version = 1 and erased_at is null
    and not exists (select from lot where donor_id = person.id) and not exists (select from loan where member_id = person.id)
    and not exists (select from account where person_id = person.id) and not exists (select from garden where person_id = person.id)
    and not exists (select from report where person_id = person.id) and not exists (select from keeper where keeper_id = person.id)
    and not exists (select from grower_terms where person_id = person.id) and not exists (select from grow_out_step where grower_id = person.id)`.execute(
    db,
  );
}
