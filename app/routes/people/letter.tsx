import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey } from '#app/platform/form.server.ts';
import { formOf, intentOf, keyOf } from '#app/platform/incoming.server.ts';
import { addressOf } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Gifts } from '#app/ui/Gifts.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { PrintButton } from '#app/ui/PrintButton.tsx';
import { PostForm } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { bareForm } from '#contracts/fields.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { donorAddressSince } from '#data/people/donors.ts';
import { findPerson } from '#data/people/people.ts';
import { endDonorAddress, newDonorAddress, readGifts } from '#services/people/donors.server.ts';
import type { Route } from './+types/letter.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Letter to a donor · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const person = await findPerson(db, Number(params.id));
  if (!person || person.erasedAt) throw data(null, { status: 404 });
  const [gifts, since] = await Promise.all([readGifts(db, person.id), donorAddressSince(db, person.id)]);
  return {
    keys: { make: newFormKey(), end: newFormKey() },
    person: { id: person.id, name: person.contact ?? person.name },
    house: house.name,
    today,
    gifts,
    since: since && dayInZone(since, house.timeZone),
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const form = await formOf(request);
  const personId = Number(params.id);
  if (intentOf(form, ['make', 'end']) === 'end') {
    await endDonorAddress(visit, { key: keyOf(form), personId });
    return { address: null };
  }
  const token = await newDonorAddress(visit, personId, keyOf(form));
  return { address: token && addressOf(`/given/${token}`, request) };
}

/** What became of somebody's seed, as a letter to print, and as an address that nobody can guess. */
export default function Letter({ loaderData: { keys, person, house, today, gifts, since }, actionData }: Route.ComponentProps) {
  const [make] = usePostForm<typeof bareForm>({ id: 'make', result: null });
  const [end] = usePostForm<typeof bareForm>({ id: 'end', result: null });
  return (
    <>
      <PageHead
        title="What became of your seed"
        about={`To ${person.name}, from ${house}, ${formatDate(today)}`}
        actions={
          <>
            <PrintButton />
            <ButtonLink to={`/people/${person.id}`}>Back</ButtonLink>
          </>
        }
      />
      {gifts.length === 0 ? (
        <Empty>{person.name} has not brought us any seed.</Empty>
      ) : (
        <>
          <p className="mb-4 max-w-prose">Thank you for your seed. This is what became of it. Nobody else is named here.</p>
          <Gifts gifts={gifts} />
          <section aria-label="Link" className="no-print mt-10 max-w-prose border-t border-rule pt-5">
            <h2>A link instead of a letter</h2>
            <p className="text-soft">
              The link always shows today’s numbers, to anyone who has it. {since ? `There is one since ${formatDate(since)}; you` : 'You'}{' '}
              can end it at any time.
            </p>
            {actionData?.address && (
              <Notice tone="good">
                <label className="block">
                  This is the link. We show it only once.
                  <input
                    readOnly
                    value={actionData.address}
                    onFocus={(event) => event.target.select()}
                    className="input mt-2 font-mono text-small"
                  />
                </label>
              </Notice>
            )}
            <div className="mt-3 flex flex-wrap gap-3">
              <PostForm key={keys.make} form={make} formKey={keys.make} intent="make">
                <Button type="submit">{since ? 'Replace link' : 'Create link'}</Button>
              </PostForm>
              {since && (
                <PostForm key={keys.end} form={end} formKey={keys.end} intent="end">
                  <Button type="submit" look="grave">
                    End link
                  </Button>
                </PostForm>
              )}
            </div>
          </section>
        </>
      )}
    </>
  );
}
