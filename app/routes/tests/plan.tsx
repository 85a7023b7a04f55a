import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { lazy, Suspense, useEffect, useMemo } from 'react';
import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { pack, unpack } from '#app/platform/packed.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { PostForm, TextArea, TextField } from '#app/ui/fields.tsx';
import { misfitWords } from '#words/testPlan.ts';
import { EVERYBODYS_PROBLEMS, nextTestWords } from '#words/sayings.ts';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { planForm, testBenchForm } from '#contracts/tests/testPlan.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { overbooked } from '#core/schedule/benchPlan.ts';
import { may } from '#core/people/may.ts';
import { mapInTurns } from '#services/inTurns.server.ts';
import { readPlan, savePlan, setTestBench, type PlanProblemCode } from '#services/tests/testPlan.server.ts';
import type { Route } from './+types/plan.ts';
import { HalfYear } from './HalfYear.tsx';
import { ThisWeek } from './ThisWeek.tsx';
import { usePlacing } from './usePlacing.ts';
import { usePlanner } from './usePlanner.ts';

// Dragging weighs as much as the rest of the page: it comes after the words and figures.
const PlanBoard = lazy(async () => ({ default: (await import('./PlanBoard.tsx')).PlanBoard }));

export const meta: Route.MetaFunction = () => [{ title: 'Plan of tests · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const { due, misfit, ...rest } = await readPlan(db, house, today);
  return {
    ...rest,
    misfit: misfitWords(misfit, rest.start),
    keys: { save: newFormKey(), bench: newFormKey() },
    leads: may(actor.role, 'set house rules'),
    due: pack(
      await mapInTurns(due, ({ lotId, code, crop, variety, reason, dueOn, worth, test, week, pinned }) => ({
        lotId,
        code,
        test,
        week,
        pinned,
        name: `${crop} ‘${variety}’`,
        why: `${dueOn <= today ? 'Due' : `Due ${formatDate(dueOn)}`}: ${nextTestWords(reason)}. Priority ${worth.value.toFixed(1)}: uncertainty ${Math.round(worth.doubt * 100)} %${worth.stakes.map((stake) => `, ${stake}`).join('')}`,
        stakes: worth.stakes,
      })),
    ),
  };
}

function troubleOf(problem: PlanProblemCode): Record<string, string[]> {
  switch (problem.code) {
    case 'changed meanwhile':
      return { '': [EVERYBODYS_PROBLEMS['changed meanwhile']] };
    case 'no such week':
      return { '': [`The week of ${formatDate(problem.week)} is no longer in this plan. Reload the page`] };
  }
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { intent, give } = formActs(await formOf(request), visit, ['save', 'bench'], troubleOf);
  if (intent !== 'bench') return give(savePlan, {});
  if (!may(visit.actor.role, 'set house rules')) throw data({ permission: 'set house rules' }, { status: 403 });
  return give(setTestBench, {});
}

export default function PlanPage({ loaderData, actionData }: Route.ComponentProps) {
  const { start, bench, opening, tooFew, misfit } = loaderData;
  const due = useMemo(() => unpack(loaderData.due), [loaderData.due]);
  const keys = useFormKeys(loaderData.keys, actionData?.spent, bench.version);
  const { plan, pinned, isChanged, place } = usePlacing(due, start);
  const problem = useMemo(
    () => ({
      bench: loaderData.plan,
      tests: due.map(({ lotId, test }, index) => ({ ...test, lotId, pinned: pinned[index] ? (plan[index] ?? null) : null })),
    }),
    // Pinned weeks are read when they are pinned: a test moved afterwards takes its pin with it.
    [loaderData.plan, due, pinned, plan],
  );
  const planner = usePlanner<{ lotId: LotId }>((found, tests) =>
    place(tests.map(({ lotId }, index) => ({ lotId, week: found[index] ?? null }))),
  );
  // What has no week, or no room in its week, is planned as the page opens and when the bench changes, and by nothing else: a proposal until it is saved.
  const measures = JSON.stringify(loaderData.plan);
  useEffect(() => {
    if (plan.includes(null) || overbooked(problem, plan).length > 0)
      planner.begin(problem, plan.some((week) => week !== null) ? plan : null);
  }, [measures]);
  const result = actionData?.result ?? null;
  const entries = plan.flatMap((week, index) =>
    week === null ? [] : [{ lotId: due[index]!.lotId, week: addDays(start, 7 * week), pinned: pinned[index]! }],
  );
  const [form] = usePostForm<typeof planForm>({ id: `save-${keys.save}`, result: actionData?.intent === 'save' ? result : null });
  return (
    <>
      <PageHead
        title="Plan of tests"
        about={`${due.length} ${due.length === 1 ? 'test' : 'tests'} due in the next half year. Lending opens ${formatDate(opening)}.`}
        actions={
          <>
            <ButtonLink to="/tests/list">Bench list</ButtonLink>
            <ButtonLink to="/tests/calendar">Your calendar</ButtonLink>
            <ButtonLink to="/tests">Tests</ButtonLink>
          </>
        }
      />
      {actionData?.intent === 'save' && result === null && !isChanged && <Notice tone="good">Plan saved.</Notice>}
      {misfit && <Notice tone="doubt">{misfit} Below is a plan that fits better; save it, or change the bench.</Notice>}
      {due.length === 0 ? (
        <Empty action={<ButtonLink to="/shelves?sort=next+test">Look at the shelves</ButtonLink>}>
          No tests due in the next half year.
        </Empty>
      ) : (
        <>
          <ThisWeek
            tests={due}
            plan={plan}
            start={start}
            problem={problem}
            planner={planner}
            onPlan={() => planner.begin(problem, plan.some((week) => week !== null) ? plan : null)}
            onStop={() => planner.stop(problem, plan)}
            save={
              isChanged &&
              !planner.running && (
                <PostForm form={form} formKey={keys.save} intent="save" className="space-y-0">
                  <input type="hidden" name="version" value={bench.version} />
                  <input type="hidden" name="plan" value={JSON.stringify(entries)} />
                  <Button type="submit" look="action">
                    Save plan
                  </Button>
                </PostForm>
              )
            }
          />
          <HalfYear problem={problem} plan={plan} start={start} />
          <Suspense>
            <PlanBoard
              tests={due}
              problem={problem}
              start={start}
              plan={plan}
              pinned={pinned}
              onMove={(index, week) => {
                // Whoever moves a test takes over: a planner still at work would put it back.
                if (planner.running)
                  planner.stop(
                    problem,
                    plan.map((one, at) => (at === index ? week : one)),
                  );
                // What somebody moved stays where they put it.
                place([{ lotId: due[index]!.lotId, week, pinned: true }]);
              }}
              onPin={(index, pin) => place([{ lotId: due[index]!.lotId, week: plan[index]!, pinned: pin && plan[index] !== null }])}
            />
          </Suspense>
        </>
      )}
      {tooFew.length > 0 && (
        <section aria-label="Too few to test" className="mt-8">
          <h2>Too few seeds to test: grow these out instead</h2>
          <ul className="columns-1 sm:columns-2">
            {tooFew.map((lot) => (
              <li key={lot.code} className="py-1">
                <Link className="link" to={`/lots/${lot.code}`}>
                  {lot.crop} ‘{lot.variety}’
                </Link>{' '}
                <LotCode>{lot.code}</LotCode>, {formatAboutSeeds(lot.seeds)}
              </li>
            ))}
          </ul>
        </section>
      )}
      {loaderData.leads && (
        <BenchForm key={keys.bench} formKey={keys.bench} bench={bench} result={actionData?.intent === 'bench' ? result : null} />
      )}
    </>
  );
}

function BenchForm({
  formKey,
  bench,
  result,
}: {
  formKey: string;
  bench: Route.ComponentProps['loaderData']['bench'];
  result: Parameters<typeof usePostForm>[0]['result'];
}) {
  const [form, fields] = usePostForm<typeof testBenchForm>({
    id: `bench-${formKey}`,
    result,
    start: {
      warm: String(bench.towels.warm),
      room: String(bench.towels.room),
      cool: String(bench.towels.cool),
      hours: String(bench.hours),
      closed: bench.closed.map(formatDate).join(', '),
    },
  });
  return (
    <details className="mt-8" {...(result && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">Your testing bench</summary>
      <PostForm form={form} formKey={formKey} intent="bench" className="mt-2 max-w-xl space-y-4">
        <input type="hidden" name="version" value={bench.version} />
        <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
          <TextField field={fields.warm} label="Warm towels" type="number" min={0} />
          <TextField field={fields.room} label="Room towels" type="number" min={0} />
          <TextField field={fields.cool} label="Cool towels" type="number" min={0} />
          <TextField field={fields.hours} label="Hours a week" type="number" step="any" min={0} />
        </div>
        <TextArea
          field={fields.closed}
          label="Weeks when you are closed"
          hint="One day in each week, for example 24 Dec 2026, 31 Dec 2026"
        />
        <Button type="submit">Save bench</Button>
      </PostForm>
    </details>
  );
}
