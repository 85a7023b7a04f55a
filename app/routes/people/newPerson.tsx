import { redirect } from 'react-router';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { PostForm, SureField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { addPersonForm } from '#contracts/people/people.ts';
import { addPerson } from '#services/people/people.server.ts';
import type { Route } from './+types/newPerson.ts';
import { PersonFields } from './PersonFields.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'New person · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'work');
  const member = new URL(request.url).searchParams.has('member');
  return { key: newFormKey(), start: (await typedBefore(request, actor)) ?? (member ? { isMember: 'on' } : null) };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { submission } = await readForm(request, addPersonForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await addPerson(visit, submission.value);
  if (done.ok) throw redirect(`/people/${done.answer.id}`);
  const { name, near } = done.problem;
  return notAccepted(
    submission.reply({
      fieldErrors: {
        name: [`Is it ${near.join(', or ')}? Look them up at the desk, or confirm below that this is someone else`],
        sure: [name],
      },
    }),
  );
}

export default function NewPerson({ loaderData, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof addPersonForm>({ id: 'person', result: actionData, start: loaderData.start });
  return (
    <div className="max-w-xl">
      <PageHead title="New person" about="We only need a name and a way to reach them." />
      <PostForm form={form} formKey={loaderData.key}>
        <PersonFields fields={fields} afterName={<SureField field={fields.sure} words={(name) => `${name} is someone else`} />} />
        <Button type="submit" look="action">
          Add person
        </Button>
      </PostForm>
    </div>
  );
}
