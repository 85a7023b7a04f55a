import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Facts, PageHead } from '#app/ui/Page.tsx';
import { PostForm } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { eraseForm } from '#contracts/people/people.ts';
import { erase, readBeforeErasing } from '#services/people/erasing.server.ts';
import { WRITTEN_IN } from '#words/freeText.ts';
import { ACCESS_WORDS } from '#words/sayings.ts';
import type { Route } from './+types/erase.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Erase a person · Kind Granary' }];

/** What somebody wrote stands in `table.column.row`. */
const whereOf = (at: string): string => WRITTEN_IN[at.split('.').slice(0, 2).join('.')] ?? 'Text';

export async function loader({ request, params, context }: Route.LoaderArgs) {
  visitBy(context, request, 'manage people');
  const before = await readBeforeErasing(db, Number(params.id));
  if (!before) throw data(null, { status: 404 });
  const { person, ...texts } = before;
  return { key: newFormKey(), person: { id: person.id, name: person.name }, ...texts };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'manage people');
  const { submission } = await readForm(request, eraseForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const personId = Number(params.id);
  const done = await erase(visit, { ...submission.value, personId });
  if (done.ok) throw redirect(`/people/${personId}`);
  if (done.problem.code === 'no such person') throw data(null, { status: 404 });
  return notAccepted(submission.reply({ formErrors: [ACCESS_WORDS[done.problem.code]] }));
}

export default function Erase({ loaderData: { key, person, surely, written, names }, actionData }: Route.ComponentProps) {
  const [form] = usePostForm<string>({ id: 'erase', result: actionData, start: {} });
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Erase ${person.name}`}
        about="Their name, contact details, sign-in, devices and the places of their gardens are removed for good, and cannot be brought back. Lots and loans stay, under “former member”."
        actions={<ButtonLink to={`/people/${person.id}/edit`}>Cancel</ButtonLink>}
      />
      <PostForm form={form} formKey={key} className="space-y-6">
        {surely.length > 0 ? (
          <p>
            Removed from every text automatically: <b>{surely.join(', ')}</b>.
          </p>
        ) : (
          <p>Their name alone could mean someone else, so only the texts that you change here are changed.</p>
        )}
        {written.length > 0 && (
          <section aria-label="Texts that may name them" className="space-y-5">
            <h2>Texts that may name them</h2>
            <p>Read each one and take out what tells who they are. An empty text is removed.</p>
            {written.map(({ at, said }, index) => (
              <label key={at} className="block">
                <span className="font-semibold">{whereOf(at)}</span>
                <input type="hidden" name={`texts[${index}].at`} value={at} />
                <textarea
                  name={`texts[${index}].said`}
                  className="input mt-1"
                  rows={said.length > 80 ? 4 : 2}
                  defaultValue={said}
                  maxLength={5000}
                />
              </label>
            ))}
          </section>
        )}
        {names.length > 0 && (
          <section aria-label="Things named after them" className="space-y-2">
            <h2>Things named after them</h2>
            <p>These are not changed here. Rename them on their own page, if they should not remain.</p>
            <Facts rows={names.map(({ at, said }) => [whereOf(at), said] as const)} />
          </section>
        )}
        <Button type="submit" look="grave">
          Erase {person.name} for good
        </Button>
      </PostForm>
    </div>
  );
}
