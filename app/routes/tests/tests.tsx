import { Link } from 'react-router';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { addDays, daysBetween } from '#core/calendar/plainDate.ts';
import { countOpenTests, listTests } from '#data/tests/tests.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { Table } from '#app/ui/Table.tsx';
import { LotCode, Mark, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { openQuery } from '#services/tables/queries.server.ts';
import type { Route } from './+types/tests.ts';
import { useUnits } from '#app/ui/units.tsx';
import { formatTemperature } from '#core/units/temperature.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Tests · Kind Granary' }];

const PAGE = 40;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { today } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const asked = openQuery(query);
  const page = pageFrom(query);
  const [list, open] = await Promise.all([listTests(db, { ...asked, limit: PAGE, offset: (page - 1) * PAGE }), countOpenTests(db, today)]);
  return {
    search: asked.search,
    show: asked.open ? ('open' as const) : ('ended' as const),
    page,
    total: list.total,
    more: list.more,
    open,
    tests: list.tests.map((test) => ({
      id: test.id,
      code: test.code,
      variety: test.variety,
      crop: test.crop,
      laidOn: test.laidOn,
      seedsLaid: test.seedsLaid,
      treated: test.treated,
      endedOn: test.endedOn,
      outcome: test.outcome,
      sprouted: test.sprouted,
      kind: test.kind,
      celsius: test.celsius,
      finalOn: addDays(test.laidOn, test.finalCountDays),
      dueIn: test.nextCountOn === null ? null : daysBetween(today, test.nextCountOn),
    })),
  };
}

function about({ open, due }: { open: number; due: number }): string {
  if (open === 0) return 'No tests running.';
  return `${open} ${open === 1 ? 'test' : 'tests'} running; ${due === 0 ? 'no counts due today' : `${due} ${due === 1 ? 'needs' : 'need'} counting`}.`;
}

export default function Tests({ loaderData: { tests, search, show, page, total, more, open } }: Route.ComponentProps) {
  const units = useUnits();
  return (
    <>
      <PageHead
        title="Tests"
        about={about(open)}
        actions={
          <>
            <ButtonLink to="/tests/lay">Start the tests due</ButtonLink>
            {open.due > 0 && (
              <ButtonLink to="/tests/round" look="action">
                Count round
              </ButtonLink>
            )}
            <ButtonLink to="/tests/plan">Plan of tests</ButtonLink>
            <ButtonLink to="/tests/list">Bench list</ButtonLink>
            <ButtonLink to="/wants">Wants list</ButtonLink>
            <ButtonLink to="/tests/trainer">What a test can tell</ButtonLink>
          </>
        }
      />
      <SearchForm label="Find a test" hint="Variety, crop or lot code" value={search} table="tests">
        <FilterSelect
          label="Show"
          name="show"
          value={show}
          options={[
            { value: 'open', label: 'Running' },
            { value: 'ended', label: 'Ended' },
          ]}
        />
      </SearchForm>
      {tests.length === 0 ? (
        <Empty action={<ButtonLink to="/shelves">Choose a lot to test</ButtonLink>}>
          {search
            ? 'No tests match. Try a variety, crop or lot code.'
            : show === 'open'
              ? 'No tests running. Start one from a lot’s page. Testing in midwinter leaves time to order or swap seed before sowing.'
              : 'No ended tests yet.'}
        </Empty>
      ) : (
        <Table caption={show === 'open' ? 'Tests running' : 'Ended tests'}>
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">Variety</th>
              <th scope="col">Lot</th>
              <th scope="col">Started</th>
              <th scope="col" className="text-right">
                Seeds
              </th>
              <th scope="col">{show === 'open' ? 'Next count' : 'Result'}</th>
              <th scope="col">{show === 'open' ? 'Last count' : 'Ended'}</th>
            </tr>
          </thead>
          <tbody>
            {tests.map((test) => (
              <tr key={test.id}>
                <td>
                  <Link className="link font-semibold" to={`/tests/${test.id}`}>
                    {test.crop} ‘{test.variety}’
                  </Link>
                  {test.treated && (
                    <span className="block">
                      <TreatedMark treated={test.treated} />
                    </span>
                  )}
                </td>
                <td>
                  <LotCode>{test.code}</LotCode>
                </td>
                <td className="whitespace-nowrap">
                  {formatDate(test.laidOn)}, {formatTemperature(test.celsius, units)}
                </td>
                <td className="text-right">{test.seedsLaid}</td>
                <td>
                  {test.dueIn !== null ? (
                    <Mark tone={test.dueIn < 0 ? 'poor' : test.dueIn === 0 ? 'doubt' : 'plain'}>{formatDistance(test.dueIn)}</Mark>
                  ) : test.outcome === 'abandoned' ? (
                    <Mark tone="plain">abandoned</Mark>
                  ) : (
                    <b>
                      {test.sprouted} of {test.seedsLaid}
                    </b>
                  )}
                  {test.kind !== 'viability' && <span className="block text-soft">{test.kind}, not germination</span>}
                </td>
                <td className="whitespace-nowrap">{formatDate(test.endedOn ?? test.finalOn)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={PAGE} total={total} things="tests" more={more} />
    </>
  );
}
