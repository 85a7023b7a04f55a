import { sql } from 'kysely';
import type { Method } from '#core/bench/methods.ts';
import type { Step } from '#core/bench/steps.ts';
import type { BatchId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Act } from './batches.ts';

export interface NewStep extends Act {
  readonly batchId: BatchId;
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

export async function readSteps(db: Db, batchId: BatchId) {
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
