import { lazy, Suspense, useEffect, useRef } from 'react';
import { data, Link } from 'react-router';
import { readUpload } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/batch.ts';
import { actOnBatch } from './batchActions.server.ts';
import { readBatchPage } from './batchPage.server.ts';
import { Cautions } from './Cautions.tsx';
import { KnowTheSeed } from './KnowTheSeed.tsx';
import { Drying, WeighForm } from './Drying.tsx';
import { EndBatch } from './EndBatch.tsx';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { History } from './History.tsx';
import { MixUp } from './MixUp.tsx';
import { MoveOn } from './MoveOn.tsx';
import { WhatNext } from './WhatNext.tsx';
import { YieldReckoning } from './YieldReckoning.tsx';

const StepCalculator = lazy(() => import('./StepCalculator.tsx'));
const CALCULATED: ReadonlySet<string> = new Set(['silica', 'soda', 'peroxide']);

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.view.variety ?? 'Batch'} at the bench · Kind Granary` },
];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const visit = visitBy(context, request, 'work');
  const id = Number(params.id);
  const page = await readBatchPage(id, visit, new URL(request.url).searchParams.has('new'));
  if (!page) throw data(null, { status: 404 });
  return page;
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  return actOnBatch(await readUpload(request), Number(params.id), visit);
}

export default function Batch({ loaderData, actionData }: Route.ComponentProps) {
  const { view, end } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, `${view.id} at turn ${loaderData.turn}`);
  const batch = { ...loaderData, keys };
  useTopOnNewStep(loaderData.turn);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <>
      <PageHead
        title={`${view.crop} ‘${view.variety}’`}
        about={
          <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <Link className="link" to={`/lots/${view.code}`}>
              <LotCode>{view.code}</LotCode>
            </Link>
            in {view.vessel}: {view.method.toLowerCase()}
            <TreatedMark treated={view.treated} />
          </span>
        }
        actions={
          <>
            <ButtonLink to={`/bench/${view.id}/tag`}>Print tag</ButtonLink>
            <ButtonLink to="/bench">Bench</ButtonLink>
          </>
        }
      />
      {!end && (batch.isMoved || (batch.isNew && batch.history.length === 1)) && (
        <Notice tone="good">
          {batch.isMoved ? 'Move it now.' : 'Started.'}{' '}
          <Link className="underline" to={`/bench/${view.id}/tag`}>
            Print tag
          </Link>{' '}
          before you put anything into {view.vessel}.
        </Notice>
      )}
      {end ? (
        <Notice tone={end.outcome === 'finished' ? 'good' : 'doubt'}>
          {end.outcome === 'finished' ? 'Finished' : 'Stopped'} {end.when}
          {end.by && ` by ${end.by}`}: {end.words}
        </Notice>
      ) : (
        <Cautions unread={batch.unread} formKey={keys.read} result={resultOf('read')} />
      )}
      {!end && <KnowTheSeed seedLooks={batch.seedLooks} moist={batch.moist} lookalike={batch.lookalike} />}
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="min-w-0 space-y-8">
          {batch.yielded && <YieldReckoning yielded={batch.yielded} />}
          {!end && (
            <>
              {batch.byWeight && (
                <WeighForm
                  key={keys.weigh}
                  formKey={keys.weigh}
                  result={resultOf('weigh')}
                  last={batch.weighings.at(-1)}
                  hasScale={batch.has.scale}
                />
              )}
              <WhatNext batch={batch} keys={keys} result={resultOf('check')} />
              {batch.byWeight && <Drying batch={batch} formKey={keys.air} aired={resultOf('air')} isRefused={resultOf('weigh') !== null} />}
              {CALCULATED.has(batch.step) && (
                <Suspense>
                  <StepCalculator batch={batch} />
                </Suspense>
              )}
              <MoveOn key={keys.step} batch={batch} formKey={keys.step} result={resultOf('step')} />
              {actionData?.intent === 'mix-up' && actionData.result === null && (
                <Notice tone="doubt">Mix-up recorded. The label now promises less.</Notice>
              )}
              <MixUp key={keys.mix} table={batch.table} formKey={keys.mix} result={resultOf('mix-up')} />
              <EndBatch
                key={`${keys.end} ${keys.give}`}
                batch={batch}
                keys={keys}
                finished={resultOf('finish')}
                abandoned={resultOf('abandon')}
              />
            </>
          )}
        </div>
        <History history={batch.history} weighings={batch.weighings} />
      </div>
    </>
  );
}

/** A new step begins at the head of the page: there stand its hazards and the tag to be printed. */
function useTopOnNewStep(turn: number) {
  const shown = useRef(turn);
  useEffect(() => {
    if (shown.current === turn) return;
    shown.current = turn;
    window.scrollTo({ top: 0 });
  }, [turn]);
}
