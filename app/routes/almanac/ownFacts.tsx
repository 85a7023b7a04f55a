import { data, Form, useSubmit } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { PostForm, TextArea, TextField, TickField } from '#app/ui/fields.tsx';
import { fieldsApart, TwoVersions } from '#app/ui/TwoVersions.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { overrideForm } from '#contracts/lots/seen.ts';
import { FACT_KEYS, factKind, type FactKey } from '#core/almanac/facts.ts';
import { writeFact } from '#core/almanac/readFact.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { readCrop, readGroups, readOverrides, readShippedCrop } from '#data/almanac/almanac.ts';
import { overrideFact, type OverrideProblem } from '#services/almanac/almanac.server.ts';
import type { Route } from './+types/ownFacts.ts';
import { CAUTION_TITLES, FACT_TITLES } from '#words/almanac.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { refusalWords } from '#words/refusals.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Your own figures · Kind Granary' }];

const asFact = (text: string | null): FactKey => FACT_KEYS.find((key) => key === text) ?? 'homeDistance';

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'set house rules');
  const [crop, shipped, overrides, groups, typed] = await Promise.all([
    readCrop(db, params.crop),
    readShippedCrop(db, params.crop),
    readOverrides(db, params.crop),
    readGroups(db),
    typedBefore(request, actor),
  ]);
  if (!crop || !shipped) throw data(null, { status: 404 });
  const fact = asFact(new URL(request.url).searchParams.get('fact'));
  return {
    key: newFormKey(),
    crop: { id: crop.id, name: crop.name },
    fact,
    title: FACT_TITLES[fact],
    now: writeFact(fact, crop[fact]),
    shipped: writeFact(fact, shipped[fact]),
    hint: hintFor(fact, groups),
    shown: newestOf(fact, overrides)?.id ?? 0,
    history: overrides,
    typed,
  };
}

const newestOf = <One extends { readonly fact: string }>(fact: FactKey, overrides: readonly One[]) =>
  overrides.find((one) => one.fact === fact);

/** How a fact is written, where its shipped value does not show it. */
function hintFor(fact: FactKey, groups: readonly { readonly id: string; readonly name: string }[]): string {
  if (fact === 'group') return `One of: ${groups.map(({ id, name }) => `${id} (${name})`).join(', ')}`;
  if (fact === 'cautions') {
    const codes = Object.entries(CAUTION_TITLES).map(([code, means]) => `${code} (${means})`);
    return `One on each line, for example “hot: wear gloves”. Start each with one of: ${codes.join(', ')}. Enter “none” to remove them`;
  }
  return 'Write it like the original, with its unit; enter “none” to remove it';
}

function trouble(problem: OverrideProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'changed meanwhile':
      return { '': [EVERYBODYS_PROBLEMS['changed meanwhile']] };
    case 'no such crop':
      return { '': ['This crop does not exist'] };
    case 'unreadable':
      return { typed: [refusalWords(problem.why).replace(/^./, (letter) => letter.toUpperCase())] };
    case 'contradiction':
      return { typed: [`Then ${FACT_TITLES[problem.fault.fact].toLowerCase()} would be wrong: ${refusalWords(problem.fault.why)}`] };
    case 'unknown group':
      return { typed: ['There is no crossing group of that name. Choose one from the list'] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { submission } = await readForm(request, overrideForm);
  if (submission.status !== 'success') return notAccepted({ saved: false, result: submission.reply(), theirs: null });
  const { fact } = submission.value;
  const done = await overrideFact(visit, { ...submission.value, cropId: params.crop });
  if (done.ok) return { saved: true, result: null, theirs: null };
  const changed = done.problem.code === 'changed meanwhile';
  const newest = changed ? newestOf(fact, await readOverrides(db, params.crop)) : undefined;
  const crop = changed ? await readCrop(db, params.crop) : null;
  return notAccepted({
    saved: false,
    result: submission.reply({ fieldErrors: trouble(done.problem) }),
    theirs: crop && { shown: newest?.id ?? 0, now: writeFact(fact, crop[fact]), by: newest ?? null },
  });
}

export default function OwnFacts({ loaderData, actionData }: Route.ComponentProps) {
  const { crop, fact, title, now, shipped, history } = loaderData;
  const theirs = actionData?.theirs;
  const [form, fields] = usePostForm<typeof overrideForm>({
    id: `own-${fact}`,
    result: actionData?.result,
    start: { typed: now, why: '', ...loaderData.typed },
  });
  const submit = useSubmit();
  return (
    <div className="max-w-3xl">
      <PageHead
        title={`${crop.name}: your own figures`}
        about="Replace a figure with what is true in your place. The original stays visible, and verdicts use yours."
        actions={<ButtonLink to={`/almanac/${crop.id}`}>Back to the crop</ButtonLink>}
      />
      {actionData?.saved && <Notice tone="good">Saved. Everything that depends on it is being updated.</Notice>}
      <Form method="get" className="mb-6 flex flex-wrap items-end gap-3" aria-label="Which fact">
        <label className="grow">
          <span className="font-semibold">Which fact?</span>
          <select
            name="fact"
            className="input mt-1"
            defaultValue={fact}
            key={fact}
            onChange={(event) => void submit(event.currentTarget.form)}
          >
            {FACT_KEYS.map((key) => (
              <option key={key} value={key}>
                {FACT_TITLES[key]} ({factKind(key).chapter})
              </option>
            ))}
          </select>
        </label>
        <noscript>
          <Button type="submit">Show</Button>
        </noscript>
      </Form>
      <Facts
        rows={[
          ['Fact', title],
          [
            'Original',
            <span key="shipped" className="whitespace-pre-line">
              {shipped}
            </span>,
          ],
          [
            'True here',
            <span key="now" className="whitespace-pre-line">
              {now}
            </span>,
          ],
        ]}
      />
      <PostForm key={loaderData.key} form={form} formKey={loaderData.key} className="mt-6">
        <input type="hidden" name="fact" value={fact} />
        <input type="hidden" name="shown" value={theirs?.shown ?? loaderData.shown} />
        {theirs && (
          <div className="space-y-3">
            <TwoVersions rows={fieldsApart([['typed', title]], { typed: theirs.now }, actionData.result?.initialValue)} />
            {theirs.by && (
              <p className="text-small text-soft">
                {formatDate(theirs.by.setOn)}
                {theirs.by.setBy && `, ${theirs.by.setBy}`}: {theirs.by.why}
              </p>
            )}
          </div>
        )}
        <TextArea field={fields.typed} label="True here" hint={loaderData.hint} />
        <TickField field={fields.restore} label="Go back to the original" />
        <TextField field={fields.why} label="Reason" hint="For example: ten years of our own notes" />
        <Button type="submit" look="action">
          {theirs ? 'Keep my version' : 'Save'}
        </Button>
      </PostForm>
      {history.length > 0 && (
        <section aria-label="Earlier changes" className="mt-10">
          <h2 className="mb-2">Earlier changes</h2>
          <ul>
            {history.map((one) => (
              <li key={one.id} className="border-t border-rule py-2">
                <b>{FACT_TITLES[one.fact as FactKey]}</b>: {one.typed ?? 'back to the original'}
                <p className="text-small text-soft">
                  {formatDate(one.setOn)}
                  {one.setBy && `, ${one.setBy}`}: {one.why}
                </p>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
