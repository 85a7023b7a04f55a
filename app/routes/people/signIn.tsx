import { redirect } from 'react-router';
import { readKnown, signedInCookies } from '#app/platform/cookies.server.ts';
import { db } from '#app/platform/database.server.ts';
import { notAccepted, readForm } from '#app/platform/form.server.ts';
import { anyVisit } from '#app/platform/visit.server.ts';
import { Button } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { localPath } from '#contracts/localPath.ts';
import { signInForm } from '#contracts/people/people.ts';
import { OTHER_WAYS_IN, tooManyTriesWords } from '#words/sayings.ts';
import { signIn } from '#services/people/signIn.server.ts';
import type { Route } from './+types/signIn.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Sign in · Kind Granary' }];

export function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house } = anyVisit(context);
  const then = localPath(new URL(request.url).searchParams.get('then'));
  if (actor) throw redirect(then);
  return { then, house: house.name, samples: process.env['SAMPLE_DATA'] === 'yes' ? SAMPLES : [], kept: then.includes('typed=') };
}

/** The sign-ins of the sample data; `bin/start` never makes them. */
const SAMPLES = [
  { email: 'coordinator@hollinreach.example', who: 'Coordinator' },
  { email: 'helper@hollinreach.example', who: 'Helper' },
  { email: 'member@hollinreach.example', who: 'Member' },
];

export async function action({ request, context }: Route.ActionArgs) {
  const { now } = anyVisit(context);
  const { submission } = await readForm(request, signInForm);
  if (submission.status !== 'success') return notAccepted(submission.reply({ hideFields: ['password'] }));
  const { email, password, then } = submission.value;
  const done = await signIn(db, now, {
    email,
    password,
    machine: request.headers.get('x-granary-machine') ?? 'unknown',
    device: request.headers.get('user-agent') ?? 'unknown',
    known: await readKnown(request),
  });
  if (done.ok) throw redirect(localPath(then), { headers: await signedInCookies(done.door) });
  const words =
    done.problem.code === 'wait'
      ? `${tooManyTriesWords(done.problem.seconds)}. ${OTHER_WAYS_IN}`
      : 'E-mail or password is wrong. Check both and try again';
  return notAccepted(submission.reply({ hideFields: ['password'], fieldErrors: { password: [words] } }));
}

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof signInForm>({
    id: 'sign-in',
    result: actionData,
    start: { email: loaderData.samples[0]?.email },
  });
  return (
    <div className="max-w-md">
      <PageHead
        title="Sign in"
        about={
          loaderData.kept
            ? 'You were signed out because nothing happened for a while. What you typed is kept: sign in to continue.'
            : `The seed library of ${loaderData.house}.`
        }
      />
      <PostForm form={form} formKey="sign-in">
        <input type="hidden" name="then" value={loaderData.then} />
        <TextField field={fields.email} label="E-mail" type="email" autoComplete="username" />
        <TextField field={fields.password} label="Password" type="password" autoComplete="current-password" />
        <Button type="submit" look="action">
          Sign in
        </Button>
      </PostForm>
      {loaderData.samples.length > 0 && (
        <section className="mt-10 border-l-4 border-frost bg-frost-tint px-5 py-4">
          <h2>Sample sign-ins</h2>
          <p className="mt-1">
            This server shows made-up data. The password is the same for each:{' '}
            <code className="font-mono whitespace-nowrap">grain by grain</code>
          </p>
          <ul className="mt-2">
            {loaderData.samples.map(({ email, who }) => (
              <li key={email}>
                {who}: <span className="break-all">{email}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
