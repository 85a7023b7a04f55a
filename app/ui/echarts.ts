import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { CHART } from './chartColours.ts';

echarts.use([BarChart, LineChart, ScatterChart, GridComponent, MarkAreaComponent, MarkLineComponent, SVGRenderer]);

const axis = {
  axisLabel: { color: CHART.words },
  nameTextStyle: { color: CHART.words },
  axisLine: { lineStyle: { color: CHART.grid } },
  axisTick: { lineStyle: { color: CHART.grid } },
  splitLine: { lineStyle: { color: CHART.grid } },
};
echarts.registerTheme('house', {
  textStyle: { color: CHART.words, fontFamily: "'Atkinson Hyperlegible Next', sans-serif" },
  valueAxis: axis,
  timeAxis: axis,
  categoryAxis: axis,
  markLine: { label: { color: CHART.words }, lineStyle: { color: CHART.words } },
});

export const init = (host: HTMLElement) => echarts.init(host, 'house', { renderer: 'svg' });

export const { graphic } = echarts;
