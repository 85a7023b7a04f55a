import { useMemo } from 'react';
import { Chart } from '#app/ui/Chart.tsx';
import { Table } from '#app/ui/Table.tsx';
import { CHART } from '#app/ui/chartColours.ts';
import type { TestKind } from '#core/germination/layout.ts';
import { cumulative, type Vigour } from '#core/germination/speed.ts';
import type { Seeds } from '#core/kernel/kinds.ts';

export interface SpeedView {
  readonly meanTime: number;
  readonly speed: number;
  readonly t50: number;
  readonly byFirstLook: boolean;
  readonly vigour: Vigour | null;
  readonly came: readonly { readonly day: number; readonly seeds: Seeds }[];
}

const VIGOUR_WORDS: Record<Vigour, string> = {
  quick: 'faster than usual for this crop',
  usual: 'as fast as usual for this crop',
  slow: 'slower than usual for this crop: less vigour, so sow it early and warm',
};

/** How fast it came up: half by which day, and the curve. */
export function SpeedCurve({ speed, laid, kind }: { speed: SpeedView; laid: number; kind: TestKind }) {
  const option = useMemo(() => {
    const points = [[0, 0], ...cumulative(speed.came).map(({ day, seeds }) => [day, (seeds * 100) / laid])];
    return {
      animation: false,
      grid: { left: 56, right: 16, top: 16, bottom: 40 },
      xAxis: {
        type: 'value',
        name: 'days since the start',
        nameLocation: 'middle',
        nameGap: 24,
        minInterval: 1,
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: 100,
        axisLabel: { formatter: '{value} %' },
      },
      series: [
        {
          type: 'line',
          data: points,
          symbolSize: 8,
          lineStyle: { color: CHART.good, width: 2 },
          itemStyle: { color: CHART.good },
          markLine: {
            silent: true,
            symbol: 'none',
            label: { formatter: 'half had sprouted' },
            data: speed.byFirstLook ? [] : [{ xAxis: Math.round(speed.t50 * 10) / 10 }],
          },
        },
      ],
    };
  }, [speed, laid]);
  return (
    <section aria-label="Speed" className="mt-8">
      <h2 className="mb-1">Speed</h2>
      <p className="mb-2 max-w-prose">
        Half of the seeds that sprouted had done so{' '}
        {speed.byFirstLook ? (
          <>
            before the first count, on day <b>{speed.came[0]!.day}</b>
            {!speed.vigour && ', so the speed is not known'}
          </>
        ) : (
          <>
            by day <b>{speed.t50.toFixed(1)}</b>
          </>
        )}
        {/* What is usual is told of the warmth that a crop likes. */}
        {kind === 'viability' && speed.vigour && `, ${VIGOUR_WORDS[speed.vigour]}`}.
        {!speed.byFirstLook && ` Mean time ${speed.meanTime.toFixed(1)} days, ${speed.speed.toFixed(1)} seeds a day.`}
      </p>
      <div className="grid items-start gap-6 md:grid-cols-[minmax(0,34rem)_auto]">
        <Chart label="Percentage sprouted by day" option={option} className="h-56 w-full" />
        <Table caption="Seeds sprouted by day">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-1 [&_th:first-child]:pl-0">
              <th scope="col">Day</th>
              <th scope="col" className="text-right">
                Sprouted
              </th>
            </tr>
          </thead>
          <tbody>
            {speed.came.map(({ day, seeds }) => (
              <tr key={day}>
                <td>{day}</td>
                <td className="text-right">{seeds}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
    </section>
  );
}
