import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { HoldMark, LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { TestResult } from '#app/ui/TestResult.tsx';
import { hazardWords, healthWords } from '#app/ui/promiseWords.ts';
import { EVERYBODYS_PROBLEMS, nextTestWords, shortWords } from '#app/ui/sayings.ts';
import { Stock } from '#app/ui/units.tsx';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { cleanForm } from '#contracts/bench/clean.ts';
import { liftHoldForm, setHoldForm } from '#contracts/lots/holds.ts';
import { recountForm } from '#contracts/stock/stock.ts';
import { discardForm, quickLookForm } from '#contracts/tests/tests.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { dayInZone } from '#core/calendar/plainDate.ts';
import { thickerOf } from '#core/germination/sowThicker.ts';
import { plantsBy } from '#core/house/rules.ts';
import { crossedShareKnown } from '#core/isolation/crossedShare.ts';
import { mayLend } from '#core/lending/mayLend.ts';
import { ancestryOf } from '#core/lineage/lineage.ts';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import { holdsByRule } from '#core/passport/holds.ts';
import { known } from '#core/passport/passport.ts';
import type { Passport as PassportAnswers } from '#core/passport/passport.ts';
import { mayLift } from '#core/people/may.ts';
import { judgePlants } from '#core/population/bottleneck.ts';
import { driftRun } from '#core/population/drift.ts';
import { chanceOfKeeping, diversityKept, inbreeding } from '#core/population/effectivePlants.ts';
import { hasSeason, seasonOfLot } from '#core/promise/judgeLot.ts';
import { whatWouldRaise } from '#core/promise/raise.ts';
import { reasonsFor } from '#core/promise/reasons.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { findMethodTrial } from '#data/bench/methodTrials.ts';
import { findOpenings, findTreatments } from '#data/bench/treatments.ts';
import { readDescent, type KinRow } from '#data/lots/descent.ts';
import { findEvidence } from '#data/lots/evidence.ts';
import { findHolds } from '#data/lots/holds.ts';
import { findIncidents } from '#data/lots/incidents.ts';
import { existingCodes, findLoansOfLot, findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { readPassports } from '#data/lots/passports.ts';
import { readPromise } from '#data/lots/promises.ts';
import { findReports } from '#data/lots/reports.ts';
import { findTrials } from '#data/lots/trials.ts';
import { readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { readPotted } from '#data/tests/afterTest.ts';
import { findQuickLooks } from '#data/tests/quickLooks.ts';
import { testsOfLot } from '#data/tests/tests.ts';
import { isWithdrawn } from '#data/undo.ts';
import { receiveClean, type CleanedProblem } from '#services/bench/receiveClean.server.ts';
import { liftHold, setHold, type LiftProblem } from '#services/lots/holdSeed.server.ts';
import { readLotForJudging } from '#services/lots/promises.server.ts';
import { discardLot, type DiscardProblem } from '#services/stock/discard.server.ts';
import { recountLot, type RecountProblem } from '#services/stock/recount.server.ts';
import { recordQuickLook, type LookProblem } from '#services/tests/quickLooks.server.ts';
import { readTestResult } from '#services/tests/reading.server.ts';
import type { Route } from './+types/lot.ts';
import { Clean } from './Clean.tsx';
import { Descent } from './Descent.tsx';
import { Discard } from './Discard.tsx';
import { Holds } from './Holds.tsx';
import { Ledger } from './Ledger.tsx';
import { LendingReckoning } from './LendingReckoning.tsx';
import { LotTests } from './LotTests.tsx';
import { Passport } from './Passport.tsx';
import { PlantsReckoning, type PlantsView } from './PlantsReckoning.tsx';
import { PromiseReckoning } from './PromiseReckoning.tsx';
import { QuickLooks } from './QuickLooks.tsx';
import { Timeline } from './Timeline.tsx';
import { happeningsOf } from './happenings.ts';
import { layOutDescent } from './layOutDescent.server.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData ? `${loaderData.lot.crop} ‘${loaderData.lot.variety}’` : 'Lot'} · Kind Granary` },
];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const read = readLotCode(params.code);
  const lot = read.ok ? await findLotByCode(db, read.code) : undefined;
  if (!lot && read.ok && (await isWithdrawn(db, read.code))) throw data(null, { status: 410 });
  if (!lot) throw data({ near: !read.ok && read.why === 'check letter' ? await existingCodes(db, read.near) : [] }, { status: 404 });
  const [
    ledger,
    tests,
    kin,
    holds,
    holdings,
    loans,
    passports,
    promise,
    judged,
    evidence,
    incidents,
    trials,
    reports,
    methodTrial,
    outlook,
    potted,
    looks,
    treatments,
    openings,
  ] = await Promise.all([
    readLedger(db, lot.id),
    testsOfLot(db, lot.id),
    readDescent(db, lot.id),
    findHolds(db, lot.id),
    findHoldings(db, lot.id),
    findLoansOfLot(db, lot.id),
    readPassports(db, lot.id),
    readPromise(db, lot.id),
    readLotForJudging(db, lot.id, lot.facts),
    findEvidence(db, lot.id),
    findIncidents(db, lot.id),
    findTrials(db, lot.id),
    findReports(db, { lotId: lot.id }),
    findMethodTrial(db, lot.id),
    readOutlook(db, lot.id),
    readPotted(db, { lotId: lot.id }),
    findQuickLooks(db, lot.id),
    findTreatments(db, lot.id),
    findOpenings(db, lot.id),
  ]);
  const said = judged.lot.passport;
  const last = tests.find((test) => test.outcome === 'read' && test.kind === 'viability');
  const active = holds.filter(({ liftedOn }) => liftedOn === null);
  const asked = new Set<string>(
    promise ? holdsByRule(said, lot.facts, lot.origin, promise.promise, house.rules).map(({ why }) => why) : [],
  );
  const { facts, ...passport } = lot;
  return {
    triesMethods: methodTrial !== undefined,
    lot: { ...passport, facts: { species: facts.species, packetSeeds: facts.packet } },
    hazards: hazardWords({ treated: lot.treated, cautions: facts.cautions }),
    today,
    seeds: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram),
    isNew: new URL(request.url).searchParams.has('new'),
    ledger,
    tests,
    outlook: outlook && { low: outlook.low, median: outlook.median, high: outlook.high },
    thicker: outlook && thickerOf(lot.verdict, outlook.median),
    kin: kin.map(({ donor: _donor, ...rest }) => rest),
    drawing: kin.length > 1 ? layOutDescent(kin) : null,
    passports,
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
    plants: plantsView(lot.facts, said, kin, lot.id, plantsBy(house.rules, lot.facts, lot.lineRules)),
    ancestry: ancestryOf(
      kin.map((row) => ({ ...row, mothers: row.plants })),
      lot.id,
    ),
    trials,
    happenings: happeningsOf({
      lot,
      passports,
      holds,
      tests,
      evidence,
      incidents,
      trials,
      reports,
      potted,
      treatments,
      openings,
      dayOf: (at) => dayInZone(at, house.timeZone),
    }),
    holdings,
    loans,
    holds: holds.map(({ rule, ...hold }) => ({
      ...hold,
      mayLift: mayLift(actor.role, hold.kind),
      isSpent: rule !== null && !asked.has(rule),
    })),
    lending: mayLend({
      hybridUnderName: lot.kind === 'F1' && !lot.offspring,
      holds: active.map(({ kind }) => kind),
      onHand: lot.onHand,
      verdict: lot.verdict,
    }),
    result: last ? await readTestResult(db, last, house, today) : null,
    looks,
    keys: { hold: newFormKey(), lift: newFormKey(), recount: newFormKey(), clean: newFormKey(), look: newFormKey(), discard: newFormKey() },
  };
}

/** How many plants gave seed, what that keeps, and what chance would do; the same lot always shows the same runs. */
function plantsView(crop: Crop, said: PassportAnswers, kin: readonly KinRow[], lotId: number, wanted: number): PlantsView {
  const plants = judgePlants(crop, known(said.plantsHarvested), known(said.plantsStanding), wanted);
  const t = (crop.outcrossing[0] + crop.outcrossing[1]) / 200;
  const generations = kin.map(({ effective }) => effective);
  const chance = seeded(lotId);
  return {
    ...plants,
    rareKept: plants.mothers === null ? null : chanceOfKeeping(0.05, plants.mothers, inbreeding(t)),
    diversity: generations.every((effective) => effective !== null) ? diversityKept(generations) : null,
    drift: plants.effective === null ? [] : Array.from({ length: 12 }, () => driftRun(0.5, Math.max(1, plants.effective!), 10, chance)),
  };
}

/** A generator of numbers from 0 up to 1, the same for the same start (Park and Miller 1988). */
function seeded(start: number): () => number {
  let state = (start % 2_147_483_646) + 1;
  return () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
}

/** The crossed share of its season when everything is at its middle. */
function centralShare({ lot, knowledge }: Awaited<ReturnType<typeof readLotForJudging>>): number | null {
  if (!hasSeason(lot.origin)) return null;
  const season = seasonOfLot(lot, knowledge);
  return season.neighbours === 'unknown' ? null : crossedShareKnown({ ...season, neighbours: season.neighbours });
}

function troubleOf(problem: LiftProblem | RecountProblem | CleanedProblem | LookProblem | DiscardProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'no such hold':
      return { '': ['There is no such hold'] };
    case 'already lifted':
      return { '': ['It has been lifted meanwhile'] };
    case 'not yours to lift':
      return { reason: [`A hold for ${problem.kind} is lifted by a coordinator`] };
    case 'short':
      return { amount: [shortWords(problem)] };
    case 'clean already':
      return { amount: ['It is clean already. Count the shelf instead'] };
    case 'nothing changed':
      return { amount: ['That is what the book says already'] };
    case 'look in the future':
      return { lookedOn: ['That is still to come'] };
    case 'nothing left':
      return { '': ['Nothing of it is left'] };
    case 'coordinator only':
      return { reason: [`More than ${problem.most} seeds are a coordinator’s to throw away`] };
    case 'other unit':
      return { amount: ['This lot is counted in seeds. Write a number of seeds'] };
  }
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const { intent, act } = formActs(await formOf(request), ['hold', 'lift', 'recount', 'clean', 'look', 'discard'], troubleOf);
  switch (intent) {
    case 'lift':
      return act(liftHoldForm, (lift) => liftHold(db, actor, today, { ...lift, code }));
    case 'recount':
      return act(recountForm, (count) => recountLot(db, actor, today, { ...count, code }));
    case 'clean':
      return act(cleanForm, (clean) => receiveClean(db, actor, today, { ...clean, code }));
    case 'look':
      return act(quickLookForm, (look) => recordQuickLook(db, actor, today, { ...look, code }));
    case 'discard':
      return act(discardForm, (discard) => discardLot(db, actor, today, { ...discard, code }));
    case 'hold':
      return act(setHoldForm, (hold) => setHold(db, actor, today, { ...hold, code }));
  }
}

export default function Lot({ loaderData, actionData }: Route.ComponentProps) {
  const { lot, seeds, holds } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, lot.code);
  const active = holds.filter(({ liftedOn }) => liftedOn === null);
  const uncleaned = lot.form === 'whole fruit' || lot.form === 'heads or pods';
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <>
      {loaderData.isNew && (
        <Notice tone="good">
          {lot.origin === 'blend' ? 'Blended' : 'Taken in'}. Write <LotCode>{lot.code}</LotCode> on the container, or{' '}
          <a className="underline" href={`/lots/${lot.code}/label`}>
            print its label
          </a>
          .
        </Notice>
      )}
      <PageHead
        title={`${lot.crop} ‘${lot.variety}’`}
        about={
          <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <LotCode>{lot.code}</LotCode>
            <i>{lot.facts.species}</i>
            <Link className="link" to={`/lines/${lot.lineId}`}>
              Its line
            </Link>
            <Link className="link" to={`/almanac/${lot.cropId}`}>
              How to grow and save it
            </Link>
            <TreatedMark treated={lot.treated} />
            {active.map((hold) => (
              <HoldMark key={hold.id} kind={hold.kind} />
            ))}
          </span>
        }
        actions={
          <>
            <ButtonLink to={`/lots/${lot.code}/label`}>Label</ButtonLink>
            <ButtonLink to={`/lots/${lot.code}/bench`} look={uncleaned ? 'action' : 'plain'}>
              {uncleaned ? 'Clean it' : 'To the bench'}
            </ButtonLink>
            {!uncleaned && <ButtonLink to={`/lots/${lot.code}/away`}>Freezer, jar</ButtonLink>}
            {lot.onHand > 0 && <ButtonLink to={`/lots/${lot.code}/purity`}>Purity</ButtonLink>}
            {lot.onHand > 0 && <ButtonLink to={`/lots/${lot.code}/pack`}>Pack</ButtonLink>}
            {lot.onHand > 0 && <ButtonLink to={`/lots/${lot.code}/move`}>Move</ButtonLink>}
            {lot.onHand > 0 && <ButtonLink to={`/lots/${lot.code}/give`}>Give away</ButtonLink>}
            {(uncleaned || loaderData.triesMethods) && <ButtonLink to={`/lots/${lot.code}/methods`}>Try methods</ButtonLink>}
            {!uncleaned && <ButtonLink to={`/lots/${lot.code}/test`}>Lay a test</ButtonLink>}
          </>
        }
      />
      {loaderData.hazards.map((caution) => (
        <Notice key={caution} tone="poor">
          {caution}
        </Notice>
      ))}
      <p className="mb-6 text-large">
        <b className="font-slab text-title">
          {lot.onHand > 0 ? <Stock amount={lot.onHand} unit={lot.unit} /> : uncleaned ? 'To be cleaned' : 'Used up'}
        </b>
        {lot.unit === 'mg' && lot.onHand > 0 && <> {formatAboutSeeds(seeds)}</>}
        {loaderData.holdings
          .filter(({ balance }) => balance > 0)
          .map(({ id, container, place, balance, packetUnits }) => (
            <span key={id} className="text-soft">
              , {packetUnits === null ? container : `${Math.floor(balance / packetUnits)} packets`}, {place}
            </span>
          ))}
      </p>
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
        <div className="min-w-0 space-y-8">
          {uncleaned && <Clean form={lot.form} openBy={lot.openBy} formKey={keys.clean} result={resultOf('clean')} />}
          <PromiseReckoning
            code={lot.code}
            promise={loaderData.promise}
            reasons={loaderData.reasons}
            raises={loaderData.raises}
            central={loaderData.central}
            health={loaderData.health}
            ancestry={loaderData.ancestry}
          />
          {lot.origin !== 'blend' && <PlantsReckoning plants={loaderData.plants} />}
          <LendingReckoning
            code={lot.code}
            lending={loaderData.lending}
            seeds={seeds}
            packetSeeds={lot.facts.packetSeeds}
            verdict={lot.verdict}
            thicker={loaderData.thicker}
            nextTest={lot.nextTestOn && { on: lot.nextTestOn, why: nextTestWords(lot.nextTestReason) }}
          />
          {loaderData.result && <TestResult {...loaderData.result} code={lot.code} onLotPage />}
          <Holds holds={holds} keys={keys} setResult={resultOf('hold')} liftResult={resultOf('lift')} />
        </div>
        <div className="min-w-0 space-y-8">
          <Passport lot={lot} versions={loaderData.passports} />
          <LotTests tests={loaderData.tests} code={lot.code} outlook={loaderData.outlook} />
          <QuickLooks key={keys.look} looks={loaderData.looks} today={loaderData.today} formKey={keys.look} result={resultOf('look')} />
        </div>
      </div>
      {loaderData.drawing && <Descent kin={loaderData.kin} drawing={loaderData.drawing} self={lot.id} />}
      <div className="mt-10">
        <Timeline happenings={loaderData.happenings} />
      </div>
      <Ledger entries={loaderData.ledger} unit={lot.unit} loans={loaderData.loans} recountKey={keys.recount} result={resultOf('recount')} />
      {lot.onHand > 0 && <Discard key={keys.discard} treated={lot.treated} formKey={keys.discard} result={resultOf('discard')} />}
    </>
  );
}
