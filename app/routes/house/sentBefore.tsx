import { formatMoment } from '#core/calendar/formatMoment.ts';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import { may } from '#core/people/may.ts';
import { findAct } from '#data/acts.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Facts, PageHead } from '#app/ui/Page.tsx';
import { aboutWords, doneWords } from '#words/acts.ts';
import type { Route } from './+types/sentBefore.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Already sent · Kind Granary' }];

/** What was done under a key whose form was sent again with something else in it. Whose act it was sees what it was; anybody else sees nothing of it. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, now, house } = visitBy(context, request, 'read own loans');
  const act = await findAct(db, params.act);
  if (act?.accountId !== actor.accountId) return { done: null };
  const code = act.subject === null ? null : readLotCode(act.subject);
  return {
    done: {
      what: doneWords(act.kind),
      about: act.subject && aboutWords(act.kind, act.subject),
      at: formatMoment(act.writtenAt.getTime(), now.getTime(), house.timeZone),
      person: may(actor.role, 'work') ? (/^person (\d+)$/.exec(act.subject ?? '')?.[1] ?? null) : null,
      lot: code?.ok && may(actor.role, 'work') ? code.code : null,
    },
  };
}

export default function SentBefore({ loaderData: { done } }: Route.ComponentProps) {
  return (
    <div className="max-w-xl">
      <PageHead
        title="This form was sent before"
        about="It has been changed since, so nothing was saved now: one form does one thing. What it did the first time still stands. To do something else, open a new form."
      />
      {done && (
        <Facts
          rows={[['Done then', done.what], ...(done.about && !done.person ? [['About', done.about] as const] : []), ['When', done.at]]}
        />
      )}
      <div className="mt-6 flex flex-wrap gap-3">
        {done?.lot && (
          <ButtonLink to={`/lots/${done.lot}`} look="action">
            Show {done.lot}
          </ButtonLink>
        )}
        {done?.person && (
          <ButtonLink to={`/people/${done.person}`} look="action">
            Show this person
          </ButtonLink>
        )}
        <ButtonLink to="/">Go to Today</ButtonLink>
      </div>
    </div>
  );
}
