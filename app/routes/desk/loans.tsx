import { Link } from 'react-router';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import { listOpenLoans } from '#data/desk/loans.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { Table, WIDE } from '#app/ui/Table.tsx';
import { LotCode, Mark, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { loanQuery } from '#services/tables/queries.server.ts';
import { may } from '#core/people/may.ts';
import type { Route } from './+types/loans.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Open loans · Kind Granary' }];

const PAGE = 40;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const asked = loanQuery(query, today);
  const page = pageFrom(query);
  const { loans, total } = await listOpenLoans(db, { ...asked, limit: PAGE, offset: (page - 1) * PAGE });
  return {
    leads: may(actor.role, 'manage people'),
    ...asked,
    page,
    total,
    loans: loans.map((loan) => ({ ...loan, dueIn: daysBetween(today, loan.dueOn) })),
  };
}

export default function OpenLoans({ loaderData: { leads, search, only, page, total, loans } }: Route.ComponentProps) {
  return (
    <>
      <PageHead title="Open loans" about="Earliest return date first." />
      <SearchForm label="Find a loan" hint="Member, variety or lot code" value={search} table={leads ? 'loans' : undefined}>
        <FilterSelect
          label="Show"
          name="only"
          value={only ?? ''}
          options={[
            { value: '', label: 'All open' },
            { value: 'late', label: 'Late only' },
            { value: 'told', label: 'Failed, to be answered' },
          ]}
        />
      </SearchForm>
      {loans.length === 0 ? (
        <Empty action={<ButtonLink to="/desk">Go to the desk</ButtonLink>}>
          {only === 'late'
            ? 'No loans are late.'
            : only === 'told'
              ? 'Nobody is waiting for an answer.'
              : 'No results. Try part of a member’s name, a variety or a lot code.'}
        </Empty>
      ) : (
        <Table caption="Open loans">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">Seed expected</th>
              <th scope="col">Member</th>
              <th scope="col">What</th>
              <th scope="col" className={WIDE}>
                Lot
              </th>
              <th scope="col" className={WIDE}>
                Lent
              </th>
              <th scope="col">
                <span className="sr-only">Close</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {loans.map((loan) => (
              <tr key={loan.id}>
                <td className="whitespace-nowrap">
                  {formatDate(loan.dueOn)}
                  {loan.failedOn && !loan.answer && (
                    <span className="block">
                      <Mark tone="doubt">failed, says the member</Mark>
                    </span>
                  )}
                  {loan.dueIn < 0 && (
                    <span className="block">
                      <Mark tone="doubt">{formatDistance(loan.dueIn)}</Mark>
                    </span>
                  )}
                </td>
                <td>
                  <Link className="link" to={`/people/${loan.memberId}`}>
                    {loan.member}
                  </Link>
                </td>
                <td>
                  {loan.crop} ‘{loan.variety}’, {loan.packets} {loan.packets === 1 ? 'packet' : 'packets'}{' '}
                  <TreatedMark treated={loan.treated} />
                </td>
                <td className={WIDE}>
                  <Link className="link" to={`/lots/${loan.code}`}>
                    <LotCode>{loan.code}</LotCode>
                  </Link>
                </td>
                <td className={`${WIDE} whitespace-nowrap`}>{formatDate(loan.lentOn)}</td>
                <td>
                  <Link className="link flex min-h-8 items-center" to={`/intake?loan=${loan.id}`}>
                    Record a return
                  </Link>
                  <Link className="link flex min-h-8 items-center" to={`/desk/loans/${loan.id}`}>
                    {loan.failedOn && !loan.answer ? 'Answer or close' : 'Change or close'}
                  </Link>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={PAGE} total={total} things="loans" />
    </>
  );
}
