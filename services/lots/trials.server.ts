import { ofLot } from '#contracts/fields.ts';
import { trialForm, endTrialForm } from '#contracts/lots/seen.ts';
import { mayFollow } from '#core/states/machine.ts';
import { TRIAL, trialState } from '#core/states/states.ts';
import { createHold, findHolds, liftHold } from '#data/lots/holds.ts';
import { ensureLine } from '#data/lots/lines.ts';
import { updateLotLine } from '#data/lots/lots.ts';
import { endTrial as writeTrialEnd, findTrials, createTrial } from '#data/lots/trials.ts';
import { command, type Inside } from '#services/command.server.ts';
import { drawFromLot, type Short } from '#services/stock/stock.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';
import { refreshOutlook } from './outlook.server.ts';
import { refreshPromises } from './promises.server.ts';

/** Sets a trial: the lot is held until a few of its plants have shown what it is. */
export const setTrial = command('trial set', { input: ofLot(trialForm) }, async ({ tx, actor, today, refuse }: Inside<NoLot>, trial) => {
  const lot = await lockedLot(tx, trial.code, refuse);
  const set = { lotId: lot.id, setOn: today, setBy: actor.personId, actKey: trial.key };
  await createTrial(tx, { ...set, mustShow: trial.mustShow, plantsWanted: trial.plantsWanted });
  await createHold(tx, { ...set, kind: 'trial', reason: trial.mustShow });
  return { answer: null, subject: lot.code };
});

export interface TrialEnding {
  readonly key: string;
  readonly code: string;
  readonly trial: number;
  readonly outcome: 'released' | 'renamed' | 'discarded';
  readonly newName: string | null;
  readonly reason: string;
}
export type TrialProblem =
  NoLot | Short | { readonly code: 'no such trial' } | { readonly code: 'ended already' } | { readonly code: 'same name' };

/** Ends a trial: the lot is released, goes under another name, or is discarded. Its trial holds are lifted with the reason. */
export const endTrial = command(
  'trial ended',
  { input: ofLot(endTrialForm), detail: (ending) => ending.outcome },
  async ({ tx, actor, today, refuse }: Inside<TrialProblem>, ending) => {
    const lot = await lockedLot(tx, ending.code, refuse);
    const trial = (await findTrials(tx, lot.id)).find(({ id }) => id === ending.trial) ?? refuse({ code: 'no such trial' });
    if (!mayFollow(TRIAL, trialState(trial), 'trial ended')) refuse({ code: 'ended already' });
    const done = { reason: ending.reason, actKey: ending.key };
    let line = null;
    if (ending.outcome === 'renamed') {
      line = await ensureLine(tx, lot.cropId, ending.newName!);
      if (line.id === lot.lineId) refuse({ code: 'same name' });
      await updateLotLine(tx, lot.id, line.id, [lot.code, line.name, lot.crop, lot.facts.species].join(' '));
    }
    if (ending.outcome === 'discarded' && lot.onHand > 0)
      await drawFromLot(
        tx,
        lot,
        lot.onHand,
        { ...done, kind: 'discarded', to: { outside: 'waste' }, typed: null, happenedOn: today, personId: actor.personId },
        refuse,
      );
    await writeTrialEnd(tx, {
      ...done,
      trialId: trial.id,
      outcome: ending.outcome,
      oldLine: line ? lot.lineId : null,
      newLine: line?.id ?? null,
      endedOn: today,
      endedBy: actor.personId,
    });
    for (const hold of await findHolds(tx, lot.id))
      if (hold.liftedOn === null && (hold.kind === 'trial' || (hold.kind === 'identity' && ending.outcome === 'renamed')))
        await liftHold(tx, { ...done, holdId: hold.id, liftedOn: today, liftedBy: actor.personId });
    await refreshPromises(tx, [lot.id], today);
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);
