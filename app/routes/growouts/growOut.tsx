import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { dropForm } from '#contracts/growouts/growOuts.ts';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import { may } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState } from '#core/states/states.ts';
import { formatSeeds } from '#core/units/formatAmount.ts';
import { findGrowOut } from '#data/growouts/growOuts.ts';
import { dropGrowOut, type DropProblem } from '#services/growouts/growOuts.server.ts';
import { GROW_OUT_STATE_WORDS } from '#words/growouts.ts';
import type { Route } from './+types/growOut.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Grow-out · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const growOut = Number.isSafeInteger(id) ? await findGrowOut(db, id) : undefined;
  if (!growOut) throw data(null, { status: 404 });
  const state = growOutState(growOut);
  return {
    key: newFormKey(),
    growOut,
    state,
    sowIn: daysBetween(today, growOut.sowFrom),
    mayDrop: may(actor.role, 'plan grow-outs') && mayFollow(GROW_OUT, state, 'grow-out dropped'),
  };
}

const troubleOf = ({ code }: DropProblem): Record<string, string[]> => ({
  '': [code === 'ended' ? 'This grow-out has ended meanwhile. Reload the page' : 'There is no such grow-out'],
});

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'plan grow-outs');
  const { give } = formActs(await formOf(request), visit, ['drop'], troubleOf);
  return give(dropGrowOut, { growOutId: Number(params.id) });
}

export default function GrowOut({ loaderData: { key, growOut, state, sowIn, mayDrop }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof dropForm>({ id: `drop-${key}`, result: actionData?.result ?? null });
  const { crop, variety, code, seeds, plants, sowFrom, backBy, note, proposedOn, proposedBy } = growOut;
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Grow-out of ${crop} ‘${variety}’`}
        about={GROW_OUT_STATE_WORDS[state]}
        actions={<ButtonLink to="/grow-outs">All grow-outs</ButtonLink>}
      />
      {growOut.step === 'dropped' && (
        <Notice tone="doubt">
          Dropped {formatDate(growOut.stepOn!)} by {growOut.stepBy ?? 'nobody known'}: {growOut.reason}
        </Notice>
      )}
      <Facts
        rows={[
          [
            'Seed of',
            <Link key="lot" className="link" to={`/lots/${code}`}>
              <LotCode>{code}</LotCode>
            </Link>,
          ],
          ['To sow', `${formatSeeds(seeds)}, for ${plants} ${plants === 1 ? 'plant' : 'plants'} to save seed from`],
          ['Sow from', `${formatDate(sowFrom)}${state === 'proposed' ? ` (${formatDistance(sowIn)})` : ''}`],
          ['Back by', formatDate(backBy)],
          ['Proposed', `${formatDate(proposedOn)} by ${proposedBy ?? 'nobody known'}`],
          ...(note ? [['Note', note] as const] : []),
        ]}
      />
      {state === 'proposed' && (
        <p className="mt-4 max-w-prose">These seeds are kept back: they cannot be lent while the grow-out is planned.</p>
      )}
      {mayDrop && (
        <details className="mt-8" {...(fields.reason.errors && { open: true })}>
          <summary className="link inline-flex min-h-11 items-center">Drop this grow-out</summary>
          <PostForm form={form} formKey={key} intent="drop" className="mt-3">
            <TextField field={fields.reason} label="Why is it dropped?" hint="No garden is far enough from other beets this year" />
            <Button type="submit">Drop grow-out</Button>
          </PostForm>
        </details>
      )}
    </div>
  );
}
