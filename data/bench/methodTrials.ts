import type { Method } from '#core/bench/methods.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export interface NewMethodTrial {
  readonly lotId: LotId;
  readonly usual: number;
  readonly difference: number;
  readonly seedsEach: number;
  readonly begunOn: Day;
  readonly by: number;
  readonly actKey: string;
}

export async function createMethodTrial(db: Db, trial: NewMethodTrial, arms: readonly { method: Method; lotId: LotId }[]): Promise<number> {
  const { id } = await db
    .insertInto('method_trial')
    .values({
      lot_id: trial.lotId,
      usual: trial.usual,
      difference: trial.difference,
      seeds_each: trial.seedsEach,
      begun_on: trial.begunOn,
      begun_by: trial.by,
      act_key: trial.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  await db
    .insertInto('method_trial_arm')
    .values(arms.map(({ method, lotId }) => ({ trial_id: id, method, lot_id: lotId, act_key: trial.actKey })))
    .execute();
  return id;
}

export async function endMethodTrial(
  db: Db,
  end: { trialId: number; learnt: string; rule: string | null; endedOn: Day; by: number; actKey: string },
): Promise<void> {
  const { trialId, learnt, rule, endedOn, by, actKey } = end;
  await db
    .insertInto('method_trial_end')
    .values({ trial_id: trialId, learnt, rule, ended_on: endedOn, ended_by: by, act_key: actKey })
    .execute();
}

/** The trial of methods that a lot is part of, and what each part has come to; undefined where there is none. */
export async function findMethodTrial(db: Db, lotId: LotId) {
  const trial = await db
    .selectFrom('method_trial')
    .innerJoin('method_trial_arm as own', 'own.trial_id', 'method_trial.id')
    .leftJoin('method_trial_end', 'method_trial_end.trial_id', 'method_trial.id')
    .leftJoin('person as beginner', 'beginner.id', 'method_trial.begun_by')
    .leftJoin('person as ender', 'ender.id', 'method_trial_end.ended_by')
    .select([
      'beginner.name as begunBy',
      'ender.name as endedBy',
      'method_trial.id',
      'usual',
      'difference',
      'seeds_each as seedsEach',
      'begun_on as begunOn',
      'learnt',
      'rule',
      'ended_on as endedOn',
    ])
    .where('own.lot_id', '=', lotId)
    .executeTakeFirst();
  if (!trial) return undefined;
  const arms = await db
    .selectFrom('method_trial_arm')
    .innerJoin('lot', 'lot.id', 'method_trial_arm.lot_id')
    .select(['method', 'lot.id as lotId', 'lot.code', 'lot.form', 'lot.on_hand as onHand', 'lot.unit'])
    .select(['lot.seeds_per_gram as seedsPerGram', 'lot.tested_sprouted as sprouted', 'lot.tested_laid as laid'])
    .select((eb) =>
      eb.selectFrom('batch').select('batch.id').whereRef('batch.lot_id', '=', 'lot.id').orderBy('batch.id', 'desc').limit(1).as('batchId'),
    )
    .where('trial_id', '=', trial.id)
    .orderBy('lot.id')
    .execute();
  return { ...trial, arms };
}
