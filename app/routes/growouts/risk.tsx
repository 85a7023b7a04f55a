import { useMemo } from 'react';
import { Form, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Chart } from '#app/ui/Chart.tsx';
import { CHART } from '#app/ui/chartColours.ts';
import { Pager, SearchForm, SortHead } from '#app/ui/List.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { yearOf } from '#core/calendar/plainDate.ts';
import { firstThings } from '#core/risk/firstThings.ts';
import { RISK_YEARS } from '#core/risk/lineRisk.ts';
import { listRisks, riskOfAll, RISK_SORTS } from '#data/growouts/risks.ts';
import { seasonOfPlan } from '#services/growouts/seasonFacts.server.ts';
import { riskShown } from '#services/growouts/risks.server.ts';
import { chanceWords, harmWords, linesWords, remedyPlace, remedyWords, riskWhyWords } from '#words/risk.ts';
import type { Route } from './+types/risk.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Lines at risk · Kind Granary' }];

const SIZE = 50;
const USUAL_HOURS = 6;
const MOST_HOURS = 500;
const MOST_THINGS = 100;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const params = new URL(request.url).searchParams;
  const search = (params.get('search') ?? '').slice(0, 100);
  const sort = RISK_SORTS.find((one) => one === params.get('sort')) ?? 'worth';
  const page = pageFrom(params);
  const hours = Math.min(MOST_HOURS, Math.max(1, Math.round(Number(params.get('hours'))) || USUAL_HOURS));
  const [lines, all, worthiest] = await Promise.all([
    listRisks(db, { search, sort, limit: SIZE, offset: (page - 1) * SIZE }),
    riskOfAll(db, seasonOfPlan(today), search),
    listRisks(db, { search: '', sort: 'worth', limit: MOST_THINGS, offset: 0 }),
  ]);
  const first = firstThings(
    worthiest.map(({ id, name, crop, risk, remedies }) => ({ line: { id, name: `${crop} ‘${name}’` }, risk, remedies })),
    hours,
  );
  return {
    search,
    sort,
    page,
    all,
    hours,
    first,
    year: yearOf(today),
    fails: house.growing.placeFails,
    lines: lines.map(({ id, name, crop, keptElsewhere, ...kept }) => ({ id, name, crop, keptElsewhere, ...riskShown(kept, today) })),
  };
}

export default function Risk({ loaderData: { search, sort, page, all, hours, first, year, fails, lines } }: Route.ComponentProps) {
  const end = year + RISK_YEARS;
  return (
    <>
      <PageHead
        title="Lines at risk"
        about={`The chance of losing each line by ${end}, and what helps most per hour of work.`}
        actions={
          <>
            <ButtonLink to="/copies">Safety copies</ButtonLink>
            <ButtonLink to="/grow-outs">Grow-outs</ButtonLink>
          </>
        }
      />
      {all.lines > 0 && <Lost lines={all.lines} years={all.years} year={year} />}
      {all.lines > 0 && <First hours={hours} first={first} />}
      <SearchForm label="Find a line" hint="Variety or crop" value={search} />
      {lines.length === 0 ? (
        <Empty>
          {search ? 'No results. Try part of a variety or crop name.' : 'No lines yet. They are created when you take in seed.'}
        </Empty>
      ) : (
        <Table caption="Lines at risk">
          <thead>
            <tr>
              <SortHead by="name" now={sort}>
                Line
              </SortHead>
              <SortHead by="risk" now={sort} align="right">
                Lost by {end}
              </SortHead>
              <th scope="col" className="px-3 py-2 text-left font-semibold">
                Why
              </th>
              <SortHead by="worth" now={sort}>
                What helps most
              </SortHead>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.id}>
                <td>
                  <Link className="link font-semibold" to={`/lines/${line.id}`}>
                    ‘{line.name}’
                  </Link>
                  <span className="block text-soft">
                    {line.crop}
                    {line.keptElsewhere && ', also kept elsewhere'}
                  </span>
                </td>
                <td className="text-right whitespace-nowrap">
                  <b>{chanceWords(line.risk)}</b>
                  {line.error > 0.02 && <span className="block text-small text-soft">± {Math.round(line.error * 200)}</span>}
                </td>
                <td>
                  {line.whys.length === 0 ? (
                    <span className="text-soft">–</span>
                  ) : (
                    <ul>
                      {line.whys.map((why) => (
                        <li key={why.why}>{riskWhyWords(why)}</li>
                      ))}
                    </ul>
                  )}
                </td>
                <td>
                  {line.remedies.length === 0 ? (
                    <span className="text-soft">Nothing to do now</span>
                  ) : (
                    <ol>
                      {line.remedies.map((one) => (
                        <li key={one.kind}>
                          <Link className="link" to={remedyPlace(one)}>
                            {remedyWords(one)}
                          </Link>
                          <span className="text-soft">
                            {' '}
                            leaves {chanceWords(one.risk)}, about {one.hours} h
                          </span>
                        </li>
                      ))}
                    </ol>
                  )}
                  {line.harms.map((one) => (
                    <span key={one.kind} className="block text-small text-doubt">
                      {harmWords(one)}
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {all.waiting > 0 && (
        <p className="mt-3 text-small text-soft">
          {all.waiting === 1 ? '1 line is' : `${all.waiting} lines are`} being updated. Reload the page in a minute.
        </p>
      )}
      <Pager page={page} size={SIZE} total={all.lines} things={all.lines === 1 ? 'line' : 'lines'} />
      <details className="mt-8 max-w-prose">
        <summary className="link inline-flex min-h-11 items-center">Show the working</summary>
        <p>
          Monte Carlo simulation: for each line, 200 random draws of how well its lots germinate, from their tests, crop and storage. Each
          place may be lost with all its seed, {chanceWords(fails)} a year. Every year tests use seed and members borrow what is above the
          reserve, oldest seed first. A line counts as lost in a draw when everything left, sown at once, would probably give too few plants
          for good seed. You can change the figures for places, hours and success in{' '}
          <Link className="link" to="/settings/growing">
            Growing and risk
          </Link>
          .
        </p>
      </details>
    </>
  );
}

/** What to do with the hours that there are. */
function First({ hours, first }: Pick<Route.ComponentProps['loaderData'], 'hours' | 'first'>) {
  return (
    <section aria-labelledby="first" className="mb-10">
      <h2 id="first" className="mb-2">
        What to do first
      </h2>
      <Form method="get" className="no-print mb-3 flex flex-wrap items-end gap-3">
        <label>
          <span className="block text-small font-semibold">How many hours do you have?</span>
          <input key={hours} name="hours" type="number" min={1} max={MOST_HOURS} defaultValue={hours} className="input mt-1 w-32" />
        </label>
        <Button type="submit">Show</Button>
      </Form>
      {first.things.length === 0 ? (
        <p className="text-soft">Nothing useful fits into these hours.</p>
      ) : (
        <>
          <ol className="list-decimal space-y-1 pl-6">
            {first.things.map(({ line, remedy, saves }) => (
              <li key={line.id}>
                <Link className="link" to={remedyPlace(remedy)}>
                  {remedyWords(remedy)}
                </Link>
                , {line.name}: {remedy.hours} h, from {chanceWords(remedy.risk + saves)} to {chanceWords(remedy.risk)}
              </li>
            ))}
          </ol>
          <p className="mt-2 font-semibold">
            Together {first.hours} h, saving about {linesWords(first.saves)} {first.saves >= 0.95 && first.saves < 1.05 ? 'line' : 'lines'}.
          </p>
        </>
      )}
    </section>
  );
}

type Years = Route.ComponentProps['loaderData']['all']['years'];

/** Ends of curves nearer than this share of the picture need their names moved apart. */
const LABEL_SHARE = 0.2;

/** Lines expected to be lost, year by year: nothing done, what is planned, the best done for each. */
function Lost({ lines, years, year }: { lines: number; years: Years; year: number }) {
  const end = years.at(-1)!;
  const isPlanned = end.asItIs - end.planned >= 0.05;
  const option = useMemo(() => {
    // Names of curves that end close together are moved apart: the one above up, the one below down.
    const room = LABEL_SHARE * end.asItIs;
    const planned = isPlanned ? end.planned : end.asItIs;
    const [upper, middle] = isPlanned && end.asItIs - end.planned < room ? [-8, 8] : [0, 0];
    const lower = planned - end.best < room ? middle + 16 : 0;
    const curve = (name: string, of: keyof Years[number], colour: string, type: string, moved: number) => ({
      name,
      type: 'line',
      symbol: 'none',
      data: [0, ...years.map((one) => Math.round(one[of] * 100) / 100)],
      lineStyle: { color: colour, width: 2.5, type },
      itemStyle: { color: colour },
      endLabel: { show: true, formatter: name, color: CHART.words, offset: [0, moved] },
    });
    return {
      animation: false,
      grid: { left: 40, right: 130, top: 12, bottom: 34 },
      textStyle: { fontFamily: 'inherit' },
      xAxis: {
        type: 'category',
        boundaryGap: false,
        data: [year, ...years.map((_, index) => year + index + 1)].map(String),
        axisLabel: { color: CHART.words, margin: 12 },
        axisLine: { lineStyle: { color: CHART.grid } },
      },
      yAxis: { type: 'value', min: 0, axisLabel: { color: CHART.words }, splitLine: { lineStyle: { color: CHART.grid } } },
      series: [
        curve('nothing done', 'asItIs', CHART.point, 'solid', upper),
        ...(isPlanned ? [curve('as planned', 'planned', CHART.line, 'dashed', middle)] : []),
        curve('best action for each', 'best', CHART.good, 'dotted', lower),
      ],
    };
  }, [years, year, isPlanned, end]);
  return (
    <div className="mb-8 grid grid-cols-1 items-center gap-x-10 gap-y-4 lg:grid-cols-2">
      <p className="max-w-prose text-large leading-relaxed">
        Of {lines} {lines === 1 ? 'line' : 'lines'} about <b>{linesWords(end.asItIs)}</b> will be lost by {year + years.length} if nothing
        is done. {isPlanned && `With the planned grow-outs it is about ${linesWords(end.planned)}. `}
        With the best action for each it is about <b>{linesWords(end.best)}</b>.
      </p>
      <figure>
        <figcaption className="text-small text-soft">Lines expected to be lost</figcaption>
        <Chart label="Lines expected to be lost by each year" option={option} className="h-48 w-full" />
        <details className="text-small">
          <summary className="link inline-flex min-h-11 items-center">Show as a table</summary>
          <Table caption="Lines expected to be lost by each year">
            <Heads of={['By', 'Nothing done', 'As planned', 'Best action for each']} />
            <tbody>
              {years.map((one, index) => (
                <tr key={index}>
                  <td>{year + index + 1}</td>
                  <td>{linesWords(one.asItIs)}</td>
                  <td>{linesWords(one.planned)}</td>
                  <td>{linesWords(one.best)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </details>
      </figure>
    </div>
  );
}
