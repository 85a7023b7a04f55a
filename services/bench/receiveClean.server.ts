import { cleanForm } from '#contracts/bench/clean.ts';
import { ofLot } from '#contracts/fields.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { enterClean, unitsOf } from './cleaned.server.ts';
import { weightBrought } from '#words/kept.ts';

export type CleanedProblem =
  NoLot | { readonly code: 'clean already' } | { readonly code: 'more than was brought'; readonly brought: number };

/** Clean seed out of fruit or heads that were taken in whole: it enters the ledger, and the lot is clean from then on. */
export const receiveClean = command(
  'clean seed received',
  { input: ofLot(cleanForm) },
  async ({ tx, actor, today, refuse }: Inside<CleanedProblem>, cleaned) => {
    const lot = await lockedLot(tx, cleaned.code, refuse);
    if (lot.form === 'clean seed' || lot.form === 'on paper') refuse({ code: 'clean already' });
    const brought = weightBrought(lot.note);
    if (brought !== null && cleaned.amount.kind === 'weight' && cleaned.amount.milligrams > brought)
      refuse({ code: 'more than was brought', brought });
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
  },
);
