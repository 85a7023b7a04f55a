import { z } from 'zod';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { intentOf } from '#app/platform/incoming.server.ts';
import { addressOf } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { PostForm } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { type bareForm, actKey } from '#contracts/fields.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import { may } from '#core/people/may.ts';
import { feedSince } from '#data/tests/calendarFeeds.ts';
import { endFeed, newFeed } from '#services/tests/calendar.server.ts';
import type { Route } from './+types/calendar.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Your calendar · Kind Granary' }];

const form = z.object({ key: actKey });

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, now, house } = visitBy(context, request, 'read own loans');
  const since = await feedSince(db, actor.accountId);
  return {
    works: may(actor.role, 'work'),
    keys: { make: newFormKey(), end: newFormKey() },
    since: since && formatMoment(since.getTime(), now.getTime(), house.timeZone),
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'read own loans');
  const { form: sent, submission } = await readForm(request, form);
  const intent = intentOf(sent, ['make', 'end']);
  if (submission.status !== 'success') return notAccepted({ address: null });
  const { key } = submission.value;
  if (intent === 'end') {
    await endFeed(visit, { key });
    return { address: null };
  }
  const token = await newFeed(visit, key);
  return { address: token && addressOf(`/calendar/${token}`, request) };
}

export default function Calendar({ loaderData: { works, keys, since }, actionData }: Route.ComponentProps) {
  const [make] = usePostForm<typeof bareForm>({ id: 'make', result: null });
  const [end] = usePostForm<typeof bareForm>({ id: 'end', result: null });
  return (
    <div className="max-w-xl space-y-5">
      <PageHead
        title="Your calendar"
        about={
          works
            ? 'See counts, tests to start and grow-out dates in the calendar of your phone or computer.'
            : 'See the dates of what you grow for the library in the calendar of your phone or computer.'
        }
        actions={<ButtonLink to={works ? '/tests/plan' : '/mine'}>{works ? 'Plan of tests' : 'My seed'}</ButtonLink>}
      />
      {actionData?.address && (
        <Notice tone="good">
          <label className="block">
            This is your calendar’s address. We show it only once. Subscribe to it in your calendar app. Anyone who has the address can read
            the calendar.
            <input
              readOnly
              value={actionData.address}
              onFocus={(event) => event.target.select()}
              className="input mt-2 font-mono text-small"
            />
          </label>
        </Notice>
      )}
      <p>
        {since ? `You have an address since ${since}.` : 'You have no address yet.'} The calendar is only for you and contains no names. You
        can end it at any time.
      </p>
      <div className="flex flex-wrap gap-3">
        <PostForm form={make} formKey={keys.make} intent="make">
          <Button type="submit" look="action">
            {since ? 'Replace address' : 'Create address'}
          </Button>
        </PostForm>
        {since && (
          <PostForm form={end} formKey={keys.end} intent="end">
            <Button type="submit" look="grave">
              End address
            </Button>
          </PostForm>
        )}
      </div>
    </div>
  );
}
