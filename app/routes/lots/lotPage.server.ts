import { db } from '#app/platform/database.server.ts';
import { newFormKey } from '#app/platform/form.server.ts';
import type { SignedIn } from '#app/platform/visit.server.ts';
import { termsOf } from '#app/ui/StockBar.tsx';
import { hazardWords, healthWords } from '#words/promise.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { thickerOf } from '#core/germination/sowThicker.ts';
import { plantsBy } from '#core/house/rules.ts';
import { crossedShareKnown } from '#core/isolation/crossedShare.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { ancestryOf } from '#core/lineage/lineage.ts';
import { holdsByRule } from '#core/passport/holds.ts';
import type { Passport } from '#core/passport/passport.ts';
import { mayLift } from '#core/people/may.ts';
import { hasSeason, seasonOfLot } from '#core/promise/judgeLot.ts';
import { whatWouldRaise } from '#core/promise/raise.ts';
import { reasonsFor } from '#core/promise/reasons.ts';
import { nextStepOf } from '#core/lots/nextStep.ts';
import { holdState, lotState } from '#core/states/states.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { findMethodTrial } from '#data/bench/methodTrials.ts';
import { findOpenings, findTreatments } from '#data/bench/treatments.ts';
import { readDescent } from '#data/lots/descent.ts';
import { findCorrections } from '#data/lots/corrections.ts';
import { findEvidence } from '#data/lots/evidence.ts';
import { findHolds } from '#data/lots/holds.ts';
import { findIncidents } from '#data/lots/incidents.ts';
import { findLoansOfLot, type findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { readPassports } from '#data/lots/passports.ts';
import { readPromise } from '#data/lots/promises.ts';
import { findReports } from '#data/lots/reports.ts';
import { findTrials } from '#data/lots/trials.ts';
import { readLedger } from '#data/stock/ledger.ts';
import { findSourceOfLot } from '#data/exchange/sources.ts';
import { findHoldings } from '#data/stock/places.ts';
import { readPotted } from '#data/tests/afterTest.ts';
import { findQuickLooks } from '#data/tests/quickLooks.ts';
import { testsOfLot } from '#data/tests/tests.ts';
import { readLabelOf } from '#services/lots/labels.server.ts';
import { readLotForJudging } from '#services/lots/promises.server.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import { readTestResult } from '#services/tests/reading.server.ts';
import type { Part } from './Glance.tsx';
import { happeningsOf } from './happenings.ts';
import { layOutDescent } from './layOutDescent.server.ts';
import { readLotActs } from './lotActs.server.ts';
import { plantsView } from './plantsView.server.ts';
import { disagreesWith } from '#core/germination/quickLooks.ts';
import { lendingOfLot } from '#core/stock/lineStock.ts';

type Lot = NonNullable<Awaited<ReturnType<typeof findLotByCode>>>;

/** What a lot's page shows on each of its parts, and the one part that is looked at. */
export async function readLotPage(lot: Lot, visit: SignedIn, part: Part) {
  const head = await readHead(lot, visit);
  const { facts, ...passport } = lot;
  const { holds, tests, stock, outlook, oldLabel, methodTrial } = head;
  const state = lotState(lot);
  const { answer: lending, packets } = lendingOfLot(stock, lot.code);
  const active = holds.filter((hold) => holdState(hold) === 'standing');
  return {
    today: visit.today,
    lot: { ...passport, facts: { species: facts.species, packetSeeds: facts.packet, seedLooks: facts.seedLooks } },
    state,
    triesMethods: methodTrial !== undefined,
    hasOldLabel: oldLabel !== null && lot.onHand > 0,
    hazards: hazardWords({ treated: lot.treated, cautions: facts.cautions }),
    activeHolds: active.map(({ id, kind }) => ({ id, kind })),
    inPlace: head.holdings
      .filter(({ balance }) => balance > 0)
      .map(({ id, container, place, balance, packetUnits }) => ({
        id,
        container,
        place,
        packets: packetUnits === null ? null : Math.floor(balance / packetUnits),
      })),
    seeds: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram),
    lending,
    packets,
    outlook: outlook && { low: outlook.low, median: outlook.median, high: outlook.high },
    promise: head.promise?.promise ?? null,
    next: nextStepOf({
      toBeCleaned: state === 'to be cleaned',
      openBy: lot.openBy,
      countDue: tests.find(({ nextCountOn }) => nextCountOn !== null && nextCountOn <= visit.today)?.id ?? null,
      isHeld: active.length > 0,
      onHand: lot.onHand,
      nextTestOn: lot.nextTestOn,
      lending,
      packets,
      today: visit.today,
    }),
    keys: { hold: newFormKey(), lift: newFormKey(), recount: newFormKey(), clean: newFormKey(), look: newFormKey(), discard: newFormKey() },
    overview: part === 'overview' ? await readOverview(lot, head, visit) : null,
    provenance: part === 'provenance' ? await readProvenance(lot, visit) : null,
    germination: part === 'germination' ? await readGermination(lot, tests, visit) : null,
    ledger: part === 'stock' ? await readStock(lot) : null,
    history: part === 'history' ? await readHistory(lot, head, visit) : null,
  };
}

type Head = Awaited<ReturnType<typeof readHead>>;

/** What every part stands under: where its seed is, whether it may be lent, what it promises, how it germinates, and its holds. */
async function readHead(lot: Lot, { house, today }: SignedIn) {
  const [holds, tests, holdings, stock, outlook, promise, methodTrial, oldLabel] = await Promise.all([
    findHolds(db, lot.id),
    testsOfLot(db, lot.id),
    findHoldings(db, lot.id),
    readStockOfLine(db, house, today, lot.lineId),
    readOutlook(db, lot.id),
    readPromise(db, lot.id),
    findMethodTrial(db, lot.id),
    readLabelOf(db, lot.code),
  ]);
  return { holds, tests, holdings, stock, outlook, promise, methodTrial, oldLabel };
}

/** Everything that was written of a lot, in the order in which it happened, and the acts that can be undone. */
async function readHistory(lot: Lot, { holds, tests }: Head, visit: SignedIn) {
  const [passports, corrections, evidence, incidents, trials, reports, potted, treatments, openings, acts] = await Promise.all([
    readPassports(db, lot.id),
    findCorrections(db, lot.id),
    findEvidence(db, lot.id),
    findIncidents(db, lot.id),
    findTrials(db, lot.id),
    findReports(db, { lotId: lot.id }),
    readPotted(db, { lotId: lot.id }),
    findTreatments(db, lot.id),
    findOpenings(db, lot.id),
    readLotActs(lot.code, visit),
  ]);
  const written = { lot, passports, corrections, holds, tests, evidence, incidents, trials, reports, potted, treatments, openings };
  return { happenings: happeningsOf({ ...written, dayOf: (at) => dayInZone(at, visit.house.timeZone) }), acts };
}

async function readStock(lot: Lot) {
  const [entries, loans] = await Promise.all([readLedger(db, lot.id), findLoansOfLot(db, lot.id)]);
  return { entries, loans };
}

async function readGermination(lot: Lot, tests: Head['tests'], { house, today }: SignedIn) {
  const last = tests.find((test) => test.outcome === 'read' && test.kind === 'viability');
  const [looks, result] = await Promise.all([findQuickLooks(db, lot.id), last ? readTestResult(db, last, house, today) : null]);
  return {
    tests,
    // Told here: a chance is a figure of the server's, and its arithmetic no script that a phone has to load.
    looks: looks.map((look) => ({ ...look, disputed: result !== null && disagreesWith(look, result) })),
    result,
  };
}

/** What it descends from: its kin, and what their mother plants kept. */
async function readLineage(lotId: LotId) {
  const kin = await readDescent(db, lotId);
  return {
    kin,
    ancestry: ancestryOf(
      kin.map((row) => ({ ...row, mothers: row.plants })),
      lotId,
    ),
  };
}

async function readProvenance(lot: Lot, { house }: SignedIn) {
  const [versions, source, { kin, ancestry }] = await Promise.all([
    readPassports(db, lot.id),
    findSourceOfLot(db, lot.id),
    readLineage(lot.id),
  ]);
  return {
    versions,
    source,
    kin: kin.map(({ donor: _donor, ...rest }) => rest),
    drawing: kin.length > 1 ? layOutDescent(kin) : null,
    plants: plantsView(lot.facts, versions[0]!.answers, ancestry.diversity, lot.id, plantsBy(house.rules, lot.facts, lot.lineRules)),
  };
}

/** Why its promise is what it is, whether it may be lent, and which of its holds may have had their day. */
async function readOverview(lot: Lot, { holds, stock, outlook, promise }: Head, { actor, house }: SignedIn) {
  const [judged, { ancestry }, treatments] = await Promise.all([
    readLotForJudging(db, lot.id, lot.facts),
    readLineage(lot.id),
    findTreatments(db, lot.id),
  ]);
  const answers = judged.lot.passport;
  const asked = new Set<string>(
    promise ? holdsByRule(answers, lot.facts, lot.origin, promise.promise, house.rules).map(({ why }) => why) : [],
  );
  return {
    stock: termsOf(stock),
    thicker: outlook && thickerOf(lot.verdict, outlook.median),
    hiddenEggs: mayHideEggs(lot, answers, treatments.length) ? lot.facts.pests : [],
    promise: promise && {
      promise: promise.promise,
      chance: promise.chance,
      chanceTrue: promise.chance_true,
      chanceLikely: promise.chance_likely,
      low: promise.low,
      middle: promise.middle,
      high: promise.high,
    },
    reasons: reasonsFor(judged.lot, judged.knowledge),
    central: centralShare(judged),
    health: healthWords(answers),
    raises: whatWouldRaise(judged.lot, judged.knowledge),
    ancestry,
    holds: holds.map(({ rule, ...hold }) => ({
      ...hold,
      mayLift: mayLift(actor.role, hold.kind),
      isSpent: rule !== null && !asked.has(rule),
    })),
  };
}

/** Whether insects may be in the seed although nobody saw any: their eggs lie inside it, and it was never frozen nor kept without air. */
const mayHideEggs = (lot: Lot, answers: Passport, treatments: number): boolean =>
  lot.facts.pests.length > 0 && lotState(lot) === 'kept' && answers.insects === 'none' && treatments === 0;

/** The crossed share of its season when everything is at its middle. */
function centralShare({ lot, knowledge }: Awaited<ReturnType<typeof readLotForJudging>>): number | null {
  if (!hasSeason(lot.origin)) return null;
  const season = seasonOfLot(lot, knowledge);
  return season.neighbours === 'unknown' ? null : crossedShareKnown({ ...season, neighbours: season.neighbours });
}
