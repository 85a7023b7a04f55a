import { ofLot } from '#contracts/fields.ts';
import { calledForm, recallForm } from '#contracts/lots/seen.ts';
import { recordCalled, recordGiftTold } from '#data/desk/toTell.ts';
import type { Day, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { readRecall } from '#data/lots/descent.ts';
import { createHold } from '#data/lots/holds.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';

/** Stops a lot and everything that descends from it: a recall hold on each that has none yet. */
export const recall = command('recall', { input: ofLot(recallForm) }, async ({ tx, actor, today, refuse }: Inside<NoLot>, call) => {
  const lot = await lockedLot(tx, call.code, refuse);
  const held = await holdKin(tx, lot.id, { reason: call.reason, setOn: today, setBy: actor.personId, actKey: call.key });
  return { answer: { held }, subject: lot.code };
});

/**
 * Puts a recall hold on a lot and on everything that descends from it, where none lies yet.
 * @returns on how many
 */
export async function holdKin(
  tx: Db,
  lotId: LotId,
  hold: { readonly reason: string; readonly setOn: Day; readonly setBy: PersonId; readonly actKey: string },
): Promise<number> {
  const touched = (await readRecall(tx, lotId)).filter(({ recalled }) => !recalled);
  for (const { id } of touched) await createHold(tx, { lotId: id as LotId, kind: 'recall', ...hold });
  return touched.length;
}

/** A member with packets of a recalled lot, or whoever was given seed of it, was told. */
export const tellRecall = command('recall told', { input: calledForm }, async ({ tx, actor, today, refuse }: Inside<NoLot>, called) => {
  const lot = await lockedLot(tx, called.of, refuse);
  const told = { lotId: lot.id, toldOn: today, toldBy: actor.personId, actKey: called.key };
  if ('giftId' in called) await recordGiftTold(tx, { ...told, giftId: called.giftId });
  else await recordCalled(tx, { ...told, memberId: called.memberId });
  return { answer: null, subject: lot.code };
});
