import type { Db } from '#data/database.ts';
import { readRecall } from '#data/lots/descent.ts';
import { createHold } from '#data/lots/holds.ts';
import type { Actor } from '#data/people/accounts.ts';
import { perform } from '#services/perform.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';

/** Stops a lot and everything that descends from it: a recall hold on each that has none yet. */
export function recall(db: Db, actor: Actor, today: string, call: { key: string; code: string; reason: string }) {
  return perform<{ held: number }, NoLot>(db, { key: call.key, command: 'recall', actor }, async (tx, refuse) => {
    const lot = await lockedLot(tx, call.code, refuse);
    const touched = (await readRecall(tx, lot.id)).filter(({ recalled }) => !recalled);
    for (const { id } of touched)
      await createHold(tx, { lotId: id, kind: 'recall', reason: call.reason, setOn: today, setBy: actor.personId, actKey: call.key });
    return { answer: { held: touched.length }, subject: lot.code };
  });
}
