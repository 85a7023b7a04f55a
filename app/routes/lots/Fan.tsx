import { useMemo } from 'react';
import { Chart } from '#app/ui/Chart.tsx';
import { Table } from '#app/ui/Table.tsx';
import { CHART } from '#app/ui/chartColours.ts';
import { percent } from '#words/sayings.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Route } from './+types/outlook.ts';

type Lot = Route.ComponentProps['loaderData'];

const YEAR = 365 * 86_400_000;
const at = (day: string) => Date.parse(`${day}T00:00:00Z`);
const hundred = (share: number) => Math.round(share * 1000) / 10;

/** The viability fan: median and 80 % band, tests with their intervals, the lending threshold, today and the next test. */
export function Fan({
  fan,
  tests,
  breaks,
  thresholds,
  today,
  next,
}: Pick<Lot, 'fan' | 'tests' | 'breaks' | 'thresholds' | 'today'> & { next: string | null }) {
  const option = useMemo(() => {
    const line = (data: number[][], rest: object = {}) => ({ type: 'line', data, showSymbol: false, silent: true, ...rest });
    const marks = [
      {
        yAxis: hundred(thresholds.lend),
        name: 'lend',
        label: { position: 'insideStartTop' },
        lineStyle: { color: CHART.point, type: 'dashed' },
      },
      { xAxis: at(today), name: 'today', lineStyle: { color: CHART.words } },
      ...(next && next > today
        ? [
            {
              xAxis: at(next),
              name: 'next test',
              label: { position: 'insideEnd', rotate: 0, align: 'left', offset: [6, 10] },
              lineStyle: { color: CHART.line, type: 'dotted' },
            },
          ]
        : []),
    ];
    return {
      animation: false,
      grid: { left: 48, right: 24, top: 28, bottom: 32 },
      xAxis: {
        type: 'time',
        minInterval: YEAR,
        axisLabel: { formatter: '{yyyy}', hideOverlap: true },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: 100,
        axisLabel: { formatter: '{value} %' },
      },
      series: [
        line(
          fan.map(({ day, low }) => [at(day), hundred(low)]),
          { stack: 'band', lineStyle: { opacity: 0 } },
        ),
        line(
          fan.map(({ day, low, high }) => [at(day), hundred(high) - hundred(low)]),
          { stack: 'band', lineStyle: { opacity: 0 }, areaStyle: { color: CHART.line, opacity: 0.18 } },
        ),
        line(
          fan.map(({ day, median }) => [at(day), hundred(median)]),
          {
            lineStyle: { color: CHART.line, width: 2.5 },
            markLine: {
              silent: true,
              symbol: 'none',
              label: { formatter: '{b}' },
              data: marks,
            },
          },
        ),
        ...tests.map(({ on, low, high, enters }) =>
          line(
            [
              [at(on), hundred(low)],
              [at(on), hundred(high)],
            ],
            { lineStyle: { color: CHART.point, width: 2, opacity: enters ? 1 : 0.35 } },
          ),
        ),
        {
          type: 'scatter',
          silent: true,
          symbolSize: 11,
          data: tests.map(({ on, sprouted, laid }) => [at(on), hundred(sprouted / laid)]),
          itemStyle: { color: CHART.point },
        },
      ],
    };
  }, [fan, tests, thresholds, today, next]);
  return (
    <figure>
      <Chart label="Percentage germinating over the years, with its range" option={option} className="h-80 w-full" />
      <figcaption className="text-small text-soft">
        Line: best estimate. Shaded: where 8 in 10 lots like this would be. Points: germination tests, with their 95 % confidence intervals.
        {breaks && ' Before the break: the estimate before the test that disagreed.'}
        {tests.some(({ enters }) => !enters) && ' Faint points: tests counted in another way. They are shown but not used.'}
      </figcaption>
      <details className="mt-2">
        <summary className="link inline-flex min-h-11 items-center">Show as a table</summary>
        <Table caption="The outlook by date">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">Day</th>
              <th scope="col" className="text-right">
                Low
              </th>
              <th scope="col" className="text-right">
                Middle
              </th>
              <th scope="col" className="text-right">
                High
              </th>
            </tr>
          </thead>
          <tbody>
            {fan
              .filter((_, index) => index % 4 === 0)
              .map(({ day, low, median, high }) => (
                <tr key={day}>
                  <td>{formatDate(day)}</td>
                  <td className="text-right">{percent(low)}</td>
                  <td className="text-right font-semibold">{percent(median)}</td>
                  <td className="text-right">{percent(high)}</td>
                </tr>
              ))}
          </tbody>
        </Table>
      </details>
    </figure>
  );
}
