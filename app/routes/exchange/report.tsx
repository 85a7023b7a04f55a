import { useMemo } from 'react';
import { Form, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Chart } from '#app/ui/Chart.tsx';
import { CHART } from '#app/ui/chartColours.ts';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { PrintButton } from '#app/ui/PrintButton.tsx';
import { Table } from '#app/ui/Table.tsx';
import { yearOf } from '#core/calendar/plainDate.ts';
import { grouped } from '#core/units/formatAmount.ts';
import { countBorrowers, listYears, readYear, type FamilyYear } from '#data/exchange/yearReport.ts';
import { besides, percentWords, seedsWords, yearInShort } from '#words/report.ts';
import type { Route } from './+types/report.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Annual report · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const years = await listYears(db);
  const asked = Number(new URL(request.url).searchParams.get('year'));
  const year = years.find((one) => one === asked) ?? yearOf(today);
  const { full, lend } = house.thresholds;
  const [families, before, borrowers, borrowersBefore] = await Promise.all([
    readYear(db, year, { full, lend }),
    readYear(db, year - 1, { full, lend }),
    countBorrowers(db, year),
    countBorrowers(db, year - 1),
  ]);
  return {
    house: house.name,
    years: years.includes(year) ? years : [year, ...years],
    year,
    isOver: year < yearOf(today),
    families,
    all: sumOf(families, borrowers),
    before: sumOf(before, borrowersBefore),
  };
}

type Totals = Omit<FamilyYear, 'family' | 'members'> & { readonly borrowers: number };

function sumOf(families: readonly FamilyYear[], borrowers: number): Totals {
  const sum = (key: keyof Omit<FamilyYear, 'family'>) => families.reduce((all, family) => all + family[key], 0);
  const keys = [
    'came',
    'donated',
    'bought',
    'cameBack',
    'seedsIn',
    'tests',
    'seedsTested',
    'sprouted',
    'good',
    'poor',
    'loans',
    'packets',
    'returned',
    'failed',
    'keptOn',
    'writtenOff',
    'seedsLost',
    'lotsLost',
    'grownOut',
    'growOutsFailed',
    'linesSaved',
    'linesInStore',
    'linesAtRisk',
  ] as const;
  return { ...(Object.fromEntries(keys.map((key) => [key, sum(key)])) as Omit<Totals, 'borrowers'>), borrowers };
}

/** A year of the library, by crop family, on four printed pages. */
export default function Report({ loaderData: { house, years, year, isOver, families, all, before } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title={`${house} in ${year}`}
        about={isOver ? undefined : `So far. ${year} is not over yet.`}
        actions={
          <>
            <PrintButton />
            <ButtonLink to="/settings">Settings</ButtonLink>
          </>
        }
      />
      <Form method="get" className="no-print mb-6 flex items-end gap-3">
        <label>
          <span className="text-small font-semibold">Year</span>
          <select key={year} name="year" defaultValue={year} className="input mt-1 min-w-32">
            {years.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <Button type="submit">Show</Button>
      </Form>
      {families.length === 0 ? (
        <Empty>Nothing was recorded in {year}. Take in seed, or choose another year.</Empty>
      ) : (
        <>
          <InShort all={all} before={before} year={year} />
          <CameAndTested families={families} all={all} />
          <LentAndReturned families={families} all={all} />
          <SavedAndAtRisk families={families} all={all} />
        </>
      )}
    </>
  );
}

function InShort({ all, before, year }: { all: Totals; before: Totals; year: number }) {
  const figures: readonly (readonly [string, string, string])[] = [
    ['Lots taken in', grouped(all.came), besides(all.came, before.came, year - 1)],
    ['Germination tests', grouped(all.tests), besides(all.tests, before.tests, year - 1)],
    ['Packets lent', grouped(all.packets), besides(all.packets, before.packets, year - 1)],
    ['Members who borrowed', grouped(all.borrowers), besides(all.borrowers, before.borrowers, year - 1)],
    ['Loans that came back', grouped(all.returned), besides(all.returned, before.returned, year - 1)],
    ['Grow-outs that came back', grouped(all.grownOut), besides(all.grownOut, before.grownOut, year - 1)],
  ];
  return (
    <section aria-labelledby="in-short" className="mb-10">
      <h2 id="in-short">In short</h2>
      <p className="mt-1 max-w-prose text-large">{yearInShort(all)}</p>
      <dl className="mt-5 grid grid-cols-2 gap-x-6 gap-y-4 sm:grid-cols-3">
        {figures.map(([name, figure, was]) => (
          <div key={name} className="border-t border-rule pt-2">
            <dt className="text-small text-soft">{name}</dt>
            <dd>
              <span className="font-slab text-title">{figure}</span> <span className="block text-small text-soft">{was}</span>
            </dd>
          </div>
        ))}
      </dl>
      {all.lotsLost > 0 && (
        <p className="mt-4 max-w-prose">
          {seedsWords(all.seedsLost)} of {grouped(all.lotsLost)} {all.lotsLost === 1 ? 'lot' : 'lots'} were thrown away or missing at a
          count.
        </p>
      )}
    </section>
  );
}

interface Series {
  readonly name: string;
  readonly of: (family: FamilyYear) => number;
  readonly colour: string;
}

/** Bars of each family, one above the other; the figures stand in the table below. */
function Bars({ label, families, series }: { label: string; families: readonly FamilyYear[]; series: readonly Series[] }) {
  const shown = families.filter((family) => series.some(({ of }) => of(family) > 0));
  const option = useMemo(
    () => ({
      animation: false,
      grid: { left: 110, right: 16, top: 8, bottom: 24 },
      xAxis: { type: 'value', minInterval: 1 },
      yAxis: { type: 'category', inverse: true, data: shown.map(({ family }) => family), axisTick: { show: false } },
      series: series.map(({ name, of, colour }) => ({
        name,
        type: 'bar',
        stack: 'all',
        barMaxWidth: 16,
        itemStyle: { color: colour },
        data: shown.map(of),
      })),
    }),
    // The families and what is told of them come from the loader as one.
    [families],
  );
  if (shown.length === 0) return null;
  return (
    <figure className="mt-3 break-inside-avoid">
      <div style={{ height: `${shown.length * 24 + 40}px` }}>
        <Chart label={label} option={option} className="h-full w-full" />
      </div>
      <figcaption className="flex flex-wrap gap-x-5 text-small text-soft">
        {series.map(({ name, colour }) => (
          <span key={name} className="inline-flex items-center gap-1.5">
            <span aria-hidden className="inline-block size-3" style={{ background: colour }} />
            {name}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}

/** A table of families with a line of sums. */
function ByFamily({
  caption,
  families,
  columns,
}: {
  caption: string;
  families: readonly FamilyYear[];
  columns: readonly { readonly head: string; readonly of: (family: FamilyYear) => string; readonly sum: string }[];
}) {
  return (
    <div className="mt-4 break-inside-avoid">
      <Table caption={caption}>
        <thead>
          <tr>
            <th scope="col" className="py-2 pr-3 text-left font-semibold">
              Crop family
            </th>
            {columns.map(({ head }) => (
              <th key={head} scope="col" className="px-3 py-2 text-right font-semibold">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {families.map((family) => (
            <tr key={family.family}>
              <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                {family.family}
              </th>
              {columns.map(({ head, of }) => (
                <td key={head} className="text-right">
                  {of(family)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className="border-t border-edge font-semibold">
            <th scope="row" className="py-1.5 pr-3 text-left">
              All
            </th>
            {columns.map(({ head, sum }) => (
              <td key={head} className="px-3 text-right">
                {sum}
              </td>
            ))}
          </tr>
        </tfoot>
      </Table>
    </div>
  );
}

const figure = (value: number) => (value === 0 ? '–' : grouped(value));
type Part = { families: readonly FamilyYear[]; all: Totals };
const PAGE = 'mb-10 print:mb-0 print:break-before-page';

function CameAndTested({ families, all }: Part) {
  return (
    <section aria-labelledby="came" className={PAGE}>
      <h2 id="came">What came, and how it germinated</h2>
      <Bars
        label="Lots taken in by crop family"
        families={families}
        series={[
          { name: 'Donated or found', of: ({ donated }) => donated, colour: CHART.point },
          { name: 'Bought', of: ({ bought }) => bought, colour: CHART.words },
          { name: 'Returned or grown out', of: ({ cameBack }) => cameBack, colour: CHART.good },
        ]}
      />
      <ByFamily
        caption="What came and was tested, by crop family"
        families={families.filter(({ came, tests }) => came + tests > 0)}
        columns={[
          { head: 'Lots in', of: ({ came }) => figure(came), sum: figure(all.came) },
          { head: 'Returned or grown out', of: ({ cameBack }) => figure(cameBack), sum: figure(all.cameBack) },
          { head: 'Tests', of: ({ tests }) => figure(tests), sum: figure(all.tests) },
          {
            head: 'Sprouted',
            of: ({ sprouted, seedsTested }) => percentWords(sprouted, seedsTested),
            sum: percentWords(all.sprouted, all.seedsTested),
          },
          { head: 'Good tests', of: ({ good }) => figure(good), sum: figure(all.good) },
          { head: 'Poor tests', of: ({ poor }) => figure(poor), sum: figure(all.poor) },
        ]}
      />
    </section>
  );
}

function LentAndReturned({ families, all }: Part) {
  return (
    <section aria-labelledby="lent" className={PAGE}>
      <h2 id="lent">What was lent, and what came back</h2>
      <Bars
        label="Packets lent by crop family"
        families={families}
        series={[{ name: 'Packets lent', of: ({ packets }) => packets, colour: CHART.point }]}
      />
      <ByFamily
        caption="Loans and returns, by crop family"
        families={families.filter((one) => one.packets + one.returned + one.failed + one.keptOn + one.writtenOff > 0)}
        columns={[
          { head: 'Packets', of: ({ packets }) => figure(packets), sum: figure(all.packets) },
          { head: 'Loans', of: ({ loans }) => figure(loans), sum: figure(all.loans) },
          { head: 'Came back', of: ({ returned }) => figure(returned), sum: figure(all.returned) },
          { head: 'Crop failed', of: ({ failed }) => figure(failed), sum: figure(all.failed) },
          { head: 'Grown on', of: ({ keptOn }) => figure(keptOn), sum: figure(all.keptOn) },
          { head: 'Written off', of: ({ writtenOff }) => figure(writtenOff), sum: figure(all.writtenOff) },
        ]}
      />
    </section>
  );
}

function SavedAndAtRisk({ families, all }: Part) {
  return (
    <section aria-labelledby="saved" className={PAGE}>
      <h2 id="saved">Lines saved, and lines at risk</h2>
      <Bars
        label="Lines in store by crop family"
        families={families}
        series={[
          { name: 'In store', of: ({ linesInStore, linesAtRisk }) => linesInStore - linesAtRisk, colour: CHART.good },
          { name: 'At risk', of: ({ linesAtRisk }) => linesAtRisk, colour: CHART.point },
        ]}
      />
      <ByFamily
        caption="Lines by crop family"
        families={families}
        columns={[
          { head: 'Lines grown anew', of: ({ linesSaved }) => figure(linesSaved), sum: figure(all.linesSaved) },
          { head: 'Grow-outs back', of: ({ grownOut }) => figure(grownOut), sum: figure(all.grownOut) },
          { head: 'Grow-outs failed', of: ({ growOutsFailed }) => figure(growOutsFailed), sum: figure(all.growOutsFailed) },
          { head: 'Lines in store', of: ({ linesInStore }) => figure(linesInStore), sum: figure(all.linesInStore) },
          { head: 'At risk', of: ({ linesAtRisk }) => figure(linesAtRisk), sum: figure(all.linesAtRisk) },
        ]}
      />
      <p className="mt-3 max-w-prose text-small text-soft">
        In store and at risk are as they are today, not at the end of the year. A line is at risk when the chance of losing it within five
        years is 15&nbsp;% or more:{' '}
        <Link className="link" to="/grow-outs/risk">
          Lines at risk
        </Link>{' '}
        says why, and what helps.
      </p>
    </section>
  );
}
