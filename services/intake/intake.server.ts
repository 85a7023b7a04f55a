import type { z } from 'zod';
import type { Back } from '#core/passport/back.ts';
import { intakeInput, refuseSeedInput } from '#contracts/intake/intake.ts';
import type { Interview } from '#contracts/intake/interview.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import { aimBy, takesHybrids } from '#core/house/rules.ts';
import type { Day, GrowOutId, LoanId, LotId, PersonId } from '#core/kernel/kinds.ts';
import { before, contradictionsIn, type Contradiction } from '#core/passport/contradictions.ts';
import { onItsLot } from '#core/passport/onItsLot.ts';
import { known, type Passport } from '#core/passport/passport.ts';
import { boltsInherit, isLeafy } from '#core/passport/questions.ts';
import { searchKey } from '#core/search/searchKey.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState, LOAN, loanState } from '#core/states/states.ts';
import { middleSeedsPerGram, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { readCrop } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { closeLoan, lockLoan, recordReturn } from '#data/desk/loans.ts';
import { lockGrowOut } from '#data/growouts/growOuts.ts';
import { readHouse, type House } from '#data/house/house.ts';
import { findDraft, forgetDraft } from '#data/intake/drafts.ts';
import { recordEvidence } from '#data/lots/evidence.ts';
import { ensureLine, nearLineNames } from '#data/lots/lines.ts';
import { createLot, findLot, takeLotCode } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { ensureGarden, nearGardens } from '#data/people/gardens.ts';
import { createPerson, findPerson, lockNewPeople, matchPeople } from '#data/people/people.ts';
import { move } from '#data/stock/ledger.ts';
import { createHolding, ensurePlace } from '#data/stock/places.ts';
import { command, type Inside } from '#services/command.server.ts';
import { takeStep } from '#services/growouts/steps.server.ts';
import { layHolds } from '#services/lots/holds.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { refreshPromises } from '#services/lots/promises.server.ts';
import { writePassport } from '#services/lots/writePassport.server.ts';
import { placeGarden, type BadPlace } from '#services/people/gardens.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { offspringOf, toBeCleaned } from '#words/kept.ts';

export type IntakeProblem =
  | { readonly code: 'no such crop' }
  | { readonly code: 'contradiction'; readonly found: readonly Contradiction[] }
  | { readonly code: 'harvest before parent'; readonly parentHarvest: string }
  | { readonly code: 'harvest before it was lent' | 'seed in the first year'; readonly since: Day }
  | { readonly code: 'which garden'; readonly near: readonly string[] }
  | { readonly code: 'which variety'; readonly near: readonly string[] }
  | { readonly code: 'who is it'; readonly near: readonly { readonly id: number; readonly name: string }[] }
  | { readonly code: 'loan is closed' | 'grow-out has ended' }
  | { readonly code: 'another crop was lent' | 'another variety was sown'; readonly lent: string }
  | { readonly code: 'hybrids are not taken' }
  | BadPlace;

export type Intake = z.output<typeof intakeInput>;

interface Parent {
  readonly back: Back;
  readonly lotId: LotId;
  readonly growerId: PersonId | null;
  readonly generation: number | null;
  readonly variety: string;
}

/** What is judged by the interview alone, before anything is written: answers that contradict, and the house's rule on hybrids. */
function checkInterview(interview: Interview, crop: Crop, house: Pick<House, 'rules'>, today: Day): IntakeProblem | null {
  const found = contradictionsIn(interview.passport, crop, interview.variety, today);
  if (found.length > 0) return { code: 'contradiction', found };
  if (interview.passport.kind === 'F1' && !takesHybrids(house.rules)) return { code: 'hybrids are not taken' };
  return null;
}

/** Takes in a lot: donated, bought, found or market fruit, or seed that comes back from a loan or a grow-out and becomes a child of the lot it was grown from. */
export const receiveLot = command(
  { oneOf: ['lot taken in', 'seed returned'], which: (intake) => (intake.back === null ? 'lot taken in' : 'seed returned') },
  { input: intakeInput },
  async ({ tx, actor, today, refuse }: Inside<IntakeProblem>, intake) => {
    const { interview } = intake;

    const crop = (await readCrop(tx, interview.cropId)) ?? refuse({ code: 'no such crop' });
    const house = (await readHouse(tx))!;
    const fault = checkInterview(interview, crop, house, today);
    if (fault) refuse(fault);
    const parent = intake.back === null ? null : await findParent(tx, intake.back, interview, refuse);
    const lot = await writeLot(tx, { actor, today, intake, crop, house, parent, refuse });
    if (parent) await closeReturn({ tx, actor, today }, intake, parent, lot.id, crop);
    await refreshPromises(tx, parent ? [parent.lotId, lot.id] : [lot.id], today);
    await layHolds(tx, lot.id, today);
    await refreshOutlook(tx, lot.id, today);
    if (intake.draftId) await forgetDraft(tx, intake.draftId);
    return { answer: { code: lot.code }, subject: lot.code };
  },
);

async function findParent(tx: Db, back: Back, interview: Interview, refuse: Refuse<IntakeProblem>): Promise<Parent> {
  const from = back.of === 'loan' ? await openLoan(tx, back.id, refuse) : await openGrowOut(tx, back.id, refuse);
  const lent = (await findLot(tx, from.lotId))!;
  if (lent.cropId !== interview.cropId) refuse({ code: 'another crop was lent', lent: lent.crop });
  // What has crossed is taken in as its offspring; another name would lose where it came from.
  if (back.of === 'grow-out' && searchKey(interview.variety) !== searchKey(lent.variety))
    refuse({ code: 'another variety was sown', lent: lent.variety });
  const harvested = known(interview.passport.harvested);
  if (before(harvested, lent.harvested)) refuse({ code: 'harvest before parent', parentHarvest: lent.harvested! });
  const { since } = from;
  const asks = since !== null && !interview.sureHarvested;
  if (asks && before(harvested, since)) refuse({ code: 'harvest before it was lent', since });
  if (asks && harvested !== null && seedsTooSoon(lent.facts, interview.passport, since, harvested))
    refuse({ code: 'seed in the first year', since });
  return { back, lotId: lent.id, growerId: from.growerId, generation: lent.generation, variety: lent.variety };
}

/** What a crop of two seasons gave in the year it was handed out is seed of bolters; where that is said, it is taken. */
const seedsTooSoon = (crop: Crop, { bolters }: Passport, since: Day, harvested: string): boolean =>
  crop.ripeWeeks !== null && boltsInherit(crop, isLeafy(crop.id)) && bolters !== 'saved from' && yearOf(harvested) === yearOf(since);

type From = Pick<Parent, 'lotId' | 'growerId'> & { readonly since: Day | null };

async function openLoan(tx: Db, id: LoanId, refuse: Refuse<IntakeProblem>): Promise<From> {
  const loan = await lockLoan(tx, id);
  if (!loan || !mayFollow(LOAN, loanState(loan), 'seed returned')) return refuse({ code: 'loan is closed' });
  return { lotId: loan.lotId, growerId: loan.memberId, since: loan.lentOn };
}

async function openGrowOut(tx: Db, id: GrowOutId, refuse: Refuse<IntakeProblem>): Promise<From> {
  const growOut = await lockGrowOut(tx, id);
  if (!growOut || !mayFollow(GROW_OUT, growOutState(growOut), 'seed returned')) return refuse({ code: 'grow-out has ended' });
  return { lotId: growOut.lotId, growerId: growOut.growerId, since: growOut.handedOverOn };
}

interface Writing {
  readonly actor: Actor;
  readonly today: Day;
  readonly intake: Intake;
  readonly crop: Crop;
  readonly house: House;
  readonly parent: Parent | null;
  readonly refuse: Refuse<IntakeProblem>;
}

async function writeLot(tx: Db, writing: Writing): Promise<{ id: number; code: string }> {
  const { actor, today, intake, crop, house, parent, refuse } = writing;
  const { interview } = intake;
  const { passport } = interview;
  const donorId = parent ? parent.growerId : await findOrAddDonor(tx, interview, refuse);
  if (interview.garden !== null && !interview.gardenIsNew) {
    const near = await nearGardens(tx, interview.garden);
    if (near.length > 0) refuse({ code: 'which garden', near });
  }
  const gardenId = interview.garden === null ? null : await ensureGarden(tx, donorId, interview.garden);
  if (gardenId !== null && interview.gardenPlace) await placeGarden(tx, gardenId, interview.gardenPlace, house, actor, refuse);
  if (!parent && !interview.varietyIsNew) {
    const near = await nearLineNames(tx, crop.id, lineName(interview));
    if (near.length > 0) refuse({ code: 'which variety', near });
  }
  const line = await ensureLine(tx, crop.id, lineName(interview), {
    offspring: passport.offspring,
    aim: aimBy(house.rules, passport),
  });
  const code = await takeLotCode(tx, yearOf(today));
  const stock = stockOf(interview, crop);
  const id = await createLot(
    tx,
    {
      code,
      lineId: line.id,
      origin: interview.source,
      ...onItsLot(crop, passport, today),
      unit: stock.unit,
      seedsPerGram: stock.perGram,
      donorId,
      gardenId,
      generation: parent ? (parent.generation === null ? null : parent.generation + 1) : 0,
      note:
        [interview.brought.kind === 'uncleaned' ? toBeCleaned(interview.brought.typed) : null, interview.note].filter(Boolean).join('. ') ||
        null,
      takenInOn: today,
      searchText: [code, line.name, crop.name, crop.species].join(' '),
      actKey: intake.key,
    },
    parent ? [{ id: parent.lotId, seeds: null }] : [],
  );
  await writePassport(tx, { lotId: id, answers: passport, why: null, writtenOn: today, writtenBy: actor.personId, actKey: intake.key });
  const holding = await createHolding(tx, { lotId: id, placeId: await ensurePlace(tx, interview.place), container: interview.container });
  if (stock.amount > 0)
    await move(tx, {
      actKey: intake.key,
      lotId: id,
      kind: parent ? 'returned in' : 'received',
      from: { outside: parent === null ? 'donors' : parent.back.of === 'loan' ? 'members' : 'growers' },
      to: { holding },
      amount: stock.amount,
      typed: interview.brought.typed,
      reason: null,
      happenedOn: today,
      personId: actor.personId,
    });
  return { id, code };
}

/** The line it is kept under: its name, or "Offspring of" it. */
function lineName({ variety, passport }: Pick<Interview, 'variety' | 'passport'>): string {
  return passport.offspring && !/^offspring of /i.test(variety) ? offspringOf(variety) : variety;
}

/** Small seed is kept by weight, large seed by count, unless it came counted or weighed. Uncleaned stock starts at nothing. */
function stockOf({ brought, passport }: Interview, crop: Crop): { unit: StockUnit; perGram: number; amount: number } {
  const perGram = passport.sample
    ? (passport.sample.seeds * 1000) / passport.sample.milligrams
    : middleSeedsPerGram({ low: crop.seedsPerGram[0], high: crop.seedsPerGram[1] });
  if (brought.kind === 'uncleaned') return { unit: perGram > 20 ? 'mg' : 'seed', perGram, amount: 0 };
  const { amount } = brought;
  return amount.kind === 'weight' ? { unit: 'mg', perGram, amount: amount.milligrams } : { unit: 'seed', perGram, amount: amount.seeds };
}

/** What grew of the lot is evidence on it; and the loan or grow-out ends unless more is still to come. */
async function closeReturn(
  { tx, actor, today }: Pick<Writing, 'actor' | 'today'> & { readonly tx: Db },
  intake: Intake,
  parent: Parent,
  lotId: LotId,
  crop: Crop,
): Promise<void> {
  const { passport, keepsLoanOpen } = intake.interview;
  const actKey = intake.key;
  const lookedAt = known(passport.plantsSown) ?? known(passport.plantsStanding);
  const offTypes = known(passport.offTypes);
  if (lookedAt !== null && offTypes !== null)
    await recordEvidence(tx, {
      lotId: parent.lotId,
      seen: 'plants',
      source: 'grow-out',
      offTypes,
      lookedAt,
      shows: (crop.crossesShow[0] + crop.crossesShow[1]) / 200,
      seenOn: today,
      note: null,
      insteadOf: null,
      writtenBy: actor.personId,
      actKey,
    });
  if (parent.back.of === 'grow-out')
    return takeStep({ tx, actor, today }, { growOutId: parent.back.id, step: keepsLoanOpen ? 'back in part' : 'back', key: actKey, lotId });
  await recordReturn(tx, { loanId: parent.back.id, lotId, actKey });
  if (!keepsLoanOpen)
    await closeLoan(tx, { loanId: parent.back.id, outcome: 'returned', closedOn: today, note: null, closedBy: actor.personId, actKey });
}

/** The person of this name; a new one when nobody is called nearly so, or when the desk says it is somebody new. */
async function findOrAddDonor(tx: Db, { donor, donorIsNew }: Interview, refuse: Refuse<IntakeProblem>): Promise<number | null> {
  if (donor === null) return null;
  const numbered = /^(.*) · (\d+)$/.exec(donor);
  if (numbered) {
    const person = await findPerson(tx, Number(numbered[2]));
    if (person && person.name === numbered[1]) return person.id;
  }
  // Two who bring in the same new person at once: the second finds whom the first has added.
  await lockNewPeople(tx);
  const near = await matchPeople(tx, donor);
  const exact = near.filter((person) => person.exact);
  if (exact.length === 1) return exact[0]!.id;
  if (near.length > 0 && !donorIsNew) refuse({ code: 'who is it', near });
  return createPerson(tx, { name: donor, email: null, phone: null, note: null, isMember: false });
}

/** Seed that is turned away at the desk: nothing is taken in, and the record says why. */
export const refuseSeed = command(
  'seed refused',
  { input: refuseSeedInput },
  async ({ tx, refuse }: Inside<{ readonly code: 'no such draft' }>, refusal) => {
    if (refusal.draftId && !(await findDraft(tx, refusal.draftId))) refuse({ code: 'no such draft' });
    if (refusal.draftId) await forgetDraft(tx, refusal.draftId);
    return { answer: null, subject: `${refusal.what}: ${refusal.why}`.slice(0, 200) };
  },
);
