import { ofLot } from '#contracts/fields.ts';
import { recountForm } from '#contracts/stock/stock.ts';
import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import { move } from '#data/stock/ledger.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { drawFromLot, looseHolding, type Short } from './stock.server.ts';

export type RecountProblem =
  NoLot | Short | { readonly code: 'nothing changed' } | { readonly code: 'other unit'; readonly unit: 'seed' | 'mg' };

/** Puts the book right after a shelf count: the difference is found or missing, with a reason; nothing is erased. */
export const recountLot = command(
  'stock counted',
  { input: ofLot(recountForm) },
  async ({ tx, actor, today, refuse }: Inside<RecountProblem>, recount) => {
    const lot = await lockedLot(tx, recount.code, refuse);
    const { amount } = recount;
    if (amount?.kind === 'weight' && lot.unit === 'seed') refuse({ code: 'other unit', unit: 'seed' });
    const now =
      amount === null ? 0 : amount.kind === 'weight' ? amount.milligrams : unitsForSeeds(amount.seeds, lot.unit, lot.seedsPerGram);
    const difference = now - lot.onHand;
    if (difference === 0) refuse({ code: 'nothing changed' });
    const movement = {
      actKey: recount.key,
      typed: amount?.typed ?? '0',
      reason: recount.reason,
      happenedOn: today,
      personId: actor.personId,
    };
    if (difference < 0)
      await drawFromLot(tx, lot, -difference, { ...movement, kind: 'missing', to: { outside: 'count difference' } }, refuse);
    else
      await move(tx, {
        ...movement,
        lotId: lot.id,
        kind: 'found',
        from: { outside: 'count difference' },
        to: { holding: await looseHolding(tx, lot.id) },
        amount: difference,
      });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);
