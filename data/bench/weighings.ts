import type { Heavier } from '#core/bench/weighings.ts';
import type { BatchId, Milligrams } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Act } from './batches.ts';

export async function createWeighing(
  db: Db,
  weighing: Act & { batchId: BatchId; milligrams: Milligrams; scaleError: number; typed: string; heavier: Heavier | null; weighedAt: Date },
): Promise<void> {
  await db
    .insertInto('weighing')
    .values({
      batch_id: weighing.batchId,
      milligrams: weighing.milligrams,
      scale_error: weighing.scaleError,
      typed: weighing.typed,
      heavier: weighing.heavier,
      weighed_at: weighing.weighedAt,
      written_by: weighing.by,
      act_key: weighing.actKey,
    })
    .execute();
}

/** Weighings of a batch in the order of their time. */
export async function readWeighings(db: Db, batchId: BatchId) {
  return db
    .selectFrom('weighing')
    .leftJoin('person', 'person.id', 'weighing.written_by')
    .select(['weighing.id', 'milligrams', 'scale_error as scaleError', 'typed', 'heavier', 'weighed_at as weighedAt', 'person.name as by'])
    .where('batch_id', '=', batchId)
    .orderBy('weighed_at')
    .orderBy('weighing.id')
    .execute();
}
