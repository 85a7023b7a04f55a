import type { Amount } from '#core/units/parseAmount.ts';
import type { Db } from '#data/database.ts';
import type { Actor } from '#data/people/accounts.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { perform } from '#services/perform.server.ts';
import { enterClean, unitsOf } from './cleaned.server.ts';

export type CleanedProblem = NoLot | { readonly code: 'clean already' };

/** Clean seed out of fruit or heads that were taken in whole: it enters the ledger, and the lot is clean from then on. */
export function receiveClean(
  db: Db,
  actor: Actor,
  today: string,
  cleaned: { key: string; code: string; amount: Amount & { typed: string } },
) {
  return perform<null, CleanedProblem>(db, { key: cleaned.key, command: 'clean seed received', actor }, async (tx, refuse) => {
    const lot = await lockedLot(tx, cleaned.code, refuse);
    if (lot.form === 'clean seed' || lot.form === 'on paper') refuse({ code: 'clean already' });
    const units = unitsOf(cleaned.amount, lot.unit, lot.seedsPerGram);
    await enterClean(tx, lot, {
      actKey: cleaned.key,
      units,
      typed: cleaned.amount.typed,
      today,
      actor,
      isLast: true,
      place: null,
      container: null,
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  });
}
