import { ofLot } from '#contracts/fields.ts';
import { quickLookForm } from '#contracts/tests/tests.ts';
import { addQuickLook } from '#data/tests/quickLooks.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';

export type LookProblem = NoLot | { readonly code: 'look in the future' };

/** Records a quick look. It changes no verdict and no outlook. */
export const recordQuickLook = command(
  'quick look',
  { input: ofLot(quickLookForm) },
  async ({ tx, actor, today, refuse }: Inside<LookProblem>, look) => {
    const lot = await lockedLot(tx, look.code, refuse);
    if (look.lookedOn > today) refuse({ code: 'look in the future' });
    await addQuickLook(tx, { ...look, lotId: lot.id, lookedBy: actor.personId, actKey: look.key });
    return { answer: null, subject: lot.code };
  },
);
