import type { Caution } from '#core/bench/steps.ts';
import type { BatchId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Act } from './batches.ts';

/** Records that a person has read a hazard for a batch; once is enough. */
export async function acknowledge(db: Db, seen: Act & { batchId: BatchId; caution: Caution }): Promise<void> {
  await db
    .insertInto('caution_seen')
    .values({ batch_id: seen.batchId, person_id: seen.by, caution: seen.caution, act_key: seen.actKey })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function findAcknowledged(db: Db, batchId: BatchId, personId: PersonId): Promise<Caution[]> {
  const rows = await db
    .selectFrom('caution_seen')
    .select('caution')
    .where('batch_id', '=', batchId)
    .where('person_id', '=', personId)
    .execute();
  return rows.map(({ caution }) => caution);
}
