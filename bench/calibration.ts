import { writeFileSync } from 'node:fs';
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { shareInsideRange } from '#core/bench/dryingCalibration.ts';
import { calibrate, TRUTHS } from '#core/viability/calibration.ts';
import { calibrateSeasons } from './seasonCalibration.ts';

const LOTS = 2_000;
const FEW = 15;
const INK = '#4a534a';
const COLOURS: Record<keyof typeof TRUTHS, string> = {
  'as the model': '#1d5c7a',
  'faster early loss': '#8a4a0b',
  'tests differ more': '#6b4f8a',
  'mishaps are many': '#8f2f3a',
  'jars nobody measured': '#3f6b2f',
};

echarts.use([LineChart, ScatterChart, GridComponent, LegendComponent, MarkLineComponent, SVGRenderer]);

/** Draws how often stated chances came true, for lots like the model and unlike it. */
function draw(): void {
  const runs = (Object.keys(TRUTHS) as (keyof typeof TRUTHS)[]).map((name) => ({ name, ...calibrate(LOTS, TRUTHS[name], 5) }));
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width: 960, height: 480 });
  const panels = [
    { of: 'stated', asks: 'chance of 50 % and more some time later, as forecast' },
    { of: 'verdicts', asks: 'chance in a test’s verdict: of 50 % or of 80 % and more' },
  ] as const;
  const nameOf = ({ name, inside }: (typeof runs)[number]) => `${name}: ${Math.round(inside * 100)} of 100 in the band`;
  chart.setOption({
    animation: false,
    backgroundColor: '#fbfaf4',
    textStyle: { color: INK },
    grid: panels.map((_, index) => ({ left: 64 + index * 464, width: 396, top: 56, bottom: 56 })),
    legend: { top: 12, itemGap: 24, itemWidth: 18, data: runs.map(nameOf), textStyle: { color: INK, fontSize: 10 } },
    xAxis: panels.map(({ asks }, gridIndex) => ({
      gridIndex,
      type: 'value',
      min: 0,
      max: 1,
      name: asks,
      nameLocation: 'middle',
      nameGap: 32,
    })),
    yAxis: panels.map((_, gridIndex) => ({
      gridIndex,
      type: 'value',
      min: 0,
      max: 1,
      name: 'share in which it came true',
      nameLocation: 'middle',
      nameGap: 40,
    })),
    series: panels.flatMap(({ of }, index) =>
      runs.map((run) => ({
        type: 'line',
        name: nameOf(run),
        xAxisIndex: index,
        yAxisIndex: index,
        data: run[of].filter(({ times }) => times >= FEW).map(({ says, happens }) => [says, happens]),
        symbolSize: 8,
        itemStyle: { color: COLOURS[run.name] },
        lineStyle: { color: COLOURS[run.name] },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: '#b9b7a8', type: 'dashed' },
          data: [[{ coord: [0, 0] }, { coord: [1, 1] }]],
        },
      })),
    ),
  });
  writeFileSync('docs/calibration.svg', chart.renderToSVGString());
  chart.dispose();
  for (const { name, inside, verdicts } of runs) {
    const told = verdicts.filter(({ says }) => says >= 0.8);
    const times = told.reduce((sum, one) => sum + one.times, 0);
    const [says, came] = [(one: (typeof told)[number]) => one.says, (one: (typeof told)[number]) => one.happens].map(
      (of) => told.reduce((sum, one) => sum + one.times * of(one), 0) / times,
    ) as [number, number];
    process.stdout.write(
      `${name}: ${(inside * 100).toFixed(1)} % of ${LOTS} lots inside their 80 % band; verdicts ${(says * 100).toFixed(1)} % sure came true in ${(came * 100).toFixed(1)} %\n`,
    );
  }
  const likeTheModel = runs.find(({ name }) => name === 'as the model')!;
  demand('lots like the model', likeTheModel.inside);
}

/** The bands promise 80 of 100; 2 000 cases leave about one point to chance. */
function demand(what: string, inside: number): void {
  if (inside >= 0.77 && inside <= 0.83) return;
  process.stderr.write(`${what}: ${(inside * 100).toFixed(1)} of 100 inside their 80 % band\n`);
  process.exitCode = 1;
}

function drying(): void {
  for (const [error, seed] of [
    [1, 7],
    [0.1, 11],
  ] as const) {
    const inside = shareInsideRange(LOTS, error, seed);
    process.stdout.write(`drying, scale of ${error} g: ${(inside * 100).toFixed(1)} % of ${LOTS} batches inside their 80 % range\n`);
    demand(`drying, scale of ${error} g`, inside);
  }
}

/** Small seasons that are planned and solved exactly too. */
const SEASONS = 2_000;

draw();
drying();
await calibrateSeasons(SEASONS);
