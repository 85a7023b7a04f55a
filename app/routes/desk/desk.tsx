import { Link } from 'react-router';
import { listPeople } from '#data/people/people.ts';
import { countLateLoans } from '#data/desk/loans.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { FilterSelect, Pager, SearchForm, SortHead } from '#app/ui/List.tsx';
import { Table } from '#app/ui/Table.tsx';
import { Mark } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { peopleQuery } from '#services/tables/queries.server.ts';
import { may } from '#core/people/may.ts';
import type { Route } from './+types/desk.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Desk · Kind Granary' }];

const PAGE = 40;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const asked = peopleQuery(query, today);
  const page = pageFrom(query);
  const [{ people, total }, late] = await Promise.all([
    listPeople(db, { ...asked, limit: PAGE, offset: (page - 1) * PAGE }),
    countLateLoans(db, today),
  ]);
  const { search, sort, membersOnly } = asked;
  return {
    leads: may(actor.role, 'manage people'),
    people,
    total,
    search,
    everybody: !membersOnly,
    sort,
    page,
    late,
    lot: query.get('lot') ?? '',
  };
}

export default function Desk({ loaderData: { leads, people, total, search, everybody, sort, page, late, lot } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Desk"
        about="Choose the member, then scan each packet."
        actions={
          <>
            <ButtonLink to="/desk/loans">Open loans{late > 0 && `, ${late} late`}</ButtonLink>
            <ButtonLink to="/people/new?member=yes">New member</ButtonLink>
          </>
        }
      />
      {lot && (
        <Notice tone="good">
          Lending <span className="font-mono">{lot}</span>: choose the member.
        </Notice>
      )}
      <SearchForm label="Who is it?" hint="Type part of the name" value={search} table={leads ? 'people' : undefined}>
        {lot && <input type="hidden" name="lot" value={lot} />}
        <FilterSelect
          label="Show"
          name="who"
          value={everybody ? 'everybody' : 'members'}
          options={[
            { value: 'members', label: 'Members' },
            { value: 'everybody', label: 'Everyone' },
          ]}
        />
      </SearchForm>
      {people.length === 0 ? (
        <Empty
          action={
            <ButtonLink to="/people/new?member=yes" look="action">
              Add them as a member
            </ButtonLink>
          }
        >
          {search ? `No results for “${search}”. Try part of the name, or add the person.` : 'No members yet. Add the first one.'}
        </Empty>
      ) : (
        <Table caption="People">
          <thead>
            <tr>
              <SortHead by="name" now={sort}>
                Name
              </SortHead>
              <th scope="col" className="px-3 py-2 text-left font-semibold">
                {' '}
                Role{' '}
              </th>
              <SortHead by="loans" now={sort}>
                Loans
              </SortHead>
            </tr>
          </thead>
          <tbody>
            {people.map((person) => (
              <tr key={person.id}>
                <td className="text-base">
                  <Link
                    className="link inline-flex min-h-9 items-center font-semibold"
                    to={`/people/${person.id}${lot ? `?lot=${encodeURIComponent(lot)}` : ''}`}
                  >
                    {person.name}
                  </Link>
                </td>
                <td>
                  {[
                    person.isMember ? 'member' : 'donor',
                    person.groupOf !== null && `group of ${person.groupOf}`,
                    person.role !== 'member' ? person.role : null,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </td>
                <td>
                  <span className="flex flex-wrap items-center gap-2">
                    {person.open === 0 ? <span className="text-soft">none open</span> : `${person.open} open`}
                    {person.late > 0 && <Mark tone="doubt">{person.late} late</Mark>}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={PAGE} total={total} things="people" />
    </>
  );
}
