import { answerForm, closeLoanForm, dueForm, failureForm, lendInput } from '#contracts/desk/loans.ts';
import { ofLoan } from '#contracts/fields.ts';
import { seasonOf } from '#core/almanac/crop.ts';
import type { MayLend } from '#core/lending/mayLend.ts';
import { returnBy } from '#core/lending/returnBy.ts';
import { may } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { LOAN, loanState } from '#core/states/states.ts';
import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import type { BrokenRule } from '#data/databaseErrors.ts';
import { agreeDue, answerTold, closeLoan as writeClose, createLoan, findTold, lockLoan, tellFailure } from '#data/desk/loans.ts';
import { readHouse } from '#data/house/house.ts';
import { findPerson } from '#data/people/people.ts';
import { refuseFrozen, type StillFrozen } from '#services/bench/frozen.server.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { lendingOf } from '#services/stock/lineStock.server.ts';
import { drawFromLot, type Short } from '#services/stock/stock.server.ts';

export type LendProblem =
  | Short
  | NoLot
  | StillFrozen
  | { readonly code: 'no such member' }
  | { readonly code: 'not a member' }
  | { readonly code: 'refused'; readonly because: Exclude<MayLend, { answer: 'yes' }>; readonly isTested: boolean };

/** The rule of the desk as the database holds it. */
const BROKEN: Readonly<Partial<Record<BrokenRule, LendProblem>>> = {
  loan_not_of_hybrid: { code: 'refused', because: { answer: 'refused', why: 'F1' }, isTested: false },
  loan_not_of_held_lot: { code: 'refused', because: { answer: 'refused', why: 'hold', holds: [] }, isTested: false },
};

/** Hands house packets of one lot to a member; the packets leave the lot, and the day by which seed should come back is agreed. */
export const lendPackets = command(
  'packets lent',
  { input: lendInput, broken: BROKEN },
  async ({ tx, actor, now, today, refuse }: Inside<LendProblem>, lending) => {
    const member = (await findPerson(tx, lending.memberId)) ?? refuse({ code: 'no such member' });
    if (!member.isMember) refuse({ code: 'not a member' });
    const lot = await lockedLot(tx, lending.code, refuse);
    const seedsPerPacket = lot.facts.packet;
    const inPacket = unitsForSeeds(seedsPerPacket, lot.unit, lot.seedsPerGram);
    const amount = lending.packets * inPacket;
    const answer = await lendingOf(tx, lot, lending.packets * seedsPerPacket, today);
    // No reason brings more than there is.
    if (answer.answer === 'coordinator' && amount > lot.onHand) refuse({ code: 'short', onHand: lot.onHand, unit: lot.unit });
    const overridden = answer.answer === 'coordinator' && lending.overrideReason !== null && may(actor.role, 'override policy');
    if (answer.answer !== 'yes' && !overridden) refuse({ code: 'refused', because: answer, isTested: lot.laid !== null });
    await refuseFrozen(tx, lot.id, lending.warmed, { now, today }, refuse);
    await drawFromLot(
      tx,
      lot,
      amount,
      {
        actKey: lending.key,
        kind: 'lent',
        to: { outside: 'members' },
        typed: `${lending.packets} × ${seedsPerPacket} seeds`,
        reason: overridden ? lending.overrideReason : null,
        happenedOn: today,
        personId: actor.personId,
      },
      refuse,
      inPacket,
    );
    const house = (await readHouse(tx))!;
    const dueOn = returnBy(today, seasonOf(lot.facts), { last: house.lastFrost, first: house.firstFrost }).due;
    const loanId = await createLoan(tx, {
      lotId: lot.id,
      memberId: member.id,
      packets: lending.packets,
      seedsPerPacket,
      lentOn: today,
      dueOn,
      overrideReason: overridden ? lending.overrideReason : null,
      lentBy: actor.personId,
      actKey: lending.key,
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: { loanId, dueOn }, subject: lot.code };
  },
);

export type CloseProblem = { readonly code: 'no such loan' } | { readonly code: 'already closed' };

/** Closes a loan from which no seed comes back: the crop failed, the member goes on growing it, or it is written off. No blame. */
export const closeLoan = command(
  'loan closed',
  { input: ofLoan(closeLoanForm), detail: (close) => close.outcome },
  async ({ tx, actor, today, refuse }: Inside<CloseProblem>, close) => {
    const loan = (await lockLoan(tx, close.loanId)) ?? refuse({ code: 'no such loan' });
    if (!mayFollow(LOAN, loanState(loan), 'loan closed')) refuse({ code: 'already closed' });
    await writeClose(tx, {
      loanId: loan.id,
      outcome: close.outcome,
      closedOn: today,
      note: close.note,
      closedBy: actor.personId,
      actKey: close.key,
    });
    return { answer: { memberId: loan.memberId }, subject: loan.code };
  },
);

export type DueProblem =
  | { readonly code: 'no such loan' }
  | { readonly code: 'already closed' }
  | { readonly code: 'due in the past' }
  | { readonly code: 'nothing changed' };

/** Another day by which seed is expected, as agreed with the member; the first one stays to be read. */
export const agreeDueDate = command(
  'due date agreed',
  { input: ofLoan(dueForm) },
  async ({ tx, actor, today, refuse }: Inside<DueProblem>, agreed) => {
    const loan = (await lockLoan(tx, agreed.loanId)) ?? refuse({ code: 'no such loan' });
    if (!mayFollow(LOAN, loanState(loan), 'due date agreed')) refuse({ code: 'already closed' });
    if (agreed.dueOn <= today) refuse({ code: 'due in the past' });
    if (agreed.dueOn === loan.dueOn) refuse({ code: 'nothing changed' });
    await agreeDue(tx, {
      loanId: loan.id,
      dueOn: agreed.dueOn,
      why: agreed.why,
      agreedOn: today,
      writtenBy: actor.personId,
      actKey: agreed.key,
    });
    return { answer: null, subject: loan.code };
  },
);

export type FailureProblem = { readonly code: 'no such loan' } | { readonly code: 'already closed' } | { readonly code: 'told already' };

/** A member says that the crop of a loan failed, once; whoever works here answers. Of another's loan a member can tell nothing. */
export const tellFailedCrop = command(
  'failure told',
  { input: ofLoan(failureForm), broken: { loan_told_once: { code: 'told already' } } },
  async ({ tx, actor, today, refuse }: Inside<FailureProblem>, told) => {
    const loan = await lockLoan(tx, told.loanId);
    if (!loan || (!may(actor.role, 'work') && loan.memberId !== actor.personId)) return refuse({ code: 'no such loan' });
    if (!mayFollow(LOAN, loanState(loan), 'failure told')) refuse({ code: 'already closed' });
    await tellFailure(tx, { loanId: loan.id, note: told.note, toldOn: today, toldBy: actor.personId, actKey: told.key });
    return { answer: { memberId: loan.memberId }, subject: loan.code };
  },
);

export type AnswerProblem = { readonly code: 'no such loan' } | { readonly code: 'nothing told' } | { readonly code: 'answered already' };

/** What the library says to a member whose crop failed; the loan may stay open, for what is still to come. */
export const answerFailedCrop = command(
  'failure answered',
  { input: ofLoan(answerForm), broken: { loan_answered_once: { code: 'answered already' } } },
  async ({ tx, actor, today, refuse }: Inside<AnswerProblem>, answer) => {
    const loan = (await lockLoan(tx, answer.loanId)) ?? refuse({ code: 'no such loan' });
    const told = (await findTold(tx, loan.id)) ?? refuse({ code: 'nothing told' });
    await answerTold(tx, {
      toldId: told.id,
      answer: answer.answer,
      answeredOn: today,
      answeredBy: actor.personId,
      actKey: answer.key,
    });
    return { answer: null, subject: loan.code };
  },
);
