import { sql } from 'kysely';
import type { Brought, Method } from '#core/bench/methods.ts';
import type { Caution, Step } from '#core/bench/steps.ts';
import type { Heavier } from '#core/bench/weighings.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';

interface Act {
  readonly actKey: string;
  readonly by: number;
}

export async function createBatch(
  db: Db,
  batch: Act & { lotId: number; brought: Brought; vessel: string; fruits: number | null; weightIn: number | null; openedAt: Date },
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
export async function lockVessel(db: Db, vessel: string, batchId: number | null = null): Promise<string | null> {
  await sql`select pg_advisory_xact_lock(hashtextextended('vessel ' || lower(trim(${vessel})), 0))`.execute(db);
  const found = await batches(db)
    .where(sql`lower(trim(${VESSEL}))`, '=', vessel.trim().toLowerCase())
    .where('batch_end.outcome', 'is', null)
    .where('batch.id', '<>', batchId ?? 0)
    .executeTakeFirst();
  return found?.code ?? null;
}

export interface NewStep extends Act {
  readonly batchId: number;
  readonly method: Method;
  readonly step: Step;
  readonly place: number;
  readonly celsius: number;
  readonly since: Date;
  readonly vessel: string;
}

/** Moves a batch on, in its next turn; a turn that was undone is not used again. */
export async function createStep(db: Db, step: NewStep): Promise<void> {
  await db
    .insertInto('batch_step')
    .values({
      batch_id: step.batchId,
      turn: sql<number>`(select coalesce(max(turn), 0) + 1 from batch_step_written where batch_id = ${step.batchId})`,
      method: step.method,
      step: step.step,
      place: step.place,
      celsius: step.celsius,
      since: step.since,
      vessel: step.vessel,
      written_by: step.by,
      act_key: step.actKey,
    })
    .execute();
}

export async function createCheck(db: Db, check: Act & { batchId: number; turn: number; seen: string; checkedAt: Date }): Promise<number> {
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

export async function createWeighing(
  db: Db,
  weighing: Act & { batchId: number; milligrams: number; scaleError: number; typed: string; heavier: Heavier | null; weighedAt: Date },
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

export async function createAirReading(
  db: Db,
  reading: Omit<Act, 'by'> & {
    batchId: number | null;
    of: 'room' | 'jar';
    humidity: number;
    celsius: number;
    readAt: Date;
  },
): Promise<void> {
  await db
    .insertInto('air_reading')
    .values({
      batch_id: reading.batchId,
      of: reading.of,
      humidity: reading.humidity,
      celsius: reading.celsius,
      read_at: reading.readAt,
      act_key: reading.actKey,
    })
    .execute();
}

export async function endBatch(
  db: Db,
  end: Act & {
    batchId: number;
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

/** Writes down that a person has read a hazard for a batch; once is enough. */
export async function acknowledge(db: Db, seen: Act & { batchId: number; caution: Caution }): Promise<void> {
  await db
    .insertInto('caution_seen')
    .values({ batch_id: seen.batchId, person_id: seen.by, caution: seen.caution, act_key: seen.actKey })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function findAcknowledged(db: Db, batchId: number, personId: number): Promise<Caution[]> {
  const rows = await db
    .selectFrom('caution_seen')
    .select('caution')
    .where('batch_id', '=', batchId)
    .where('person_id', '=', personId)
    .execute();
  return rows.map(({ caution }) => caution);
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
  await sql`select id from lot where id = (select lot_id from batch where id = ${id}) for update`.execute(db);
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
export async function listBatchesOfLot(db: Db, lotId: number) {
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

export async function readSteps(db: Db, batchId: number) {
  return db
    .selectFrom('batch_step')
    .innerJoin('batch', 'batch.id', 'batch_step.batch_id')
    .leftJoin('person', 'person.id', 'batch_step.written_by')
    .select(['turn', 'method', 'step', 'place', 'celsius', 'since', 'person.name as by'])
    .select(sql<string>`coalesce(batch_step.vessel, batch.vessel)`.as('vessel'))
    .where('batch_id', '=', batchId)
    .orderBy('turn')
    .execute();
}

export async function readChecks(db: Db, batchId: number) {
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

/** Weighings of a batch in the order of their time. */
export async function readWeighings(db: Db, batchId: number) {
  return db
    .selectFrom('weighing')
    .leftJoin('person', 'person.id', 'weighing.written_by')
    .select(['weighing.id', 'milligrams', 'scale_error as scaleError', 'typed', 'heavier', 'weighed_at as weighedAt', 'person.name as by'])
    .where('batch_id', '=', batchId)
    .orderBy('weighed_at')
    .orderBy('weighing.id')
    .execute();
}

/** The newest reading of the room, by this batch or any other; of a batch's own jar when a batch is given. */
export async function readAir(db: Db, jarOf?: number) {
  const readings = db.selectFrom('air_reading').select(['humidity', 'celsius', 'read_at as readAt']).orderBy('read_at', 'desc').limit(1);
  const found = jarOf === undefined ? readings.where('of', '=', 'room') : readings.where('of', '=', 'jar').where('batch_id', '=', jarOf);
  return found.executeTakeFirst();
}

export async function readEnd(db: Db, batchId: number) {
  return db
    .selectFrom('batch_end')
    .leftJoin('person', 'person.id', 'batch_end.ended_by')
    .select(['outcome', 'clean', 'typed', 'reason', 'ended_at as endedAt', 'person.name as by'])
    .where('batch_id', '=', batchId)
    .executeTakeFirst();
}

/** Lots that were brought in as fruit, heads or pods and are on nobody's bench yet, the one that spoils first at the head. */
export async function listWaiting(db: Db) {
  return db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select(['lot.code', 'lot.form', 'lot.open_by as openBy', 'line.name as variety', 'crop.name as crop', 'crop.facts', 'lot.treated'])
    .where('lot.form', 'in', ['whole fruit', 'heads or pods'])
    .where('lot.on_hand', '=', 0)
    .where(({ not, exists, selectFrom }) => not(exists(selectFrom('batch').select('batch.id').whereRef('batch.lot_id', '=', 'lot.id'))))
    .orderBy(sql`lot.open_by nulls last`)
    .orderBy('lot.id')
    .execute();
}

/** Seed that members are to bring back by a day, with its crop, and whether it is a grower who brings it. */
export async function listExpected(db: Db, until: string) {
  return db
    .selectFrom('open_loan')
    .innerJoin('loan', 'loan.id', 'open_loan.loan_id')
    .innerJoin('lot', 'lot.id', 'loan.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select((eb) => [
      'open_loan.due_on as dueOn',
      'crop.facts',
      eb
        .exists(
          eb
            .selectFrom('account')
            .select('account.id')
            .whereRef('account.person_id', '=', 'loan.member_id')
            .where('account.role', '=', 'grower')
            .where('account.closed_at', 'is', null),
        )
        .as('byGrower'),
    ])
    .where('open_loan.due_on', '<=', until)
    .execute();
}
