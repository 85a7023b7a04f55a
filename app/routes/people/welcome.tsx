import { redirect } from 'react-router';
import type { z } from 'zod';
import { readKnown, signedInCookies } from '#app/platform/cookies.server.ts';
import { db } from '#app/platform/database.server.ts';
import { notAccepted, readForm } from '#app/platform/form.server.ts';
import { anyVisit } from '#app/platform/visit.server.ts';
import { Button } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { firstWelcomeForm, welcomeForm } from '#contracts/people/people.ts';
import { acceptLink, readLink, type FirstCoordinator } from '#services/people/signIn.server.ts';
import type { Route } from './+types/welcome.ts';

type Password = z.output<typeof welcomeForm>;

export const meta: Route.MetaFunction = () => [{ title: 'Welcome · Kind Granary' }];

export async function loader({ params, context }: Route.LoaderArgs) {
  return { purpose: await readLink(db, params.token, anyVisit(context).now) };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const { now } = anyVisit(context);
  const purpose = await readLink(db, params.token, now);
  if (purpose === null) return null;
  const from = { device: request.headers.get('user-agent') ?? 'unknown', known: await readKnown(request) };
  const isFirst = purpose === 'first coordinator';
  const { submission } = await readForm<z.ZodType<Password & Partial<FirstCoordinator>>>(request, isFirst ? firstWelcomeForm : welcomeForm);
  if (submission.status !== 'success') return notAccepted(submission.reply({ hideFields: ['password', 'again'] }));
  const { password, name, email, house, hemisphere } = submission.value;
  const first = isFirst ? { name: name!, email: email!, house: house!, hemisphere: hemisphere! } : null;
  const door = await acceptLink(db, now, { ...from, token: params.token, password, first });
  if (door === null) return notAccepted(submission.reply({ formErrors: ['This link has just been used'] }));
  throw redirect('/', { headers: await signedInCookies(door) });
}

export default function Welcome({ loaderData: { purpose }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof firstWelcomeForm>({ id: 'welcome', result: actionData });
  if (purpose === null)
    return (
      <PageHead
        title="This link no longer works"
        about="It has been used, a newer one has taken its place, or its three days are over. Ask a coordinator for a new link."
      />
    );
  return (
    <div className="max-w-md">
      <PageHead
        title={purpose === 'password' ? 'Choose a password' : 'Welcome, first coordinator'}
        about={
          purpose === 'password' ? 'You will then be signed in.' : 'Tell us who you are. You can change everything else later in Settings.'
        }
      />
      <PostForm form={form} formKey="welcome">
        {purpose === 'first coordinator' && (
          <>
            <TextField field={fields.house} label="Your library’s name" />
            <ChoiceField
              field={fields.hemisphere}
              label="Which hemisphere?"
              hint="It sets the usual frost dates, sowing and lending seasons. You can change each of them later"
              options={[
                { value: 'northern', label: 'Northern' },
                { value: 'southern', label: 'Southern' },
              ]}
            />
            <TextField field={fields.name} label="Your name" autoComplete="name" />
            <TextField field={fields.email} label="E-mail" type="email" autoComplete="username" />
          </>
        )}
        <TextField
          field={fields.password}
          label="New password"
          hint="At least 12 characters. Three or four words make a good password"
          type="password"
          autoComplete="new-password"
        />
        <TextField field={fields.again} label="Repeat the password" type="password" autoComplete="new-password" />
        <Button type="submit" look="action">
          Sign in
        </Button>
      </PostForm>
    </div>
  );
}
