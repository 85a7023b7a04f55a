import { data, Link } from 'react-router';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import { mayLend } from '#core/lending/mayLend.ts';
import { mayLift } from '#core/people/may.ts';
import { formatAboutSeeds, formatStock } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { liftHoldForm, recountForm, setHoldForm } from '#contracts/work.ts';
import { readLedger } from '#data/ledger.ts';
import { findHolds } from '#data/holds.ts';
import { existingCodes, findLoansOfLot, findLotByCode, findRelatives } from '#data/lots.ts';
import { findHoldings } from '#data/places.ts';
import { testsOfLot } from '#data/tests.ts';
import { liftHold, recountLot, setHold, type LiftProblem, type RecountProblem } from '#services/shelves.server.ts';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, parseWithZod } from '#app/platform/form.server.ts';
import { readTestResult } from '#app/platform/testResult.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { HoldMark, LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { TestResult } from '#app/ui/TestResult.tsx';
import { EVERYBODYS_PROBLEMS, nextTestWords, shortWords } from '#app/ui/sayings.ts';
import type { Route } from './+types/lot.ts';
import { Family } from './Family.tsx';
import { Holds } from './Holds.tsx';
import { Ledger } from './Ledger.tsx';
import { LendingReckoning } from './LendingReckoning.tsx';
import { LotTests } from './LotTests.tsx';
import { Passport } from './Passport.tsx';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData ? `${loaderData.lot.crop} ‘${loaderData.lot.variety}’` : 'Lot'} · Kind Granary` },
];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const read = readLotCode(params.code);
  const lot = read.ok ? await findLotByCode(db, read.code) : undefined;
  if (!lot) throw data({ near: !read.ok && read.why === 'check letter' ? await existingCodes(db, read.near) : [] }, { status: 404 });
  const [ledger, tests, relatives, holds, holdings, loans] = await Promise.all([
    readLedger(db, lot.id),
    testsOfLot(db, lot.id),
    findRelatives(db, lot.id),
    findHolds(db, lot.id),
    findHoldings(db, lot.id),
    findLoansOfLot(db, lot.id),
  ]);
  const last = tests.find((test) => test.outcome === 'read');
  const active = holds.filter(({ liftedOn }) => liftedOn === null);
  const { facts, ...passport } = lot;
  return {
    lot: { ...passport, facts: { species: facts.species, packetSeeds: facts.packetSeeds, cautions: facts.cautions } },
    today,
    seeds: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram),
    isNew: new URL(request.url).searchParams.has('new'),
    ledger,
    tests,
    relatives,
    holdings,
    loans,
    holds: holds.map((hold) => ({ ...hold, mayLift: mayLift(actor.role, hold.kind) })),
    lending: mayLend({ kind: lot.kind, holds: active.map(({ kind }) => kind), onHand: lot.onHand, verdict: lot.verdict }),
    result: last ? await readTestResult(db, last, house) : null,
    keys: { hold: newFormKey(), lift: newFormKey(), recount: newFormKey() },
  };
}

function holdErrors(problem: LiftProblem | RecountProblem): Record<string, string[]> {
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
    case 'nothing changed':
      return { amount: ['That is what the book says already'] };
    case 'other unit':
      return { amount: ['This lot is counted in seeds. Write a number of seeds'] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const form = await request.formData();
  const intent = String(form.get('intent'));
  const code = params.code;
  if (intent === 'lift') {
    const submission = parseWithZod(form, { schema: liftHoldForm });
    if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
    const done = await liftHold(db, actor, today, { ...submission.value, code });
    return done.ok
      ? { intent, result: null }
      : notAccepted({ intent, result: submission.reply({ fieldErrors: holdErrors(done.problem) }) });
  }
  if (intent === 'recount') {
    const submission = parseWithZod(form, { schema: recountForm });
    if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
    const done = await recountLot(db, actor, today, { ...submission.value, code });
    return done.ok
      ? { intent, result: null }
      : notAccepted({ intent, result: submission.reply({ fieldErrors: holdErrors(done.problem) }) });
  }
  const submission = parseWithZod(form, { schema: setHoldForm });
  if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
  const done = await setHold(db, actor, today, { ...submission.value, code });
  return done.ok
    ? { intent, result: null }
    : notAccepted({ intent, result: submission.reply({ formErrors: [EVERYBODYS_PROBLEMS['no such lot']] }) });
}

export default function Lot({ loaderData, actionData }: Route.ComponentProps) {
  const { lot, seeds, holds, keys } = loaderData;
  const active = holds.filter(({ liftedOn }) => liftedOn === null);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <>
      {loaderData.isNew && (
        <Notice tone="good">
          Taken in. Write <LotCode>{lot.code}</LotCode> on the container, or{' '}
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
            <Link className="link" to={`/almanac/${lot.cropId}`}>
              How to grow and save it
            </Link>
            {active.map((hold) => (
              <HoldMark key={hold.id} kind={hold.kind} />
            ))}
          </span>
        }
        actions={
          <>
            <ButtonLink to={`/lots/${lot.code}/label`}>Label</ButtonLink>
            <ButtonLink to={`/lots/${lot.code}/test`}>Lay a test</ButtonLink>
          </>
        }
      />
      {lot.facts.cautions.map((caution) => (
        <Notice key={caution} tone="poor">
          {caution}
        </Notice>
      ))}
      <p className="mb-6 text-large">
        <b className="font-slab text-title">{lot.onHand === 0 ? 'Used up' : formatStock(lot.onHand, lot.unit)}</b>
        {lot.unit === 'mg' && lot.onHand > 0 && <> {formatAboutSeeds(seeds)}</>}
        {loaderData.holdings
          .filter(({ balance }) => balance > 0)
          .map(({ id, container, place }) => (
            <span key={id} className="text-soft">
              , {container}, {place}
            </span>
          ))}
      </p>
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
        <div className="min-w-0 space-y-8">
          <LendingReckoning
            code={lot.code}
            lending={loaderData.lending}
            seeds={seeds}
            packetSeeds={lot.facts.packetSeeds}
            verdict={lot.verdict}
            nextTest={lot.nextTestOn && { on: lot.nextTestOn, why: nextTestWords(lot.nextTestReason) }}
          />
          {loaderData.result && <TestResult {...loaderData.result} code={lot.code} onLotPage />}
          <Holds holds={holds} keys={keys} setResult={resultOf('hold')} liftResult={resultOf('lift')} />
        </div>
        <div className="min-w-0 space-y-8">
          <Passport lot={lot} />
          <Family relatives={loaderData.relatives} />
          <LotTests tests={loaderData.tests} code={lot.code} />
        </div>
      </div>
      <Ledger entries={loaderData.ledger} unit={lot.unit} loans={loaderData.loans} recountKey={keys.recount} result={resultOf('recount')} />
    </>
  );
}
