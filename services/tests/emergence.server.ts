import { ofLoan, ofLot } from '#contracts/fields.ts';
import { emergenceForm } from '#contracts/tests/emergence.ts';
import type { Day, Seeds } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { findLoan } from '#data/desk/loans.ts';
import { lockLot } from '#data/lots/lots.ts';
import { addEmergence } from '#data/lots/outlooks.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';

export type EmergenceProblem = NoLot | { readonly code: 'in the future' } | { readonly code: 'before it came in'; readonly takenInOn: Day };

/** Records what came up in somebody's garden; it enters the outlook with the soil's own share, and never as a test. */
export const recordEmergence = command(
  'emergence told',
  { input: ofLot(emergenceForm) },
  async ({ tx, actor, today, refuse }: Inside<EmergenceProblem>, seen) => {
    const lot = await lockedLot(tx, seen.code, refuse);
    if (seen.seenOn > today) refuse({ code: 'in the future' });
    if (seen.seenOn < lot.takenInOn) refuse({ code: 'before it came in', takenInOn: lot.takenInOn });
    await addEmergence(tx, { ...seen, lotId: lot.id, writtenBy: actor.personId, actKey: seen.key });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);

export type LoanEmergenceProblem =
  EmergenceProblem | { readonly code: 'no such loan' } | { readonly code: 'more than was lent'; readonly seeds: Seeds };

/** What a member saw come up of a loan, told at the desk or by the member; of another's loan a member can tell nothing. */
export const recordLoanEmergence = command(
  'emergence of a loan told',
  { input: ofLoan(emergenceForm) },
  async ({ tx, actor, today, refuse }: Inside<LoanEmergenceProblem>, seen) => {
    const loan = await findLoan(tx, seen.loanId);
    if (!loan || (!may(actor.role, 'work') && loan.memberId !== actor.personId)) return refuse({ code: 'no such loan' });
    const lent = loan.packets * loan.seedsPerPacket;
    if (seen.sown > lent) refuse({ code: 'more than was lent', seeds: lent });
    if (seen.seenOn > today) refuse({ code: 'in the future' });
    if (seen.seenOn < loan.lentOn) refuse({ code: 'before it came in', takenInOn: loan.lentOn });
    await lockLot(tx, loan.code);
    await addEmergence(tx, { ...seen, lotId: loan.lotId, writtenBy: actor.personId, actKey: seen.key });
    await refreshOutlook(tx, loan.lotId, today);
    return { answer: { memberId: loan.memberId }, subject: loan.code };
  },
);
