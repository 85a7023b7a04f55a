import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** What a lot is called, whom it is from, and what a gram of it holds. */
export interface Identity {
  readonly lineId: number;
  readonly donorId: number | null;
  readonly gardenId: number | null;
  readonly seedsPerGram: number;
}

/** Gives a lot another name, donor or garden, and keeps what it had. */
export async function recordCorrection(
  db: Db,
  correction: {
    readonly lotId: LotId;
    readonly before: Identity;
    readonly now: Identity;
    readonly searchText: string;
    readonly why: string;
    readonly writtenOn: Day;
    readonly writtenBy: number;
    readonly actKey: string;
  },
): Promise<void> {
  const { before, now } = correction;
  await db
    .insertInto('lot_correction')
    .values({
      lot_id: correction.lotId,
      old_line: before.lineId,
      new_line: now.lineId,
      old_donor: before.donorId,
      new_donor: now.donorId,
      old_garden: before.gardenId,
      new_garden: now.gardenId,
      old_per_gram: before.seedsPerGram,
      new_per_gram: now.seedsPerGram,
      why: correction.why,
      written_on: correction.writtenOn,
      written_by: correction.writtenBy,
      act_key: correction.actKey,
    })
    .execute();
  await db
    .updateTable('lot_written')
    .set({
      line_id: now.lineId,
      donor_id: now.donorId,
      garden_id: now.gardenId,
      seeds_per_gram: now.seedsPerGram,
      search_text: correction.searchText,
    })
    .where('id', '=', correction.lotId)
    .execute();
}

/** How a lot was called and whom it was from before it was corrected, the oldest correction first. */
export async function findCorrections(db: Db, lotId: LotId) {
  return db
    .selectFrom('lot_correction')
    .innerJoin('line as was', 'was.id', 'lot_correction.old_line')
    .innerJoin('crop as was_crop', 'was_crop.id', 'was.crop_id')
    .innerJoin('line as now', 'now.id', 'lot_correction.new_line')
    .innerJoin('crop as now_crop', 'now_crop.id', 'now.crop_id')
    .leftJoin('person as old_giver', 'old_giver.id', 'lot_correction.old_donor')
    .leftJoin('person as new_giver', 'new_giver.id', 'lot_correction.new_donor')
    .leftJoin('garden as old_place', 'old_place.id', 'lot_correction.old_garden')
    .leftJoin('garden as new_place', 'new_place.id', 'lot_correction.new_garden')
    .leftJoin('person', 'person.id', 'lot_correction.written_by')
    .select([
      'was.name as oldVariety',
      'was_crop.name as oldCrop',
      'now.name as newVariety',
      'now_crop.name as newCrop',
      'old_giver.name as oldDonor',
      'new_giver.name as newDonor',
      'old_place.name as oldGarden',
      'new_place.name as newGarden',
      'why',
      'written_on as writtenOn',
      'person.name as writtenBy',
    ])
    .where('lot_id', '=', lotId)
    .orderBy('lot_correction.id')
    .execute();
}
