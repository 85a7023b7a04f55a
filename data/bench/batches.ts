import { sql } from 'kysely';
import type { Brought } from '#core/bench/methods.ts';
import type { Step } from '#core/bench/steps.ts';
import type { BatchId, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';

export interface Act {
  readonly actKey: string;
  readonly by: number;
}

export async function createBatch(
  db: Db,
  batch: Act & { lotId: LotId; brought: Brought; vessel: string; fruits: number | null; weightIn: number | null; openedAt: Date },
): Promise<number> {
  const { id } = await db
    .insertInto('batch')
    .values({
      lot_id: batch.lotId,
      brought: batch.brought,
      vessel: batch.vessel,
      fruits: batch.fruits,
      weight_in: batch.weightIn,
      opened_at: batch.openedAt,
      act_key: batch.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

/** What a batch is in: as its newest step says, or where it began. */
const VESSEL = sql<string>`coalesce(now.vessel, batch.vessel)`;

/** Keeps a vessel for one batch until the transaction ends; the code of the lot that another batch has in it, or null where it is free. */
export async function lockVessel(db: Db, vessel: string, batchId: BatchId | null = null): Promise<string | null> {
  await sql`select pg_advisory_xact_lock(hashtextextended('vessel ' || lower(trim(${vessel})), 0))`.execute(db);
  const found = await batches(db)
    .where(sql`lower(trim(${VESSEL}))`, '=', vessel.trim().toLowerCase())
    .where('batch_end.outcome', 'is', null)
    .where('batch.id', '<>', batchId ?? 0)
    .executeTakeFirst();
  return found?.code ?? null;
}

export async function endBatch(
  db: Db,
  end: Act & {
    batchId: BatchId;
    outcome: 'finished' | 'abandoned';
    clean: number | null;
    typed: string | null;
    reason: string | null;
    endedAt: Date;
  },
): Promise<void> {
  await db
    .insertInto('batch_end')
    .values({
      batch_id: end.batchId,
      outcome: end.outcome,
      clean: end.clean,
      typed: end.typed,
      reason: end.reason,
      ended_at: end.endedAt,
      ended_by: end.by,
      act_key: end.actKey,
    })
    .execute();
}

/** A batch with what it stands at: its newest step. */
function batches(db: Db) {
  return db
    .selectFrom('batch')
    .innerJoin('lot', 'lot.id', 'batch.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .innerJoinLateral(
      (eb) =>
        eb
          .selectFrom('batch_step')
          .selectAll('batch_step')
          .whereRef('batch_step.batch_id', '=', 'batch.id')
          .orderBy('turn', 'desc')
          .limit(1)
          .as('now'),
      (join) => join.onTrue(),
    )
    .leftJoin('batch_end', 'batch_end.batch_id', 'batch.id')
    .select([
      'batch.id',
      'batch.lot_id as lotId',
      'batch.brought',
      VESSEL.as('vessel'),
      'batch.fruits',
      'batch.weight_in as weightIn',
      'batch.opened_at as openedAt',
      'lot.code',
      'lot.treated',
      'line.name as variety',
      'crop.id as cropId',
      'crop.name as crop',
      'crop.facts',
      'now.turn',
      'now.method',
      'now.step',
      'now.place',
      'now.celsius',
      'now.since',
      'batch_end.outcome',
    ]);
}
export type Batch = NonNullable<Awaited<ReturnType<typeof findBatch>>>;

export async function findBatch(db: Db, id: number) {
  return batches(db).where('batch.id', '=', id).executeTakeFirst();
}

/** The batch, with its lot locked until the transaction ends, so that two helpers act on it one after the other. */
export async function lockBatch(db: Db, id: number) {
  await sql`select id from lot_written where id = (select lot_id from batch where id = ${id}) for update`.execute(db);
  return findBatch(db, id);
}

/** Every batch that is under way, the one that stands longest first; those at one of `steps` when given. */
export async function listOpenBatches(db: Db, { search = '', steps }: { search?: string; steps?: readonly Step[] } = {}) {
  let query = batches(db).where('batch_end.outcome', 'is', null);
  if (search !== '') query = query.where(holdsWords(search, 'lot.search_text'));
  if (steps) query = query.where('now.step', 'in', steps);
  return query.orderBy('now.since').execute();
}

/** Batches of one lot, newest first, ended ones too. */
export async function listBatchesOfLot(db: Db, lotId: LotId) {
  return batches(db).where('batch.lot_id', '=', lotId).orderBy('batch.id', 'desc').execute();
}

/** Batches that ended, newest first. */
export async function listEndedBatches(db: Db, { search, limit, offset }: { search: string; limit: number; offset: number }) {
  const rows = await batches(db)
    .select(['batch_end.ended_at as endedAt', 'batch_end.typed', 'batch_end.reason', sql<number>`count(*) over ()`.as('total')])
    .where('batch_end.outcome', 'is not', null)
    .where(holdsWords(search, 'lot.search_text'))
    .orderBy('batch_end.ended_at', 'desc')
    .limit(limit)
    .offset(offset)
    .execute();
  return { total: rows[0]?.total ?? 0, batches: rows };
}

export async function readEnd(db: Db, batchId: BatchId) {
  return db
    .selectFrom('batch_end')
    .leftJoin('person', 'person.id', 'batch_end.ended_by')
    .select(['outcome', 'clean', 'typed', 'reason', 'ended_at as endedAt', 'person.name as by'])
    .where('batch_id', '=', batchId)
    .executeTakeFirst();
}
