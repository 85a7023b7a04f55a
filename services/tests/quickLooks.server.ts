import type { Db } from '#data/database.ts';
import type { Actor } from '#data/people/accounts.ts';
import { addQuickLook, type NewQuickLook } from '#data/tests/quickLooks.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { perform } from '#services/perform.server.ts';

export type LookProblem = NoLot | { readonly code: 'look in the future' };

/** Writes down a quick look. It changes no verdict and no outlook. */
export function recordQuickLook(
  db: Db,
  actor: Actor,
  today: string,
  look: Omit<NewQuickLook, 'lotId' | 'lookedBy' | 'actKey'> & { key: string; code: string },
) {
  return perform<null, LookProblem>(db, { key: look.key, command: 'quick look', actor }, async (tx, refuse) => {
    const lot = await lockedLot(tx, look.code, refuse);
    if (look.lookedOn > today) refuse({ code: 'look in the future' });
    await addQuickLook(tx, { ...look, lotId: lot.id, lookedBy: actor.personId, actKey: look.key });
    return { answer: null, subject: lot.code };
  });
}
