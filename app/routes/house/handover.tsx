import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { backupTrouble } from '#words/backup.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import { readHandover, type OpenWork } from '#data/people/handover.ts';
import { ROLE_CAN } from '#words/handover.ts';
import type { Route } from './+types/handover.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Handover · Kind Granary' }];

/** What is under way, with the page that lists it; `one` and `many` follow the number. */
const OPEN_WORK: readonly { readonly of: keyof OpenWork; readonly one: string; readonly many: string; readonly to: string }[] = [
  { of: 'batches', one: 'batch on the bench', many: 'batches on the bench', to: '/bench' },
  { of: 'toClean', one: 'lot to be cleaned', many: 'lots to be cleaned', to: '/shelves?state=to+be+cleaned' },
  { of: 'tests', one: 'germination test running', many: 'germination tests running', to: '/tests' },
  { of: 'holds', one: 'hold to settle', many: 'holds to settle', to: '/shelves?state=on+hold' },
  { of: 'loans', one: 'open loan', many: 'open loans', to: '/desk/loans' },
  { of: 'lateLoans', one: 'late loan', many: 'late loans', to: '/desk/loans?only=late' },
  { of: 'growOuts', one: 'grow-out under way', many: 'grow-outs under way', to: '/grow-outs' },
  { of: 'drafts', one: 'intake not finished', many: 'intakes not finished', to: '/intake' },
];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { today, house } = visitBy(context, request, 'manage people');
  const { insiders, open, lastBackup } = await readHandover(db, today);
  const dayOf = (at: Date) => dayInZone(at, house.timeZone);
  return {
    today,
    insiders: insiders.map(({ lastSignedIn, ...one }) => ({ ...one, lastOn: lastSignedIn && dayOf(lastSignedIn) })),
    work: OPEN_WORK.filter(({ of }) => open[of] > 0).map(({ of, one, many, to }) => ({
      to,
      count: open[of],
      what: open[of] === 1 ? one : many,
    })),
    backup: lastBackup && { on: dayOf(lastBackup.at), file: lastBackup.file },
  };
}

export default function Handover({ loaderData: { today, insiders, work, backup } }: Route.ComponentProps) {
  const leads = insiders.filter(({ role, hasPassword }) => role === 'coordinator' && hasPassword);
  const unsaved = backupTrouble(backup?.on ?? null, today);
  const gaps = [
    ...(leads.length < 2 ? ['Only one coordinator can sign in. Give a second person access as coordinator.'] : []),
    ...(unsaved ? [unsaved] : []),
  ];
  return (
    <>
      <PageHead
        title="Handover"
        about="What a successor needs: who may do what, the work under way, and the last backup."
        actions={
          <>
            <ButtonLink to="/people/new">Add person</ButtonLink>
            <ButtonLink to="/settings">Settings</ButtonLink>
          </>
        }
      />
      <Reckoning
        tone={gaps.length === 0 ? 'good' : 'doubt'}
        question="Could someone take over tomorrow?"
        verdict={gaps.length === 0 ? 'Yes' : 'Not safely yet'}
        reasons={[
          ...gaps,
          ...(leads.length >= 2 ? [`${leads.length} coordinators can sign in: ${leads.map(({ name }) => name).join(', ')}.`] : []),
          ...(backup && !unsaved ? [`The last backup was made ${formatDistance(-daysBetween(backup.on, today))}: ${backup.file}.`] : []),
        ]}
      />
      <div className="mt-8 grid gap-x-10 gap-y-8 xl:grid-cols-[20rem_1fr]">
        <section aria-label="Work under way">
          <h2 className="mb-2">Work under way</h2>
          {work.length === 0 ? (
            <p className="text-soft">Nothing is under way.</p>
          ) : (
            <ul>
              {work.map(({ to, count, what }) => (
                <li key={to} className="border-t border-rule">
                  <Link className="link inline-flex min-h-11 items-center" to={to}>
                    {count} {what}
                  </Link>
                </li>
              ))}
            </ul>
          )}
        </section>
        <section aria-label="Who may do what" className="min-w-0">
          <h2 className="mb-2">Who may do what</h2>
          <Table caption="Who may do what">
            <Heads of={['Person', 'Role', 'Last signed in']} />
            <tbody>
              {insiders.map(({ personId, name, role, hasPassword, lastOn }) => (
                <tr key={personId}>
                  <td>
                    <Link className="link font-semibold" to={`/people/${personId}/edit`}>
                      {name}
                    </Link>
                  </td>
                  <td>{role}</td>
                  <td>{lastOn ? formatDate(lastOn) : hasPassword ? 'not yet' : 'invited, no password yet'}</td>
                </tr>
              ))}
            </tbody>
          </Table>
          <dl className="mt-4 max-w-prose space-y-2">
            {ROLE_CAN.map(({ role, can }) => (
              <div key={role}>
                <dt className="inline font-semibold">{role}: </dt>
                <dd className="inline">{can}</dd>
              </div>
            ))}
          </dl>
        </section>
      </div>
      <h2 className="mt-8 mb-1">If no coordinator can sign in any more</h2>
      <p className="max-w-prose">
        The last coordinator cannot be removed here. If they have gone, whoever runs the server lets a successor in with{' '}
        <code className="font-mono text-small">bin/let-in &quot;Name&quot; name@example.org</code>. It prints a link that works once.
      </p>
    </>
  );
}
