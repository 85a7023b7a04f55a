import { formatDate } from '#core/calendar/formatDate.ts';
import { addDays, mondayOf } from '#core/calendar/plainDate.ts';
import { listPlanned } from '#data/tests/testPlan.ts';
import { listTests } from '#data/tests/tests.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { PrintButton } from '#app/ui/PrintButton.tsx';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { Table } from '#app/ui/Table.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { formatTemperature } from '#core/units/temperature.ts';
import { readPlan } from '#services/tests/testPlan.server.ts';
import { proposeTests, seedsLeftOf } from '#services/tests/testProposal.server.ts';
import { misfitWords } from '#words/testPlan.ts';
import type { Route } from './+types/list.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Bench list · Kind Granary' }];

const WEEKS = 2;

/** What to lay and what to count in this week and the next, for the wall: on paper, with room to tick. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { today, house } = visitBy(context, request, 'work');
  const until = addDays(mondayOf(today), 7 * WEEKS - 1);
  const [planned, open, { misfit, start }] = await Promise.all([
    listPlanned(db, until),
    listTests(db, { open: true, search: '', limit: 400, offset: 0 }),
    readPlan(db, house, today),
  ]);
  const sizes = await proposeTests(
    db,
    planned.map((lot) => ({ id: lot.id, seedsLeft: seedsLeftOf(lot) })),
    house,
    today,
  );
  return {
    today,
    until,
    misfit: misfitWords(misfit, start),
    planned: planned.map(({ id, week, code, crop, variety, treated, where }) => {
      const { seeds, celsius, spot } = sizes.find(({ lotId }) => lotId === id)!;
      return { week, code, crop, variety, treated, where, seeds, celsius, spot };
    }),
    counts: open.tests
      .filter(({ nextCountOn }) => nextCountOn !== null && nextCountOn <= until)
      .map(({ id, code, crop, variety, spot, seedsLaid, nextCountOn }) => ({ id, code, crop, variety, spot, seedsLaid, on: nextCountOn! })),
  };
}

export default function BenchList({ loaderData: { planned, counts, today, until, misfit } }: Route.ComponentProps) {
  const units = useUnits();
  return (
    <>
      <PageHead
        title="Bench list"
        about={`${formatDate(today)} to ${formatDate(until)}: tests to start and to count.`}
        actions={
          <>
            {planned.length > 0 && (
              <ButtonLink to={`/tests/lay?lots=${planned.map(({ code }) => code).join(',')}`} look="action">
                Start these tests
              </ButtonLink>
            )}
            <ButtonLink to="/tests/plan">Plan of tests</ButtonLink>
            <PrintButton>Print list</PrintButton>
          </>
        }
      />
      {misfit && <Notice tone="doubt">{misfit} Plan again before you start these.</Notice>}
      <h2 className="mb-1">To start</h2>
      {planned.length === 0 ? (
        <Empty action={<ButtonLink to="/tests/plan">Plan the tests</ButtonLink>}>Nothing is planned for these two weeks.</Empty>
      ) : (
        <Table caption="To start">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">Done</th>
              <th scope="col">Week of</th>
              <th scope="col">Lot</th>
              <th scope="col" className="text-right">
                Seeds
              </th>
              <th scope="col">Towel’s place</th>
              <th scope="col">Where it is</th>
            </tr>
          </thead>
          <tbody>
            {planned.map((lot) => (
              <tr key={lot.code}>
                <td aria-label="to be ticked on paper">☐</td>
                <td className="whitespace-nowrap">{formatDate(lot.week)}</td>
                <td>
                  <b>
                    {lot.crop} ‘{lot.variety}’
                  </b>{' '}
                  <LotCode>{lot.code}</LotCode> <TreatedMark treated={lot.treated} />
                </td>
                <td className="text-right">{lot.seeds}</td>
                <td className="whitespace-nowrap">
                  {lot.spot}, {formatTemperature(lot.celsius, units)}
                </td>
                <td>{lot.where ?? 'in packets only'}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <h2 className="mt-8 mb-1">To count</h2>
      {counts.length === 0 ? (
        <p className="text-soft">No counts due.</p>
      ) : (
        <Table caption="To count">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">Done</th>
              <th scope="col">On</th>
              <th scope="col">Towel</th>
              <th scope="col">Place</th>
              <th scope="col" className="text-right">
                Seeds
              </th>
              <th scope="col">Came up</th>
            </tr>
          </thead>
          <tbody>
            {counts.map((test) => (
              <tr key={test.id}>
                <td aria-label="to be ticked on paper">☐</td>
                <td className="whitespace-nowrap">{formatDate(test.on)}</td>
                <td>
                  <b>
                    {test.crop} ‘{test.variety}’
                  </b>{' '}
                  <LotCode>{test.code}</LotCode>, test {test.id}
                </td>
                <td>{test.spot}</td>
                <td className="text-right">{test.seedsLaid}</td>
                <td aria-label="to be written on paper">……</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
