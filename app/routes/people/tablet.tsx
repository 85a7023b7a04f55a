import type { SubmissionResult } from '@conform-to/react';
import { data, Form, redirect } from 'react-router';
import { readSessionToken } from '#app/platform/cookies.server.ts';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey, notAccepted, parseForm } from '#app/platform/form.server.ts';
import { formOf, intentOf } from '#app/platform/incoming.server.ts';
import { anyVisit, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { localPath } from '#contracts/localPath.ts';
import { pickForm, type pinForm } from '#contracts/people/people.ts';
import { findPin, listPinHolders } from '#data/people/accounts.ts';
import { choosePin, lockTablet, shareDevice, takeTablet } from '#services/people/tablet.server.ts';
import { refusalWords } from '#words/refusals.ts';
import { tooManyTriesWords } from '#words/sayings.ts';
import type { Route } from './+types/tablet.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Shared tablet · Kind Granary' }];

/** At a locked tablet: who takes it. Else, for whoever works here: one's PIN, and making this device a shared one. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, isShared } = anyVisit(context);
  const then = localPath(new URL(request.url).searchParams.get('then'));
  if (!actor && isShared) return { isLocked: true as const, then, people: await listPinHolders(db) };
  const visit = visitBy(context, request, 'work');
  return {
    isLocked: false as const,
    isShared,
    hasPin: (await findPin(db, visit.actor.accountId)) !== undefined,
    keys: { pin: newFormKey(), share: newFormKey() },
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  // A tablet that is shared may be taken or locked by anybody who stands before it.
  if (!anyVisit(context).isShared) visitBy(context, request, 'work');
  const form = await formOf(request);
  const intent = intentOf(form, ['take', 'lock', 'pin', 'share']);
  const token = await readSessionToken(request);
  if (!token) throw redirect('/sign-in');
  if (intent === 'lock') {
    await lockTablet(db, token);
    throw redirect('/tablet');
  }
  if (intent === 'take') return take(form, token, context);
  const visit = visitBy(context, request, 'work');
  if (intent === 'pin') return formActs<never>(form, visit, ['pin'], () => ({})).give(choosePin, {});
  if ((await findPin(db, visit.actor.accountId)) === undefined) throw data(null, { status: 400 });
  await shareDevice(db, visit.now, token, visit.actor);
  throw redirect('/tablet');
}

async function take(form: FormData, token: string, context: Route.ActionArgs['context']) {
  const { isShared, now } = anyVisit(context);
  if (!isShared) throw redirect('/sign-in');
  const submission = parseForm(form, pickForm);
  if (submission.status !== 'success') return notAccepted({ intent: 'take', result: submission.reply({ hideFields: ['pin'] }) });
  const { who, pin, then } = submission.value;
  const done = await takeTablet(db, now, { token, accountId: who, pin });
  if (done.ok) throw redirect(localPath(then));
  const words = done.problem.code === 'wait' ? tooManyTriesWords(done.problem.seconds) : refusalWords('pin: wrong');
  return notAccepted({ intent: 'take', result: submission.reply({ hideFields: ['pin'], fieldErrors: { pin: [words] } }) });
}

export default function Tablet({ loaderData, actionData }: Route.ComponentProps) {
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  if (loaderData.isLocked) return <TakeIt people={loaderData.people} then={loaderData.then} result={resultOf('take')} />;
  const { isShared, hasPin, keys } = loaderData;
  return (
    <div className="max-w-xl space-y-8">
      <PageHead
        title="Shared tablet"
        about="A tablet at the bench or the desk that several helpers use. Each picks their name and gives a PIN; it locks after five minutes, and everything done there carries that person’s name."
        actions={<ButtonLink to="/settings">Settings</ButtonLink>}
      />
      {actionData?.intent === 'pin' && actionData.result === null && <Notice tone="good">Your PIN is saved.</Notice>}
      <ChoosePin key={keys.pin} formKey={keys.pin} hasPin={hasPin} result={resultOf('pin')} />
      {isShared ? (
        <Form method="post" action="/sign-out">
          <h2 className="mb-2">This device</h2>
          <p className="mb-3 text-soft">It is a shared tablet. Signing it out ends that, for everybody.</p>
          <Button type="submit" look="grave">
            Stop sharing and sign out
          </Button>
        </Form>
      ) : (
        <Share formKey={keys.share} hasPin={hasPin} />
      )}
    </div>
  );
}

/** One’s own PIN, for every shared tablet of the house. */
function ChoosePin({ formKey, hasPin, result }: { formKey: string; hasPin: boolean; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof pinForm>({ id: 'pin', result });
  return (
    <section aria-label="Your PIN">
      <h2 className="mb-2">Your PIN</h2>
      <PostForm form={form} formKey={formKey} intent="pin">
        <TextField
          field={fields.pin}
          label={hasPin ? 'New PIN' : 'Choose a PIN'}
          hint="4 to 8 digits. You use it on every shared tablet here"
          type="password"
          inputMode="numeric"
          autoComplete="off"
        />
        <Button type="submit">{hasPin ? 'Change PIN' : 'Save PIN'}</Button>
      </PostForm>
    </section>
  );
}

function Share({ formKey, hasPin }: { formKey: string; hasPin: boolean }) {
  const [form] = usePostForm<string>({ id: 'share', result: null });
  return (
    <section aria-label="This device">
      <h2 className="mb-2">This device</h2>
      {hasPin ? (
        <PostForm form={form} formKey={formKey} intent="share">
          <p className="text-soft">From then on it asks for a name and a PIN. Your own password is needed on it no more.</p>
          <Button type="submit" look="action">
            Make this a shared tablet
          </Button>
        </PostForm>
      ) : (
        <p>Choose your PIN first; then this device can become a shared tablet.</p>
      )}
    </section>
  );
}

/** Who takes the tablet: a name, and its PIN. */
function TakeIt({
  people,
  then,
  result,
}: {
  people: readonly { readonly id: number; readonly name: string }[];
  then: string;
  result: SubmissionResult | null;
}) {
  const [form, fields] = usePostForm<typeof pickForm>({ id: 'take', result });
  return (
    <div className="max-w-md">
      <PageHead title="Who are you?" about="This tablet is shared. What you typed before it locked is kept for you." />
      <PostForm form={form} formKey="take" intent="take">
        <input type="hidden" name="then" value={then} />
        <ChoiceField field={fields.who} label="Name" options={people.map(({ id, name }) => ({ value: String(id), label: name }))} />
        <TextField field={fields.pin} label="PIN" type="password" inputMode="numeric" autoComplete="off" className="text-large" />
        <Button type="submit" look="action">
          Start
        </Button>
      </PostForm>
    </div>
  );
}
