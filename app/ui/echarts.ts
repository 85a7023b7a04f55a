import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

echarts.use([LineChart, ScatterChart, GridComponent, MarkAreaComponent, MarkLineComponent, SVGRenderer]);

export const init = (host: HTMLElement) => echarts.init(host, null, { renderer: 'svg' });

export const { graphic } = echarts;
