import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { TrialOutcome } from '#data/lots/tables.ts';

/** Trials of a lot, newest first, with how they ended. */
export async function findTrials(db: Db, lotId: LotId) {
  return db
    .selectFrom('trial')
    .leftJoin('trial_end', 'trial_end.trial_id', 'trial.id')
    .leftJoin('person', 'person.id', 'trial_end.ended_by')
    .leftJoin('line as old_line', 'old_line.id', 'trial_end.old_line')
    .leftJoin('line as new_line', 'new_line.id', 'trial_end.new_line')
    .select([
      'trial.id',
      'must_show as mustShow',
      'plants_wanted as plantsWanted',
      'set_on as setOn',
      'trial_end.outcome',
      'trial_end.reason',
      'trial_end.ended_on as endedOn',
      'person.name as endedBy',
      'old_line.name as oldName',
      'new_line.name as newName',
    ])
    .where('trial.lot_id', '=', lotId)
    .orderBy('trial.id', 'desc')
    .execute();
}

export async function createTrial(
  db: Db,
  trial: { lotId: LotId; mustShow: string; plantsWanted: number; setOn: Day; setBy: number | null; actKey: string },
): Promise<void> {
  await db
    .insertInto('trial')
    .values({
      lot_id: trial.lotId,
      must_show: trial.mustShow,
      plants_wanted: trial.plantsWanted,
      set_on: trial.setOn,
      set_by: trial.setBy,
      act_key: trial.actKey,
    })
    .execute();
}

export async function endTrial(
  db: Db,
  end: {
    trialId: number;
    outcome: TrialOutcome;
    reason: string;
    oldLine: number | null;
    newLine: number | null;
    endedOn: Day;
    endedBy: number;
    actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('trial_end')
    .values({
      trial_id: end.trialId,
      outcome: end.outcome,
      reason: end.reason,
      old_line: end.oldLine,
      new_line: end.newLine,
      ended_on: end.endedOn,
      ended_by: end.endedBy,
      act_key: end.actKey,
    })
    .execute();
}
