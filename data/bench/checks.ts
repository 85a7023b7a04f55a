import type { BatchId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Act } from './batches.ts';

export async function createCheck(db: Db, check: Act & { batchId: BatchId; turn: number; seen: string; checkedAt: Date }): Promise<number> {
  const { id } = await db
    .insertInto('batch_check')
    .values({
      batch_id: check.batchId,
      turn: check.turn,
      seen: check.seen,
      checked_at: check.checkedAt,
      written_by: check.by,
      act_key: check.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

export async function createPhoto(
  db: Db,
  photo: { checkId: number; jpeg: Uint8Array; width: number; height: number; actKey: string },
): Promise<void> {
  const { checkId, jpeg, width, height, actKey } = photo;
  await db
    .insertInto('check_photo')
    .values({ check_id: checkId, jpeg: Buffer.from(jpeg), width, height, act_key: actKey })
    .execute();
}

/** The photo of a look at a batch, as JPEG. */
export async function findPhoto(db: Db, checkId: number): Promise<Buffer | null> {
  const found = await db.selectFrom('check_photo').select('jpeg').where('check_id', '=', checkId).executeTakeFirst();
  return found?.jpeg ?? null;
}

export async function readChecks(db: Db, batchId: BatchId) {
  const rows = await db
    .selectFrom('batch_check')
    .leftJoin('person', 'person.id', 'batch_check.written_by')
    .leftJoin('check_photo', 'check_photo.check_id', 'batch_check.id')
    .select(['batch_check.id', 'turn', 'seen', 'checked_at as checkedAt', 'person.name as by', 'width', 'height'])
    .where('batch_id', '=', batchId)
    .orderBy('batch_check.id')
    .execute();
  return rows.map(({ width, height, ...check }) => ({ ...check, photo: width === null || height === null ? null : { width, height } }));
}
