import type { Day, GardenId, LotId } from '#core/kernel/kinds.ts';
import type { Passport } from '#core/passport/passport.ts';
import type { Db } from '#data/database.ts';

export async function recordPassport(
  db: Db,
  passport: { lotId: LotId; answers: Passport; why: string | null; writtenOn: Day; writtenBy: number | null; actKey: string },
): Promise<void> {
  await db
    .insertInto('passport')
    .values({
      lot_id: passport.lotId,
      answers: JSON.stringify(passport.answers),
      why: passport.why,
      written_on: passport.writtenOn,
      written_by: passport.writtenBy,
      act_key: passport.actKey,
    })
    .execute();
}

/** Every passport a lot has had, the one that holds first. */
export async function readPassports(db: Db, lotId: LotId) {
  return db
    .selectFrom('passport')
    .leftJoin('person', 'person.id', 'passport.written_by')
    .select(['passport.id', 'answers', 'why', 'written_on as writtenOn', 'person.name as writtenBy'])
    .where('lot_id', '=', lotId)
    .orderBy('passport.id', 'desc')
    .execute();
}

/** What the newest passport of a lot of this line or garden said, to start a new interview from; null when there is none. */
export async function latestPassportFrom(db: Db, where: { gardenId: GardenId; group: string }): Promise<Passport | null> {
  const row = await db
    .selectFrom('passport')
    .innerJoin('lot', 'lot.id', 'passport.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select('answers')
    .where('lot.garden_id', '=', where.gardenId)
    .where((eb) => eb(eb.ref('crop.facts', '->>').key('group'), '=', where.group))
    .orderBy('passport.id', 'desc')
    .limit(1)
    .executeTakeFirst();
  return row?.answers ?? null;
}
