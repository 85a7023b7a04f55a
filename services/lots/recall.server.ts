import { ofLot } from '#contracts/fields.ts';
import { calledForm, recallForm } from '#contracts/lots/seen.ts';
import { recordCalled } from '#data/desk/toTell.ts';
import { readRecall } from '#data/lots/descent.ts';
import { createHold } from '#data/lots/holds.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';

/** Stops a lot and everything that descends from it: a recall hold on each that has none yet. */
export const recall = command('recall', { input: ofLot(recallForm) }, async ({ tx, actor, today, refuse }: Inside<NoLot>, call) => {
  const lot = await lockedLot(tx, call.code, refuse);
  const touched = (await readRecall(tx, lot.id)).filter(({ recalled }) => !recalled);
  for (const { id } of touched)
    await createHold(tx, { lotId: id, kind: 'recall', reason: call.reason, setOn: today, setBy: actor.personId, actKey: call.key });
  return { answer: { held: touched.length }, subject: lot.code };
});

/** A member with packets of a recalled lot was called. */
export const tellRecall = command('recall told', { input: calledForm }, async ({ tx, actor, today, refuse }: Inside<NoLot>, called) => {
  const lot = await lockedLot(tx, called.of, refuse);
  await recordCalled(tx, { lotId: lot.id, memberId: called.memberId, toldOn: today, toldBy: actor.personId, actKey: called.key });
  return { answer: null, subject: lot.code };
});
