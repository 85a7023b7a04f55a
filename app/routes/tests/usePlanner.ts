import { useEffect, useRef, useState } from 'react';
import type { Plan, PlanProblem, PlanTest } from '#core/schedule/benchPlan.ts';
import type { PlanTrouble } from '#core/schedule/explainPlan.ts';
import type { PlanProgress } from '#core/schedule/improvePlan.ts';
import type { PlanNews, PlanTask } from './planWorker.ts';

type Asked<About> = PlanProblem & { readonly tests: readonly (PlanTest & About)[] };

/**
 * Runs the planner in a thread of its own: what it has so far, and ways to begin and to stop.
 * @param take is given each better plan with the tests that it is of: the page may list others by then
 */
export function usePlanner<About>(take: (plan: Plan, tests: readonly (PlanTest & About)[]) => void) {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<PlanProgress | null>(null);
  const [trouble, setTrouble] = useState<PlanTrouble | null>(null);
  const [running, setRunning] = useState(false);
  const taking = useRef(take);
  taking.current = take;
  function end() {
    worker.current?.terminate();
    worker.current = null;
    setRunning(false);
  }
  function send(task: PlanTask, tests: readonly (PlanTest & About)[]) {
    end();
    setTrouble(null);
    const thread = new Worker(new URL('./planWorker.ts', import.meta.url), { type: 'module' });
    worker.current = thread;
    thread.onmessage = ({ data }: MessageEvent<PlanNews>) => {
      if (worker.current !== thread) return;
      if (data.kind === 'trouble') {
        setTrouble(data.trouble);
        return end();
      }
      setProgress(data.progress);
      taking.current(data.progress.plan, tests);
      if (data.progress.phase === 'done') setRunning(false);
    };
    thread.onerror = () => end();
    thread.postMessage(task);
  }
  function begin(problem: Asked<About>, before: Plan | null) {
    send({ kind: 'plan', problem, before, seed: 20_261 }, problem.tests);
    setRunning(true);
  }
  /** Ends the planning; what stands in the way of the plan that was reached is still found out. */
  const stop = (problem: Asked<About>, plan: Plan) => send({ kind: 'explain', problem, plan }, problem.tests);
  useEffect(() => () => worker.current?.terminate(), []);
  return { begin, stop, running, progress, trouble };
}
