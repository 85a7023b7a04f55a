import type { SubmissionResult } from '@conform-to/react';
import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, parseForm } from '#app/platform/form.server.ts';
import { formOf, intentOf, keyOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Empty, Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { ACCESS_WORDS, EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { grantForm, editPersonForm } from '#contracts/people/people.ts';
import { may, mayEdit, ROLES } from '#core/people/may.ts';
import { findPerson } from '#data/people/people.ts';
import { editPerson, endAccess, grantAccess, linkFor } from '#services/people/people.server.ts';
import type { Route } from './+types/editPerson.ts';
import { PersonFields } from './PersonFields.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Edit person · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const person = await findPerson(db, id);
  if (!person || person.erasedAt) throw data(null, { status: 404 });
  return {
    keys: { edit: newFormKey(), grant: newFormKey(), end: newFormKey() },
    typed: await typedBefore(request, actor),
    leads: may(actor.role, 'manage people'),
    canEdit: mayEdit(actor, person),
    person,
  };
}

const SIGNS_IN = 'Only a coordinator can edit people who sign in';

interface Answer {
  readonly result: SubmissionResult | null;
  readonly link: string | null;
  readonly said: string | null;
  readonly theirs: Awaited<ReturnType<typeof findPerson>> | null;
}
const NOTHING: Answer = { result: null, link: null, said: null, theirs: null };

export async function action({ request, params, context }: Route.ActionArgs) {
  const form = await formOf(request);
  const intent = intentOf(form, ['edit', 'grant', 'end']);
  const visit = visitBy(context, request, intent === 'edit' ? 'work' : 'manage people');
  const { now } = visit;
  const personId = Number(params.id);
  if (intent === 'grant') {
    const submission = parseForm(form, grantForm);
    if (submission.status !== 'success') return notAccepted({ ...NOTHING, intent, result: submission.reply() });
    const done = await grantAccess(visit, { ...submission.value, personId });
    if (!done.ok)
      return notAccepted({
        ...NOTHING,
        intent,
        result: submission.reply({
          fieldErrors: { [done.problem.code === 'email taken' ? 'email' : 'role']: [ACCESS_WORDS[done.problem.code]] },
        }),
      });
    const token = await linkFor(db, now, personId);
    return { ...NOTHING, intent, link: token && `${process.env['PUBLIC_URL'] ?? new URL(request.url).origin}/welcome/${token}` };
  }
  if (intent === 'end') {
    const done = await endAccess(visit, { key: keyOf(form), personId });
    if (!done.ok && done.problem.code === 'no such person') throw data(null, { status: 404 });
    if (!done.ok) return notAccepted({ ...NOTHING, intent, said: ACCESS_WORDS[done.problem.code] });
    throw redirect(`/people/${personId}`);
  }
  const submission = parseForm(form, editPersonForm);
  if (submission.status !== 'success') return notAccepted({ ...NOTHING, intent, result: submission.reply() });
  const done = await editPerson(visit, { ...submission.value, personId });
  if (done.ok) throw redirect(`/people/${personId}`);
  if (done.problem.code === 'signs in') return notAccepted({ ...NOTHING, intent, said: SIGNS_IN });
  const theirs = (await findPerson(db, personId)) ?? null;
  return notAccepted({
    ...NOTHING,
    intent,
    theirs,
    result: submission.reply({
      formErrors: [done.problem.code === 'changed meanwhile' ? EVERYBODYS_PROBLEMS['changed meanwhile'] : ACCESS_WORDS['no such person']],
    }),
  });
}

export default function EditPerson({ loaderData: { keys, typed, person, leads, canEdit }, actionData }: Route.ComponentProps) {
  const theirs = actionData?.theirs;
  const start = typed ?? {
    ...person,
    isMember: person.isMember ? 'on' : '',
    groupOf: person.groupOf === null ? '' : String(person.groupOf),
  };
  const [form, fields] = usePostForm<typeof editPersonForm>({
    id: 'person',
    result: actionData?.intent === 'edit' ? actionData.result : null,
    start,
  });
  return (
    <div className="max-w-xl">
      <PageHead title={`Edit ${person.name}`} />
      {actionData?.said && <Notice tone="poor">{actionData.said}</Notice>}
      {!canEdit && <Empty action={<ButtonLink to={`/people/${person.id}`}>Back to {person.name}</ButtonLink>}>{SIGNS_IN}.</Empty>}
      {canEdit && (
        <PostForm form={form} formKey={keys.edit} intent="edit">
          {theirs && (
            <Facts
              rows={[
                ['Name now', theirs.name],
                ['Telephone now', theirs.phone ?? 'none'],
                ['E-mail now', theirs.email ?? 'none'],
                ['Note now', theirs.note ?? 'none'],
                ['Member now', theirs.isMember ? 'yes' : 'no'],
              ]}
            />
          )}
          <input type="hidden" name="version" value={theirs?.version ?? person.version} />
          <PersonFields fields={fields} />
          <Button type="submit" look="action">
            {theirs ? 'Keep my version' : 'Save'}
          </Button>
        </PostForm>
      )}
      {leads && (
        <Access
          keys={keys}
          person={person}
          result={actionData?.intent === 'grant' ? actionData.result : null}
          link={actionData?.link ?? null}
        />
      )}
    </div>
  );
}

const ROLE_OPTIONS = ROLES.map((role) => ({ value: role, label: role[0]!.toUpperCase() + role.slice(1) }));

/** Who may sign in, as what; ended or erased at once. */
function Access({
  keys,
  person,
  result,
  link,
}: {
  keys: { grant: string; end: string };
  person: { id: number; name: string; email: string | null; role: string | null; signInEmail: string | null };
  result: SubmissionResult | null;
  link: string | null;
}) {
  const [form, fields] = usePostForm<typeof grantForm>({
    id: 'grant',
    result,
    start: { email: person.signInEmail ?? person.email, role: person.role ?? 'member' },
  });
  return (
    <section aria-label="Signing in" className="mt-10 space-y-5 border-t border-rule pt-5">
      <h2>Signing in</h2>
      <p>
        {person.role
          ? `${person.name} signs in as ${person.role}.`
          : `${person.name} cannot sign in. They do not need an account to borrow or bring seed.`}
      </p>
      {link && (
        <Notice tone="good">
          Give them this link. It works once, for three days:{' '}
          <span className="block font-mono font-medium break-all select-all">{link}</span>
        </Notice>
      )}
      <PostForm form={form} formKey={keys.grant} intent="grant">
        <TextField field={fields.email} label="E-mail to sign in with" type="email" autoComplete="off" />
        <SelectField field={fields.role} label="Role" options={ROLE_OPTIONS} />
        <Button type="submit">{person.role ? 'Set the role and make a new link' : 'Invite to sign in'}</Button>
      </PostForm>
      <details>
        <summary className="link inline-flex min-h-11 items-center">End access or erase</summary>
        <form method="post" className="mt-2 space-y-3">
          <input type="hidden" name="key" value={keys.end} />
          {person.role && (
            <Button type="submit" name="intent" value="end" look="grave">
              End access and sign out everywhere
            </Button>
          )}
        </form>
        <ButtonLink to={`/people/${person.id}/erase`}>Erase {person.name}</ButtonLink>
      </details>
    </section>
  );
}
