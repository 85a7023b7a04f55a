import { dayInZone } from '#core/calendar/dayInZone.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { commandOf, isUndoable } from '#core/people/commands.ts';
import { readActs } from '#data/acts.ts';
import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { Pager, SearchForm } from '#app/ui/List.tsx';
import { ActSubject } from '#app/ui/Mark.tsx';
import { Table } from '#app/ui/Table.tsx';
import { UndoLink } from '#app/ui/UndoLink.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { aboutWords, doneWords, kindsCalled } from '#words/acts.ts';
import type { Route } from './+types/record.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Who did what · Kind Granary' }];

const PAGE = 60;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'read audit');
  const query = new URL(request.url).searchParams;
  const search = query.get('search')?.trim().slice(0, 60) ?? '';
  const page = pageFrom(query);
  const { acts, total, more } = await readActs(db, { search, limit: PAGE, offset: (page - 1) * PAGE }, kindsCalled);
  const clock = new Intl.DateTimeFormat('en-GB', { timeZone: house.timeZone, hour: '2-digit', minute: '2-digit' });
  const momentOf = (at: Date) => `${formatDate(dayInZone(at, house.timeZone))}, ${clock.format(at)}`;
  return {
    search,
    page,
    total,
    more,
    acts: acts.map(({ key, kind, subject, person, by, writtenAt, undoneBy }) => {
      const command = commandOf(kind);
      const canUndo = command !== null && isUndoable(command) && undoneBy === null;
      return {
        key,
        kind,
        about: subject && aboutWords(kind, subject),
        person,
        by,
        at: momentOf(writtenAt),
        isUndone: undoneBy !== null,
        canUndo,
      };
    }),
  };
}

export default function Record({ loaderData: { search, page, total, more, acts } }: Route.ComponentProps) {
  return (
    <>
      <PageHead title="Who did what" about="Every action, newest first. Some can be undone, as long as nothing depends on them." />
      <SearchForm label="Search actions" hint="Action, person or lot" value={search} table="record" />
      {acts.length === 0 ? (
        <Empty>No results. Try part of an action, a lot code or a person’s name.</Empty>
      ) : (
        <Table caption="Actions">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">What</th>
              <th scope="col">About</th>
              <th scope="col">
                <span className="sr-only">Undo</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {acts.map((act) => (
              <tr key={act.key}>
                <td className="whitespace-nowrap">{act.at}</td>
                <td>{act.by ?? 'automatic'}</td>
                <td>{doneWords(act.kind)}</td>
                <td>
                  {act.person ? (
                    <Link className="link" to={`/people/${act.person.id}`}>
                      {act.person.name}
                    </Link>
                  ) : (
                    act.about && <ActSubject>{act.about}</ActSubject>
                  )}
                </td>
                <td>
                  {act.isUndone ? (
                    <span className="text-soft">undone</span>
                  ) : (
                    act.canUndo && <UndoLink act={act.key} what={doneWords(act.kind)} />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={PAGE} total={total} things="actions" more={more} />
    </>
  );
}
