import type { Intake } from '#contracts/intake.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { earliestDay, yearOf } from '#core/calendar/plainDate.ts';
import { holdByRule } from '#core/lots/holdByRule.ts';
import { middleSeedsPerGram } from '#core/units/seedsAndWeight.ts';
import type { Actor } from '#data/accounts.ts';
import type { Db } from '#data/database.ts';
import { readCrop } from '#data/house.ts';
import { move } from '#data/ledger.ts';
import { closeLoan, lockLoan, recordReturn } from '#data/loans.ts';
import { createHold } from '#data/holds.ts';
import { createLot, ensureLine, findLot, takeLotCode } from '#data/lots.ts';
import { createHolding, ensurePlace } from '#data/places.ts';
import { createPerson, ensureGarden, findPerson, matchPeople } from '#data/people.ts';
import { refreshOutlook } from './outlook.server.ts';
import { perform, type Refuse } from './perform.server.ts';

export type IntakeProblem =
  | { readonly code: 'no such crop' }
  | { readonly code: 'harvest in the future' }
  | { readonly code: 'harvest before parent'; readonly parentHarvest: string }
  | { readonly code: 'who is it'; readonly near: readonly { readonly id: number; readonly name: string }[] }
  | { readonly code: 'loan is closed' }
  | { readonly code: 'another crop was lent'; readonly lent: string };

interface Parent {
  readonly loanId: number;
  readonly lotId: number;
  readonly memberId: number;
  readonly generation: number | null;
}

/** Takes in a lot: donated, bought or found, or seed that comes back from a loan and becomes a child of the lent lot. */
export function receiveLot(db: Db, actor: Actor, today: string, intake: Intake) {
  return perform<{ code: string }, IntakeProblem>(
    db,
    { key: intake.key, kind: intake.loanId === null ? 'lot taken in' : 'seed returned', actor },
    async (tx, refuse) => {
      const crop = (await readCrop(tx, intake.cropId)) ?? refuse({ code: 'no such crop' });
      if (intake.harvested && earliestDay(intake.harvested) > today) refuse({ code: 'harvest in the future' });
      const parent = intake.loanId === null ? null : await findParent(tx, intake.loanId, intake, refuse);
      const lot = await writeLot(tx, actor, today, intake, crop, parent, refuse);
      if (parent) {
        await recordReturn(tx, { loanId: parent.loanId, lotId: lot.id, returnedOn: today, actKey: intake.key });
        if (!intake.keepsLoanOpen)
          await closeLoan(tx, {
            loanId: parent.loanId,
            outcome: 'returned',
            closedOn: today,
            note: null,
            closedBy: actor.personId,
            actKey: intake.key,
          });
      }
      await refreshOutlook(tx, lot.id, today);
      return { answer: { code: lot.code }, subject: lot.code };
    },
  );
}

async function findParent(tx: Db, loanId: number, intake: Intake, refuse: Refuse<IntakeProblem>): Promise<Parent> {
  const loan = await lockLoan(tx, loanId);
  if (!loan || loan.outcome !== null) return refuse({ code: 'loan is closed' });
  const lent = (await findLot(tx, loan.lotId))!;
  if (lent.cropId !== intake.cropId) refuse({ code: 'another crop was lent', lent: lent.crop });
  // A year alone is not before a month of the same year.
  const known = Math.min(lent.harvested?.length ?? 0, intake.harvested?.length ?? 0);
  if (lent.harvested && intake.harvested && intake.harvested.slice(0, known) < lent.harvested.slice(0, known))
    refuse({ code: 'harvest before parent', parentHarvest: lent.harvested });
  return { loanId, lotId: lent.id, memberId: loan.memberId, generation: lent.generation };
}

async function writeLot(
  tx: Db,
  actor: Actor,
  today: string,
  intake: Intake,
  crop: Crop,
  parent: Parent | null,
  refuse: Refuse<IntakeProblem>,
) {
  const donorId = parent ? parent.memberId : await findOrAddDonor(tx, intake, refuse);
  const gardenId = intake.garden === null ? null : await ensureGarden(tx, donorId, intake.garden);
  const line = await ensureLine(tx, crop.id, intake.variety);
  const code = await takeLotCode(tx, yearOf(today));
  const weighed = intake.amount.kind === 'weight';
  const perGram = middleSeedsPerGram({ low: crop.seedsPerGram[0], high: crop.seedsPerGram[1] });
  const id = await createLot(
    tx,
    {
      code,
      lineId: line.id,
      origin: parent ? 'returned' : intake.origin,
      kind: intake.kind,
      unit: weighed ? 'mg' : 'seed',
      seedsPerGram: perGram,
      donorId,
      gardenId,
      harvested: intake.harvested,
      plantsHarvested: intake.plantsHarvested,
      isolation: intake.isolation,
      storedSoFar: intake.storedSoFar,
      unknowns: intake.unknowns,
      generation: parent ? (parent.generation === null ? null : parent.generation + 1) : 0,
      note: intake.note,
      takenInOn: today,
      searchText: [code, line.name, crop.name, crop.species].join(' '),
      actKey: intake.key,
    },
    parent ? [parent.lotId] : [],
  );
  const holding = await createHolding(tx, { lotId: id, placeId: await ensurePlace(tx, intake.place), container: intake.container });
  await move(tx, {
    actKey: intake.key,
    lotId: id,
    kind: parent ? 'returned in' : 'received',
    from: { outside: parent ? 'members' : 'donors' },
    to: { holding },
    amount: intake.amount.kind === 'weight' ? intake.amount.milligrams : intake.amount.seeds,
    typed: intake.amount.typed,
    reason: null,
    happenedOn: today,
    personId: actor.personId,
  });
  const hold = holdByRule(intake.kind);
  if (hold) await createHold(tx, { lotId: id, ...hold, setOn: today, setBy: null, actKey: intake.key });
  return { id, code };
}

/** The person of this name; a new one when nobody is called nearly so, or when the desk says it is somebody new. */
async function findOrAddDonor(tx: Db, intake: Intake, refuse: Refuse<IntakeProblem>): Promise<number | null> {
  if (intake.donor === null) return null;
  const numbered = /^(.*) · (\d+)$/.exec(intake.donor);
  if (numbered) {
    const person = await findPerson(tx, Number(numbered[2]));
    if (person && person.name === numbered[1]) return person.id;
  }
  const near = await matchPeople(tx, intake.donor);
  const exact = near.filter((person) => person.exact);
  if (exact.length === 1) return exact[0]!.id;
  if (near.length > 0 && !intake.donorIsNew) refuse({ code: 'who is it', near });
  return createPerson(tx, { name: intake.donor, email: null, phone: null, note: null, isMember: false });
}
