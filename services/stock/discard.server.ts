import { ofLot } from '#contracts/fields.ts';
import { discardForm } from '#contracts/tests/tests.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { assertWithinLimit, type CoordinatorOnly } from './limit.server.ts';
import { drawFromLot, type Short } from './stock.server.ts';

export type DiscardProblem = NoLot | { readonly code: 'nothing left' } | CoordinatorOnly | Short;

/** Throws away all that is left of a lot, with a reason. */
export const discardLot = command(
  'lot discarded',
  { input: ofLot(discardForm) },
  async ({ tx, actor, today, refuse }: Inside<DiscardProblem>, discard) => {
    const lot = await lockedLot(tx, discard.code, refuse);
    if (lot.onHand === 0) refuse({ code: 'nothing left' });
    await assertWithinLimit(tx, actor, lot, { units: lot.onHand, today }, refuse);
    await drawFromLot(
      tx,
      lot,
      lot.onHand,
      {
        actKey: discard.key,
        kind: 'discarded',
        to: { outside: 'waste' },
        typed: null,
        reason: discard.reason,
        happenedOn: today,
        personId: actor.personId,
      },
      refuse,
    );
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);
