import { lazy, Suspense } from 'react';
import { data, Link, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey, notAccepted, parseForm, readUpload } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { SeedPortrait } from '#app/ui/SeedPortrait.tsx';
import { seedOutline, SEED_HALF } from '#core/almanac/drawSeed.ts';
import { hazardWords } from '#words/promise.ts';
import { useBusy } from '#app/ui/useBusy.ts';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { countForm } from '#contracts/tests/tests.ts';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { addDays, daysBetween } from '#core/calendar/plainDate.ts';
import { countStates } from '#core/germination/towel.ts';
import { may } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { TEST, testState } from '#core/states/states.ts';
import { readPotted, readReopenings } from '#data/tests/afterTest.ts';
import { readChecks } from '#data/tests/checks.ts';
import { findTest, nextDueTest } from '#data/tests/tests.ts';
import { readTowels } from '#data/tests/towels.ts';
import { potUp, reopenTest, type PotProblem, type ReopenProblem } from '#services/tests/afterTest.server.ts';
import { readSequential, readSpeed, readTestResult } from '#services/tests/reading.server.ts';
import { correctLaid, countTowel, endTest, readTowel, type EndProblem, type RelayProblem } from '#services/tests/tests.server.ts';
import type { Route } from './+types/towel.ts';
import { CountTowel } from './CountTowel.tsx';
import { viewsOf, withKept } from './keptCounts.ts';
import { useOwnCounts } from './useOwnCounts.ts';
import { TREATMENT_WORDS } from './HowLaid.tsx';
import { countTrouble } from './countTrouble.ts';
import { useUnits } from '#app/ui/units.tsx';
import { formatTemperature } from '#core/units/temperature.ts';

/** Counting comes first: a towel on a slow line loads without these. */
const EndedTest = lazy(async () => ({ default: (await import('./EndedTest.tsx')).EndedTest }));
const Relay = lazy(async () => ({ default: (await import('./Relay.tsx')).Relay }));
const EndTest = lazy(async () => ({ default: (await import('./EndTest.tsx')).EndTest }));
const TowelHistory = lazy(async () => ({ default: (await import('./TowelHistory.tsx')).TowelHistory }));
const Sequential = lazy(async () => ({ default: (await import('./Sequential.tsx')).Sequential }));
const AfterTest = lazy(async () => ({ default: (await import('./AfterTest.tsx')).AfterTest }));

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `${loaderData?.variety ?? 'Towel'} · Kind Granary` }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const test = await findTest(db, id);
  if (!test) throw data(null, { status: 404 });
  const isRead = test.outcome === 'read';
  const [{ towel }, towels, checks, typed, round, sequential, result, potted, reopened] = await Promise.all([
    readTowel(db, id),
    readTowels(db, id),
    readChecks(db, id),
    typedBefore(request, actor),
    test.endedOn === null ? nextDueTest(db, today, { id }) : { next: null },
    readSequential(db, test, house),
    isRead && test.kind === 'viability' ? readTestResult(db, test, house, today) : null,
    readPotted(db, { testId: id }),
    readReopenings(db, id),
  ]);
  return {
    keys: { count: newFormKey(), relay: newFormKey(), end: newFormKey(), pot: newFormKey(), reopen: newFormKey() },
    today,
    typed,
    id,
    code: test.code,
    crop: test.crop,
    variety: test.variety,
    laidOn: test.laidOn,
    seedsLaid: test.seedsLaid,
    replicates: test.replicates,
    counted: test.counted,
    outline: seedOutline(test.seedLooks, SEED_HALF),
    looks: test.seedLooks,
    celsius: test.celsius,
    kind: test.kind,
    how: [test.medium, ...test.treatments.map((one) => TREATMENT_WORDS[one].toLowerCase()), test.part && `picking: ${test.part}`].filter(
      Boolean,
    ),
    hazards: hazardWords({ treated: test.treated, cautions: [] }),
    day: daysBetween(test.laidOn, today),
    daysToFinal: test.finalCountDays - daysBetween(test.laidOn, today),
    finalOn: addDays(test.laidOn, test.finalCountDays),
    endedOn: test.endedOn,
    outcome: test.outcome,
    endReason: test.endReason,
    owner: actor.accountId,
    seeds: towel,
    lastCheck: checks.at(-1)?.id ?? 0,
    states: countStates(towel),
    towels,
    checks: checks.map((check) => ({ ...check, day: daysBetween(test.laidOn, check.checkedOn) })),
    next: round.next,
    potted,
    reopened,
    counts: mayFollow(TEST, testState(test), 'towel counted'),
    mayReopen: mayFollow(TEST, testState(test), 'test re-opened') && may(actor.role, 'override policy'),
    sequential,
    result,
    speed: isRead
      ? readSpeed(
          test,
          towel,
          checks.map(({ checkedOn }) => checkedOn),
        )
      : null,
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const form = await readUpload(request);
  const testId = Number(params.id);
  const { intent, give } = formActs(
    form,
    visit,
    ['count', 'end', 'relay', 'pot', 'reopen'],
    (problem: EndProblem | RelayProblem | ReopenProblem | PotProblem, units) => countTrouble(problem, units),
  );
  switch (intent) {
    case 'end':
      return give(endTest, { testId }, () => `/tests/${testId}`);
    case 'relay':
      return give(correctLaid, { testId });
    case 'pot':
      return give(potUp, { testId });
    case 'reopen':
      return give(reopenTest, { testId });
    case 'count': {
      const submission = parseForm(form, countForm);
      if (submission.status !== 'success') return notAccepted({ errors: submission.error ?? {} });
      const done = await countTowel(visit, { ...submission.value, testId });
      if (!done.ok) return notAccepted({ errors: countTrouble(done.problem, visit.house.units, 'checkedOn') });
      const onward = Number(form.get('onward'));
      if (Number.isSafeInteger(onward) && onward > 0) throw redirect(`/tests/${onward}?after=${testId}`);
      return { spent: submission.value.key, ...done.answer };
    }
  }
}

export default function Towel({ loaderData: test, actionData }: Route.ComponentProps) {
  const busy = useBusy();
  const counted = actionData && 'seedsLaid' in actionData ? actionData : null;
  const acted = actionData && 'result' in actionData ? actionData : null;
  const resultOf = (intent: string) => (acted?.intent === intent ? acted.result : null);
  const isDone = (intent: string) => acted?.intent === intent && acted.result === null;
  const units = useUnits();
  const own = useOwnCounts(test);
  const { seeds } = withKept(test.id, test.seeds, own.kept);
  const towel = viewsOf(seeds, test.laidOn);
  const keys = useFormKeys(test.keys, actionData && 'spent' in actionData ? actionData.spent : undefined, test.id);
  const about = (
    <>
      <Link className="link" to={`/lots/${test.code}`}>
        <LotCode>{test.code}</LotCode>
      </Link>
      , {test.kind === 'viability' ? '' : `${test.kind}, `}
      {test.replicates > 1 ? `${test.replicates} replicates, ${test.seedsLaid} seeds` : `${test.seedsLaid} seeds`}, started{' '}
      {formatDate(test.laidOn)} at {formatTemperature(test.celsius, units)} ({test.how.join(', ')}), counting {test.counted}.{' '}
      {test.counts && (
        <b className="text-ink">
          Day {test.day}; last count {formatDistance(test.daysToFinal)}.
        </b>
      )}
    </>
  );
  return (
    <>
      <PageHead
        picture={<SeedPortrait portrait={test.looks} size={56} />}
        title={`${test.crop} ‘${test.variety}’`}
        about={about}
        actions={<ButtonLink to={`/tests/${test.id}/slip`}>Print slip</ButtonLink>}
      />
      {test.hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
      {!busy && (counted ?? own.isSaved) && (
        <Notice tone="good">
          Saved: {countStates(seeds).sprouted} of {test.seedsLaid} have sprouted.
        </Notice>
      )}
      {own.pending > 0 && <Notice tone="doubt">This count is kept on this device and is sent as soon as there is a network.</Notice>}
      {isDone('relay') && <Notice tone="good">Corrected. Stock is updated; both numbers stay in the history.</Notice>}
      {isDone('reopen') && <Notice tone="good">Test re-opened. Continue counting and end it again; there is no verdict until then.</Notice>}
      {test.sequential && (
        <Suspense>
          <Sequential code={test.code} view={test.sequential} />
        </Suspense>
      )}
      {test.counts ? (
        <>
          <CountTowel
            key={own.key ?? keys.count}
            formKey={own.key ?? keys.count}
            test={{ ...test, towel, typed: own.typed ?? test.typed, replicate: Number(own.last?.fields['replicate'] ?? 1) }}
            errors={own.errors ?? (actionData && 'errors' in actionData ? actionData.errors : {})}
            onCount={(fields, onward) => void own.take(fields, onward)}
            sending={own.isSending}
            photos
          />
          <Suspense>
            <Relay key={keys.relay} formKey={keys.relay} towels={test.towels} result={resultOf('relay')} />
            <EndTest
              key={keys.end}
              formKey={keys.end}
              today={test.today}
              finalOn={test.finalOn}
              waiting={test.states.waiting}
              result={resultOf('end')}
            />
          </Suspense>
        </>
      ) : (
        <Suspense>
          <EndedTest test={test} towel={towel} />
        </Suspense>
      )}
      <Suspense>
        <AfterTest
          keys={keys}
          today={test.today}
          sprouted={test.states.sprouted}
          potted={test.potted}
          reopened={test.reopened}
          mayReopen={test.mayReopen}
          potResult={resultOf('pot')}
          reopenResult={resultOf('reopen')}
        />
        <TowelHistory checks={test.checks} seeds={towel} counted={test.counted} />
      </Suspense>
    </>
  );
}
