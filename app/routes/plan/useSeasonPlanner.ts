import { useEffect, useRef, useState } from 'react';
import type { Alternative, Changed, Clash, LeftOut } from '#core/plan/explain.ts';
import type { PlanningProgress, SeasonNews, SeasonTask, Standing } from './seasonWorker.ts';

const newWorker = () => new Worker(new URL('./seasonWorker.ts', import.meta.url), { type: 'module' });

/** Runs the planner in a thread of its own: what it has so far, and ways to begin and to stop. @param take is given each better plan */
export function useSeasonPlanner(take: (progress: PlanningProgress) => void) {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<PlanningProgress | null>(null);
  const [running, setRunning] = useState(false);
  const taking = useRef(take);
  taking.current = take;
  function stop() {
    worker.current?.terminate();
    worker.current = null;
    setRunning(false);
  }
  function begin(standing: Standing) {
    stop();
    const thread = newWorker();
    worker.current = thread;
    setProgress(null);
    setRunning(true);
    thread.onmessage = ({ data }: MessageEvent<SeasonNews>) => {
      if (worker.current !== thread) return;
      if (data.kind === 'progress') {
        setProgress(data.progress);
        taking.current(data.progress);
      } else stop();
    };
    thread.onerror = stop;
    thread.postMessage({ ...standing, kind: 'plan' } satisfies SeasonTask);
  }
  useEffect(() => () => worker.current?.terminate(), []);
  return { begin, stop, running, progress };
}

/** What was found out about a plan by planning again. */
export interface Explained {
  readonly leftOut: ReadonlyMap<number, LeftOut>;
  readonly alternatives: ReadonlyMap<number, readonly Alternative[]>;
  readonly more: readonly Changed[] | null;
  readonly clashes: readonly Clash[] | null;
  readonly asking: boolean;
}

const NOTHING: Explained = { leftOut: new Map(), alternatives: new Map(), more: null, clashes: null, asking: false };

/** Asks questions about the plan as it stands, in a thread of their own; the newest question goes first. What was answered holds until the plan is another. */
export function useExplainer(standing: Standing) {
  const worker = useRef<Worker | null>(null);
  const [explained, setExplained] = useState<Explained>(NOTHING);
  const about = useRef(standing);
  useEffect(() => {
    about.current = standing;
    worker.current?.terminate();
    worker.current = null;
    setExplained(NOTHING);
  }, [standing]);
  useEffect(() => () => worker.current?.terminate(), []);
  function ask(question: { kind: 'more' | 'clashes' } | { kind: 'left out' | 'alternatives'; line: number }) {
    worker.current?.terminate();
    const thread = newWorker();
    worker.current = thread;
    setExplained((before) => ({ ...before, asking: true }));
    thread.onmessage = ({ data }: MessageEvent<SeasonNews>) => {
      if (worker.current !== thread) return;
      setExplained((before) => ({ ...answered(before, data), asking: false }));
      thread.terminate();
      worker.current = null;
    };
    thread.onerror = () => setExplained((before) => ({ ...before, asking: false }));
    thread.postMessage({ ...about.current, ...question } satisfies SeasonTask);
  }
  return { explained, ask };
}

function answered(before: Explained, news: SeasonNews): Explained {
  switch (news.kind) {
    case 'left out':
      return { ...before, leftOut: new Map([...before.leftOut, [news.line, news.told]]) };
    case 'alternatives':
      return { ...before, alternatives: new Map([...before.alternatives, [news.line, news.told]]) };
    case 'more':
      return { ...before, more: news.told };
    case 'clashes':
      return { ...before, clashes: news.told };
    case 'progress':
    case 'done':
      return before;
  }
}
