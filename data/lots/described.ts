import { sql } from 'kysely';
import type { DescribedLot } from '#core/exchange/passportDescriptors.ts';
import type { Db } from '#data/database.ts';

/** Lots as a genebank asks after them, by their codes. */
export async function listDescribed(db: Db, page: { limit: number; offset: number }): Promise<DescribedLot[]> {
  const { rows } = await sql<DescribedLot>`
    select lot.code, crop.species, crop.name as crop, line.name as variety, lot.kind, lot.origin,
      lot.taken_in_on as "takenInOn", lot.harvested, lot.donor_id as "donorId",
      array(select parent.code from lot_parent join lot as parent on parent.id = lot_parent.parent_id
        where lot_parent.child_id = lot.id order by parent.code) as parents
    from lot join line on line.id = lot.line_id join crop on crop.id = line.crop_id
    order by lot.code limit ${page.limit} offset ${page.offset}`.execute(db);
  return rows;
}
