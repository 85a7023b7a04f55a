import { may } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';
import { findLoan } from '#data/desk/loans.ts';
import { lockLot } from '#data/lots/lots.ts';
import { addEmergence } from '#data/lots/outlooks.ts';
import type { Actor } from '#data/people/accounts.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { perform } from '#services/perform.server.ts';

export type EmergenceProblem =
  NoLot | { readonly code: 'in the future' } | { readonly code: 'before it came in'; readonly takenInOn: string };

/** Writes down what came up in somebody's garden; it enters the outlook with the soil's own share, and never as a test. */
export function recordEmergence(
  db: Db,
  actor: Actor,
  today: string,
  seen: { key: string; code: string; sown: number; up: number; seenOn: string; note: string | null },
) {
  return perform<null, EmergenceProblem>(db, { key: seen.key, command: 'emergence told', actor }, async (tx, refuse) => {
    const lot = await lockedLot(tx, seen.code, refuse);
    if (seen.seenOn > today) refuse({ code: 'in the future' });
    if (seen.seenOn < lot.takenInOn) refuse({ code: 'before it came in', takenInOn: lot.takenInOn });
    await addEmergence(tx, { ...seen, lotId: lot.id, writtenBy: actor.personId, actKey: seen.key });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  });
}

export type LoanEmergenceProblem =
  EmergenceProblem | { readonly code: 'no such loan' } | { readonly code: 'more than was lent'; readonly seeds: number };

/** What a member saw come up of a loan, told at the desk or by the member; of another's loan a member can tell nothing. */
export function recordLoanEmergence(
  db: Db,
  actor: Actor,
  today: string,
  seen: { key: string; loanId: number; sown: number; up: number; seenOn: string; note: string | null },
) {
  return perform<{ memberId: number }, LoanEmergenceProblem>(
    db,
    { key: seen.key, command: 'emergence of a loan told', actor },
    async (tx, refuse) => {
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
}
