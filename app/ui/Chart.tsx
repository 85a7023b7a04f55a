import type { EChartsCoreOption, EChartsType } from 'echarts/core';
import { useEffect, useRef } from 'react';
import { CHART } from './chartColours.ts';

/** A drawn chart with its name for screen readers; the figures stand in a table or list beside it. The drawing code comes when it is needed. */
export function Chart({
  label,
  option,
  mark = null,
  className,
}: {
  label: string;
  option: EChartsCoreOption;
  /** A point painted over the chart for the moment, without laying it out anew. */
  mark?: readonly [number, number] | null;
  className?: string;
}) {
  const host = useRef<HTMLDivElement>(null);
  const draw = useRef<EChartsType | null>(null);
  const dot = useRef<((at: readonly number[]) => () => void) | null>(null);
  const newest = useRef(option);
  newest.current = option;
  useEffect(() => {
    let gone = false;
    void import('./echarts.ts').then(({ init, graphic }) => {
      if (gone || !host.current) return;
      const chart = init(host.current);
      draw.current = chart;
      chart.setOption(newest.current);
      dot.current = ([cx, cy]) => {
        const circle = new graphic.Circle({ shape: { cx: cx!, cy: cy!, r: 5.5 }, style: { fill: CHART.point }, z: 100 });
        chart.getZr().add(circle);
        chart.getZr().flush();
        return () => void (chart.isDisposed() || chart.getZr().remove(circle));
      };
    });
    const watch = new ResizeObserver(() => draw.current?.resize());
    if (host.current) watch.observe(host.current);
    return () => {
      gone = true;
      watch.disconnect();
      draw.current?.dispose();
      draw.current = null;
    };
  }, []);
  useEffect(() => draw.current?.setOption(option), [option]);
  useEffect(() => {
    const at = mark && draw.current?.convertToPixel('grid', [...mark]);
    return at ? dot.current?.(at) : undefined;
  }, [mark]);
  return <div ref={host} role="img" aria-label={label} className={className} />;
}
