import type { Treatment } from '#core/bench/treatments.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

interface Act {
  readonly actKey: string;
  readonly by: number;
}

/** Shuts a lot away; the database refuses one that is held as not dry (`treatment_of_dry_seed`). */
export async function createTreatment(
  db: Db,
  shut: Act & { lotId: LotId; kind: Treatment; container: string; use: 'food' | 'sowing'; since: string },
): Promise<void> {
  await db
    .insertInto('treatment')
    .values({
      lot_id: shut.lotId,
      kind: shut.kind,
      container: shut.container,
      use: shut.use,
      since: shut.since,
      shut_by: shut.by,
      act_key: shut.actKey,
    })
    .execute();
}

export async function createOpening(
  db: Db,
  opening: Act & { treatmentId: number; openedOn: Day; early: boolean; reason: string | null },
): Promise<void> {
  await db
    .insertInto('treatment_opening')
    .values({
      treatment_id: opening.treatmentId,
      opened_on: opening.openedOn,
      early: opening.early,
      reason: opening.reason,
      opened_by: opening.by,
      act_key: opening.actKey,
    })
    .execute();
}

/** Treatments of a lot, newest first, each with its opening. */
export async function findTreatments(db: Db, lotId: LotId) {
  return db
    .selectFrom('treatment')
    .leftJoin('treatment_opening as opening', 'opening.treatment_id', 'treatment.id')
    .leftJoin('person', 'person.id', 'treatment.shut_by')
    .leftJoin('person as opener', 'opener.id', 'opening.opened_by')
    .select([
      'treatment.id',
      'treatment.kind',
      'treatment.container',
      'treatment.use',
      'treatment.since',
      'person.name as by',
      'opener.name as openedBy',
      'opening.opened_on as openedOn',
      'opening.early',
      'opening.reason',
    ])
    .where('treatment.lot_id', '=', lotId)
    .orderBy('treatment.id', 'desc')
    .execute();
}

export async function createWarmUp(
  db: Db,
  warming: Act & { lotId: LotId; container: string; fromCelsius: number; takenOutAt: Date; opensAt: Date },
): Promise<void> {
  await db
    .insertInto('warm_up')
    .values({
      lot_id: warming.lotId,
      container: warming.container,
      from_celsius: warming.fromCelsius,
      taken_out_at: warming.takenOutAt,
      opens_at: warming.opensAt,
      taken_by: warming.by,
      act_key: warming.actKey,
    })
    .execute();
}

export async function endWarmUp(db: Db, end: Act & { warmUpId: number; openedAt: Date; early: boolean }): Promise<void> {
  await db
    .insertInto('warm_up_end')
    .values({ warm_up_id: end.warmUpId, opened_at: end.openedAt, early: end.early, opened_by: end.by, act_key: end.actKey })
    .execute();
}

/** Every time a lot was taken out of the cold and opened, oldest first. */
export async function findOpenings(db: Db, lotId: LotId) {
  return db
    .selectFrom('warm_up')
    .innerJoin('warm_up_end', 'warm_up_end.warm_up_id', 'warm_up.id')
    .leftJoin('person as taker', 'taker.id', 'warm_up.taken_by')
    .leftJoin('person as opener', 'opener.id', 'warm_up_end.opened_by')
    .select(['container', 'taken_out_at as takenOutAt', 'taker.name as takenBy'])
    .select(['opened_at as openedAt', 'early', 'opener.name as openedBy'])
    .where('warm_up.lot_id', '=', lotId)
    .orderBy('warm_up.id')
    .execute();
}

/** The container of a lot that stands and warms now, if any. */
export async function findWarming(db: Db, lotId: LotId) {
  return db
    .selectFrom('warm_up')
    .leftJoin('warm_up_end', 'warm_up_end.warm_up_id', 'warm_up.id')
    .select(['warm_up.id', 'warm_up.container', 'from_celsius as fromCelsius', 'taken_out_at as takenOutAt', 'opens_at as opensAt'])
    .where('warm_up.lot_id', '=', lotId)
    .where('warm_up_end.warm_up_id', 'is', null)
    .orderBy('warm_up.id', 'desc')
    .executeTakeFirst();
}

/** Everything that is shut away or warms up now, with its lot, for Today. */
export async function listAway(db: Db) {
  const [treatments, warming] = await Promise.all([
    db
      .selectFrom('treatment')
      .leftJoin('treatment_opening as opening', 'opening.treatment_id', 'treatment.id')
      .innerJoin('lot', 'lot.id', 'treatment.lot_id')
      .innerJoin('line', 'line.id', 'lot.line_id')
      .innerJoin('crop', 'crop.id', 'line.crop_id')
      .select([
        'treatment.kind',
        'treatment.use',
        'treatment.since',
        'lot.code',
        'lot.treated',
        'line.name as variety',
        'crop.name as crop',
      ])
      .where('opening.treatment_id', 'is', null)
      .orderBy('treatment.since')
      .limit(200)
      .execute(),
    db
      .selectFrom('warm_up')
      .leftJoin('warm_up_end', 'warm_up_end.warm_up_id', 'warm_up.id')
      .innerJoin('lot', 'lot.id', 'warm_up.lot_id')
      .innerJoin('line', 'line.id', 'lot.line_id')
      .innerJoin('crop', 'crop.id', 'line.crop_id')
      .select(['warm_up.container', 'opens_at as opensAt', 'lot.code', 'lot.treated', 'line.name as variety', 'crop.name as crop'])
      .where('warm_up_end.warm_up_id', 'is', null)
      .orderBy('opens_at')
      .limit(200)
      .execute(),
  ]);
  return { treatments, warming };
}
