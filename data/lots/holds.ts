import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { HoldKind } from '#core/lots/words.ts';
import type { HoldReason } from '#core/passport/holds.ts';
import type { Db } from '#data/database.ts';

/** Every hold ever laid on a lot, with who laid and who lifted it. */
export async function findHolds(db: Db, lotId: LotId) {
  return db
    .selectFrom('hold')
    .leftJoin('hold_lift', 'hold_lift.hold_id', 'hold.id')
    .leftJoin('person as setter', 'setter.id', 'hold.set_by')
    .leftJoin('person as lifter', 'lifter.id', 'hold_lift.lifted_by')
    .select([
      'hold.id',
      'hold.kind',
      'hold.reason',
      'hold.rule',
      'hold.set_on as setOn',
      'setter.name as setBy',
      'hold_lift.lifted_on as liftedOn',
      'hold_lift.reason as liftReason',
      'lifter.name as liftedBy',
    ])
    .where('hold.lot_id', '=', lotId)
    .orderBy('hold.id')
    .execute();
}

/** What decides the holds by rule of every judged lot that is in stock, or of those of one crop. */
export async function listForHolds(db: Db, { cropId }: { readonly cropId?: string }) {
  return db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .innerJoin('lot_promise', 'lot_promise.lot_id', 'lot.id')
    .innerJoinLateral(
      (eb) => eb.selectFrom('passport').select('answers').whereRef('lot_id', '=', 'lot.id').orderBy('id', 'desc').limit(1).as('newest'),
      (join) => join.onTrue(),
    )
    .select(['lot.id', 'lot.origin', 'crop.facts', 'lot_promise.promise', 'newest.answers as passport'])
    .where('lot.on_hand', '>', 0)
    .$if(cropId !== undefined, (query) => query.where('crop.id', '=', cropId!))
    .execute();
}

/** Kinds of the holds that lie on a lot now. */
export async function activeHolds(db: Db, lotId: LotId): Promise<HoldKind[]> {
  const rows = await db
    .selectFrom('hold')
    .leftJoin('hold_lift', 'hold_lift.hold_id', 'hold.id')
    .select('hold.kind')
    .where('hold.lot_id', '=', lotId)
    .where('hold_lift.hold_id', 'is', null)
    .execute();
  return rows.map(({ kind }) => kind);
}

export async function createHold(
  db: Db,
  hold: { lotId: LotId; kind: HoldKind; reason: string; rule?: HoldReason | null; setOn: Day; setBy: number | null; actKey: string },
): Promise<void> {
  await db
    .insertInto('hold')
    .values({
      lot_id: hold.lotId,
      kind: hold.kind,
      reason: hold.reason,
      rule: hold.rule ?? null,
      set_on: hold.setOn,
      set_by: hold.setBy,
      act_key: hold.actKey,
    })
    .execute();
}

export async function liftHold(
  db: Db,
  lift: { holdId: number; reason: string; liftedOn: Day; liftedBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('hold_lift')
    .values({ hold_id: lift.holdId, reason: lift.reason, lifted_on: lift.liftedOn, lifted_by: lift.liftedBy, act_key: lift.actKey })
    .execute();
}
