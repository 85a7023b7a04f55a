import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { isOvertaken, Shown, type Titled } from '#app/ui/TwoVersions.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { termsForm } from '#contracts/growouts/growers.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { SKILLS, type GrowerTerms } from '#core/growout/growers.ts';
import { growOutState } from '#core/states/states.ts';
import { findTerms } from '#data/growouts/growers.ts';
import { growOutsBefore, growOutsOfGrower } from '#data/growouts/growOuts.ts';
import { findPerson } from '#data/people/people.ts';
import { termsShown, writeTerms } from '#services/growouts/growers.server.ts';
import { GROW_OUT_STATE_WORDS, SKILL_WORDS } from '#words/growouts.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
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
    terms: fieldsOf(terms),
    shown: termsShown(terms),
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

/** An agreement as the fields of its form have it. */
const fieldsOf = (terms: GrowerTerms | undefined) => ({
  skill: terms?.skill ?? 'easy',
  mostLines: String(terms?.mostLines ?? ''),
  squareMetres: String(terms?.squareMetres ?? ''),
  mostHours: String(terms?.mostHours ?? ''),
  notGrown: terms?.notGrown ?? '',
});

const LABELS = {
  skill: 'Can save true seed of',
  mostLines: 'Most lines',
  squareMetres: 'Space, m²',
  mostHours: 'Hours per season',
  notGrown: 'Will not grow',
} as const;

const TITLED: readonly Titled[] = Object.entries(LABELS).map(([name, title]) =>
  name === 'skill' ? [name, title, (skill) => SKILL_WORDS[skill as keyof typeof SKILL_WORDS] ?? skill] : [name, title],
);

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const personId = Number(params.id);
  const trouble = ({ code }: { readonly code: 'no such person' | 'changed meanwhile' }) => ({
    '': [code === 'changed meanwhile' ? EVERYBODYS_PROBLEMS[code] : 'This person’s record no longer exists'],
  });
  const onRecord = async () => {
    const terms = await findTerms(db, personId);
    return { shown: termsShown(terms), fields: fieldsOf(terms) };
  };
  const { give } = formActs(await formOf(request), visit, ['terms'], trouble, onRecord);
  return give(writeTerms, { personId });
}

export default function Grower({ loaderData: { key, id, name, terms, shown, growOuts, tally }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof termsForm>({
    id: `terms-${key}`,
    result: actionData?.result ?? null,
    start: terms,
  });
  const of = { shown, now: actionData?.now };
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
      {actionData?.spent && <Notice tone="good">Agreement saved.</Notice>}
      <PostForm form={form} formKey={key} intent="terms">
        <Shown {...of} titled={TITLED} typed={actionData?.result?.initialValue} />
        <div className="grid gap-5 sm:grid-cols-2">
          <SelectField field={fields.skill} label={LABELS.skill} options={SKILLS.map((value) => ({ value, label: SKILL_WORDS[value] }))} />
          <TextField field={fields.mostLines} label={`${LABELS.mostLines} (optional)`} inputMode="numeric" />
          <TextField field={fields.squareMetres} label={`${LABELS.squareMetres} (optional)`} inputMode="decimal" />
          <TextField field={fields.mostHours} label={`${LABELS.mostHours} (optional)`} inputMode="numeric" />
          <TextField field={fields.notGrown} label={`${LABELS.notGrown} (optional)`} hint="For example squash, onions" />
        </div>
        <Button type="submit">{isOvertaken(of) ? 'Keep my version' : 'Save agreement'}</Button>
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
