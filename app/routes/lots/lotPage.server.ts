import { db } from '#app/platform/database.server.ts';
import { newFormKey } from '#app/platform/form.server.ts';
import { termsOf } from '#app/ui/StockBar.tsx';
import { hazardWords, healthWords } from '#words/promise.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { thickerOf } from '#core/germination/sowThicker.ts';
import { plantsBy } from '#core/house/rules.ts';
import { crossedShareKnown } from '#core/isolation/crossedShare.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import { ancestryOf } from '#core/lineage/lineage.ts';
import { holdsByRule } from '#core/passport/holds.ts';
import { mayLift } from '#core/people/may.ts';
import { hasSeason, seasonOfLot } from '#core/promise/judgeLot.ts';
import { whatWouldRaise } from '#core/promise/raise.ts';
import { reasonsFor } from '#core/promise/reasons.ts';
import { nextStepOf } from '#core/lots/nextStep.ts';
import { holdState, lotState } from '#core/states/states.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { findMethodTrial } from '#data/bench/methodTrials.ts';
import { findOpenings, findTreatments } from '#data/bench/treatments.ts';
import type { House } from '#data/house/house.ts';
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
import type { Actor } from '#data/people/accounts.ts';
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
import { happeningsOf } from './happenings.ts';
import { layOutDescent } from './layOutDescent.server.ts';
import { plantsView } from './plantsView.server.ts';
import { disagreesWith } from '#core/germination/quickLooks.ts';
import { lendingOfLot } from '#core/stock/lineStock.ts';

type Lot = NonNullable<Awaited<ReturnType<typeof findLotByCode>>>;

/** Who looks at it, in which house, on which day. */
interface Visit {
  readonly actor: Actor;
  readonly house: House;
  readonly today: Day;
}

/** All that the page of a lot shows, subject by subject. */
export async function readLotPage(lot: Lot, visit: Visit) {
  const [written, judged, stock, methodTrial, oldLabel, source] = await Promise.all([
    readWritten(lot.id),
    readLotForJudging(db, lot.id, lot.facts),
    readStock(lot, visit),
    findMethodTrial(db, lot.id),
    readLabelOf(db, lot.code),
    findSourceOfLot(db, lot.id),
  ]);
  const [germination, trueness] = await Promise.all([
    readGermination(lot, written.tests, visit),
    readTrueness(lot, judged, written.holds, visit),
  ]);
  const { facts, ...passport } = lot;
  return {
    today: visit.today,
    lot: { ...passport, facts: { species: facts.species, packetSeeds: facts.packet, seedLooks: facts.seedLooks } },
    state: lotState(lot),
    triesMethods: methodTrial !== undefined,
    hasOldLabel: oldLabel !== null && lot.onHand > 0,
    hazards: hazardWords({ treated: lot.treated, cautions: facts.cautions }),
    source,
    passports: written.passports,
    trials: written.trials,
    hiddenEggs: mayHideEggs(lot, written) ? facts.pests : [],
    happenings: happeningsOf({ lot, ...written, dayOf: (at) => dayInZone(at, visit.house.timeZone) }),
    ...stock,
    next: nextStepOf({
      toBeCleaned: lotState(lot) === 'to be cleaned',
      openBy: lot.openBy,
      countDue: written.tests.find(({ nextCountOn }) => nextCountOn !== null && nextCountOn <= visit.today)?.id ?? null,
      isHeld: written.holds.some((hold) => holdState(hold) === 'standing'),
      onHand: lot.onHand,
      nextTestOn: lot.nextTestOn,
      lending: stock.lending,
      packets: stock.packets,
      today: visit.today,
    }),
    ...germination,
    ...trueness,
    keys: { hold: newFormKey(), lift: newFormKey(), recount: newFormKey(), clean: newFormKey(), look: newFormKey(), discard: newFormKey() },
  };
}

/** Whether insects may be in the seed although nobody saw any: their eggs lie inside it, and it was never frozen nor kept without air. */
const mayHideEggs = (lot: Lot, { passports, treatments }: Awaited<ReturnType<typeof readWritten>>): boolean =>
  lot.facts.pests.length > 0 && lotState(lot) === 'kept' && passports[0]?.answers.insects === 'none' && treatments.length === 0;

/** Everything that was written of a lot and stands in its timeline. */
async function readWritten(lotId: LotId) {
  const [passports, corrections, holds, tests, evidence, incidents, trials, reports, potted, treatments, openings] = await Promise.all([
    readPassports(db, lotId),
    findCorrections(db, lotId),
    findHolds(db, lotId),
    testsOfLot(db, lotId),
    findEvidence(db, lotId),
    findIncidents(db, lotId),
    findTrials(db, lotId),
    findReports(db, { lotId }),
    readPotted(db, { lotId }),
    findTreatments(db, lotId),
    findOpenings(db, lotId),
  ]);
  return { passports, corrections, holds, tests, evidence, incidents, trials, reports, potted, treatments, openings };
}

async function readStock(lot: Lot, { house, today }: Visit) {
  const [ledger, holdings, loans, stock] = await Promise.all([
    readLedger(db, lot.id),
    findHoldings(db, lot.id),
    findLoansOfLot(db, lot.id),
    readStockOfLine(db, house, today, lot.lineId),
  ]);
  const { answer: lending, packets } = lendingOfLot(stock, lot.code);
  return {
    ledger,
    inPlace: holdings
      .filter(({ balance }) => balance > 0)
      .map(({ id, container, place, balance, packetUnits }) => ({
        id,
        container,
        place,
        packets: packetUnits === null ? null : Math.floor(balance / packetUnits),
      })),
    loans,
    lending,
    packets,
    stock: termsOf(stock),
    seeds: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram),
  };
}

async function readGermination(lot: Lot, tests: Awaited<ReturnType<typeof testsOfLot>>, { house, today }: Visit) {
  const last = tests.find((test) => test.outcome === 'read' && test.kind === 'viability');
  const [outlook, looks, result] = await Promise.all([
    readOutlook(db, lot.id),
    findQuickLooks(db, lot.id),
    last ? readTestResult(db, last, house, today) : null,
  ]);
  return {
    tests,
    // Told here: a chance is a figure of the server's, and its arithmetic no script that a phone has to load.
    looks: looks.map((look) => ({ ...look, disputed: result !== null && disagreesWith(look, result) })),
    result,
    outlook: outlook && { low: outlook.low, median: outlook.median, high: outlook.high },
    thicker: outlook && thickerOf(lot.verdict, outlook.median),
  };
}

type Judged = Awaited<ReturnType<typeof readLotForJudging>>;

/** What its promise is and why, what its holds are, whether it may be lent, and what it descends from. */
async function readTrueness(lot: Lot, judged: Judged, holds: Awaited<ReturnType<typeof findHolds>>, { actor, house }: Visit) {
  const [kin, promise] = await Promise.all([readDescent(db, lot.id), readPromise(db, lot.id)]);
  const said = judged.lot.passport;
  const ancestry = ancestryOf(
    kin.map((row) => ({ ...row, mothers: row.plants })),
    lot.id,
  );
  const asked = new Set<string>(
    promise ? holdsByRule(said, lot.facts, lot.origin, promise.promise, house.rules).map(({ why }) => why) : [],
  );
  return {
    kin: kin.map(({ donor: _donor, ...rest }) => rest),
    drawing: kin.length > 1 ? layOutDescent(kin) : null,
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
    health: healthWords(said),
    raises: whatWouldRaise(judged.lot, judged.knowledge),
    plants: plantsView(lot.facts, said, ancestry.diversity, lot.id, plantsBy(house.rules, lot.facts, lot.lineRules)),
    ancestry,
    holds: holds.map(({ rule, ...hold }) => ({
      ...hold,
      mayLift: mayLift(actor.role, hold.kind),
      isSpent: rule !== null && !asked.has(rule),
    })),
  };
}

/** The crossed share of its season when everything is at its middle. */
function centralShare({ lot, knowledge }: Judged): number | null {
  if (!hasSeason(lot.origin)) return null;
  const season = seasonOfLot(lot, knowledge);
  return season.neighbours === 'unknown' ? null : crossedShareKnown({ ...season, neighbours: season.neighbours });
}
