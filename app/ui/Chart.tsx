import type { EChartsCoreOption } from 'echarts/core';
import { useEffect, useRef } from 'react';

/** A drawn chart with its name for screen readers; the figures stand in a table or list beside it. The drawing code comes when it is needed. */
export function Chart({ label, option, className }: { label: string; option: EChartsCoreOption; className?: string }) {
  const host = useRef<HTMLDivElement>(null);
  const draw = useRef<{ setOption: (option: EChartsCoreOption) => void; resize: () => void; dispose: () => void } | null>(null);
  const newest = useRef(option);
  newest.current = option;
  useEffect(() => {
    let gone = false;
    void import('./echarts.ts').then(({ init }) => {
      if (gone || !host.current) return;
      draw.current = init(host.current);
      draw.current.setOption(newest.current);
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
  return <div ref={host} role="img" aria-label={label} className={className} />;
}
