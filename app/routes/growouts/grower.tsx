import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { termsForm } from '#contracts/growouts/growers.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { SKILLS } from '#core/growout/growers.ts';
import { growOutState } from '#core/states/states.ts';
import { findTerms } from '#data/growouts/growers.ts';
import { growOutsBefore, growOutsOfGrower } from '#data/growouts/growOuts.ts';
import { findPerson } from '#data/people/people.ts';
import { writeTerms } from '#services/growouts/growers.server.ts';
import { GROW_OUT_STATE_WORDS, SKILL_WORDS } from '#words/growouts.ts';
import type { Route } from './+types/grower.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Grower · Kind Granary' }];

const MOST_BEFORE = 40;

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const person = await findPerson(db, id);
  if (!person || person.erasedAt) throw data(null, { status: 404 });
  const [terms, open, before] = await Promise.all([findTerms(db, id), growOutsOfGrower(db, id), growOutsBefore(db, id, MOST_BEFORE)]);
  return {
    key: newFormKey(),
    id,
    name: person.name,
    terms: terms ?? null,
    growOuts: [...open, ...before].map((one) => ({
      id: one.id,
      name: `${one.crop} ‘${one.variety}’`,
      told: [GROW_OUT_STATE_WORDS[growOutState(one)], one.garden, one.step === 'failed' ? one.reason : null].filter(Boolean).join(', '),
      on: one.sowOn ?? one.sowFrom,
      isAhead: (one.sowOn ?? one.sowFrom) > today,
    })),
    tally: { back: before.filter(({ step }) => step === 'back').length, failed: before.filter(({ step }) => step === 'failed').length },
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { give } = formActs(await formOf(request), visit, ['terms'], () => ({ '': ['This person’s record no longer exists'] }));
  return give(writeTerms, { personId: Number(params.id) });
}

export default function Grower({ loaderData: { key, id, name, terms, growOuts, tally }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof termsForm>({
    id: `terms-${key}`,
    result: actionData?.result ?? null,
    start: {
      skill: terms?.skill ?? 'easy',
      mostLines: terms?.mostLines === null || !terms ? '' : String(terms.mostLines),
      squareMetres: terms?.squareMetres === null || !terms ? '' : String(terms.squareMetres),
      mostHours: terms?.mostHours === null || !terms ? '' : String(terms.mostHours),
      notGrown: terms?.notGrown ?? '',
    },
  });
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`${name} as a grower`}
        about={
          tally.back + tally.failed === 0
            ? 'No grow-outs finished yet.'
            : `${tally.back} ${tally.back === 1 ? 'grow-out' : 'grow-outs'} came back, ${tally.failed} failed.`
        }
        actions={<ButtonLink to={`/people/${id}`}>Open person</ButtonLink>}
      />
      <h2 className="mb-2">What was agreed</h2>
      <p className="mb-3 max-w-prose text-soft">We warn you when a grow-out goes beyond this. Leave empty what you did not discuss.</p>
      <PostForm form={form} formKey={key} intent="terms">
        <div className="grid gap-5 sm:grid-cols-2">
          <SelectField
            field={fields.skill}
            label="Can save true seed of"
            options={SKILLS.map((value) => ({ value, label: SKILL_WORDS[value] }))}
          />
          <TextField field={fields.mostLines} label="Most lines (optional)" inputMode="numeric" />
          <TextField field={fields.squareMetres} label="Space, m² (optional)" inputMode="decimal" />
          <TextField field={fields.mostHours} label="Hours per season (optional)" inputMode="numeric" />
          <TextField field={fields.notGrown} label="Will not grow (optional)" hint="For example squash, onions" />
        </div>
        <Button type="submit">Save agreement</Button>
      </PostForm>
      <h2 className="mt-10 mb-2">Grow-outs</h2>
      {growOuts.length === 0 ? (
        <p className="text-soft">None yet.</p>
      ) : (
        <ul>
          {growOuts.map((one) => (
            <li key={one.id} className="border-t border-rule py-2">
              <Link className="link" to={`/grow-outs/${one.id}`}>
                {one.name}
              </Link>
              , {one.isAhead ? 'to sow' : 'sown'} {formatDate(one.on)}: {one.told}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
