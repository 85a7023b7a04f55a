import { lazy, Suspense } from 'react';
import { data, Link, redirect } from 'react-router';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { addDays, daysBetween } from '#core/calendar/plainDate.ts';
import { countStates, towelNow } from '#core/germination/towel.ts';
import { countForm, endTestForm } from '#contracts/work.ts';
import { findTest, readChecks, readMarks } from '#data/tests.ts';
import { countTowel, endTest, type EndProblem } from '#services/tests.server.ts';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, parseWithZod } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { readTestResult } from '#app/platform/testResult.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { hazardWords } from '#app/ui/promiseWords.ts';
import { useBusy } from '#app/ui/useBusy.ts';
import type { Route } from './+types/towel.ts';
import { CountTowel } from './CountTowel.tsx';
import { EndTest } from './EndTest.tsx';
import { TowelHistory } from './TowelHistory.tsx';
import { TowelPicture } from './TowelPicture.tsx';

/** Only an ended test shows it: a towel on a slow line loads without. */
const TestResult = lazy(async () => ({ default: (await import('#app/ui/TestResult.tsx')).TestResult }));

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `${loaderData?.variety ?? 'Towel'} · Kind Granary` }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const test = Number.isSafeInteger(id) ? await findTest(db, id) : undefined;
  if (!test) throw data(null, { status: 404 });
  const [marks, checks, typed] = await Promise.all([readMarks(db, id), readChecks(db, id), typedBefore(request, actor)]);
  const towel = towelNow(test.seedsLaid, marks);
  const result = test.outcome === 'read' ? await readTestResult(db, test, house, today) : null;
  return {
    countKey: newFormKey(),
    endKey: newFormKey(),
    today,
    typed,
    id,
    code: test.code,
    crop: test.crop,
    variety: test.variety,
    laidOn: test.laidOn,
    seedsLaid: test.seedsLaid,
    counted: test.counted,
    celsius: test.celsius,
    hazards: hazardWords({ treated: test.treated, cautions: [] }),
    day: daysBetween(test.laidOn, today),
    daysToFinal: test.finalCountDays - daysBetween(test.laidOn, today),
    finalOn: addDays(test.laidOn, test.finalCountDays),
    nextCountOn: test.nextCountOn,
    endedOn: test.endedOn,
    outcome: test.outcome,
    endReason: test.endReason,
    towel: towel.map(({ seed, state, on }) => ({ seed, state, day: on === null ? null : daysBetween(test.laidOn, on) })),
    states: countStates(towel),
    checks: checks.map((check) => ({ ...check, day: daysBetween(test.laidOn, check.checkedOn) })),
    result,
  };
}

/** What stands in the way, at its field. */
function fieldErrors(problem: EndProblem, dayField: string): Record<string, string[]> {
  switch (problem.code) {
    case 'no such test':
      return { '': ['There is no such test any more'] };
    case 'already ended':
      return { '': ['This test has been ended meanwhile. Load the page again to see it'] };
    case 'in the future':
      return { [dayField]: ['That is still to come'] };
    case 'before it was laid':
      return { [dayField]: [`It was laid on ${formatDate(problem.laidOn)}`] };
    case 'before the last count':
      return { [dayField]: [`It was counted on ${formatDate(problem.lastOn)} already; counts go forward`] };
    case 'more than waiting':
      return {
        more: [
          problem.waiting === 0
            ? 'Every seed is marked already'
            : `Only ${problem.waiting} ${problem.waiting === 1 ? 'seed is' : 'seeds are'} still waiting`,
        ],
      };
    case 'not on the towel':
      return { '': [`The towel holds ${problem.seedsLaid} seeds`] };
    case 'too early without a reason':
      return { reason: [`Its last count is on day ${problem.finalOn}. To read it now, say why`] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const form = await request.formData();
  const testId = Number(params.id);
  if (form.get('intent') === 'end') {
    const submission = parseWithZod(form, { schema: endTestForm });
    if (submission.status !== 'success') return notAccepted({ intent: 'end' as const, result: submission.reply() });
    const done = await endTest(db, actor, today, { ...submission.value, testId });
    if (!done.ok)
      return notAccepted({ intent: 'end' as const, result: submission.reply({ fieldErrors: fieldErrors(done.problem, 'endedOn') }) });
    throw redirect(`/tests/${testId}`);
  }
  const submission = parseWithZod(form, { schema: countForm });
  if (submission.status !== 'success') return notAccepted({ intent: 'count' as const, errors: submission.error ?? {} });
  const done = await countTowel(db, actor, today, { ...submission.value, testId });
  if (!done.ok) return notAccepted({ intent: 'count' as const, errors: fieldErrors(done.problem, 'checkedOn') });
  return { intent: 'saved' as const, ...done.answer };
}

export default function Towel({ loaderData: test, actionData }: Route.ComponentProps) {
  const busy = useBusy();
  const title = (
    <>
      {test.crop} ‘{test.variety}’
    </>
  );
  const about = (
    <>
      <Link className="link" to={`/lots/${test.code}`}>
        <LotCode>{test.code}</LotCode>
      </Link>
      , {test.seedsLaid} seeds laid {formatDate(test.laidOn)} at {test.celsius} °C, counting {test.counted}.{' '}
      {test.endedOn === null && (
        <b className="text-ink">
          Day {test.day}; last count {formatDistance(test.daysToFinal)}.
        </b>
      )}
    </>
  );
  return (
    <>
      <PageHead title={title} about={about} actions={<ButtonLink to={`/tests/${test.id}/slip`}>Slip for the towel</ButtonLink>} />
      {test.hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
      {!busy && actionData?.intent === 'saved' && (
        <Notice tone="good">
          Saved: {actionData.sprouted} of {actionData.seedsLaid} have sprouted.
        </Notice>
      )}
      {test.outcome === 'abandoned' && (
        <Notice tone="doubt">
          Abandoned on {formatDate(test.endedOn!)}: {test.endReason}. The seeds stay spent; nothing was concluded from them.
        </Notice>
      )}
      {test.result && (
        <div className="mb-8">
          <Suspense>
            <TestResult {...test.result} code={test.code} />
          </Suspense>
        </div>
      )}
      {test.endedOn === null ? (
        <>
          <CountTowel
            key={test.countKey}
            formKey={test.countKey}
            test={test}
            errors={actionData?.intent === 'count' ? actionData.errors : {}}
          />
          <EndTest
            key={test.endKey}
            formKey={test.endKey}
            today={test.today}
            finalOn={test.finalOn}
            waiting={test.states.waiting}
            result={actionData?.intent === 'end' ? actionData.result : null}
          />
        </>
      ) : (
        <TowelPicture seeds={test.towel} />
      )}
      <TowelHistory checks={test.checks} seeds={test.towel} />
    </>
  );
}
