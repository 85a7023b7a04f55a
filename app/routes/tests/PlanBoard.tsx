import { DndContext, pointerWithin, useDroppable, type DragEndEvent } from '@dnd-kit/core';
import { useMemo, useState, type KeyboardEvent, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import { SPOKEN_BY_PAGE, useDragSensors } from '#app/ui/dragging.ts';
import { SPOTS } from '#core/germination/layout.ts';
import { loadOf, type Plan, type PlanProblem } from '#core/schedule/benchPlan.ts';
import { PlanChip, type BoardTest } from './PlanChip.tsx';
import { PlanLoad } from './PlanLoad.tsx';
import { moveWords, weekName, weeksLate } from '#words/testPlan.ts';

/** The plan, week by week: each test is chosen, then moved by its arrow keys, by the list of weeks, or dragged; what that costs is said at once. */
export function PlanBoard({
  tests,
  problem,
  start,
  plan,
  pinned,
  onMove,
  onPin,
}: {
  tests: readonly BoardTest[];
  problem: PlanProblem;
  start: string;
  plan: Plan;
  pinned: readonly boolean[];
  onMove: (index: number, week: number) => void;
  onPin: (index: number, pin: boolean) => void;
}) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [said, setSaid] = useState('');
  const load = useMemo(() => loadOf(problem, plan), [problem, plan]);
  const byWeek = useMemo(() => {
    const weeks: number[][] = Array.from({ length: problem.bench.weeks + 1 }, () => []);
    for (const [index, week] of plan.entries()) weeks[week ?? problem.bench.weeks]!.push(index);
    return weeks;
  }, [plan, problem.bench.weeks]);
  function move(index: number, week: number) {
    if (week < 0 || week >= problem.bench.weeks) return;
    setSaid(`${tests[index]!.name}, week of ${weekName(start, week)}: ${moveWords(problem, start, plan, index, week)}`);
    onMove(index, week);
  }
  function press(event: KeyboardEvent, index: number) {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    // It then stands in another week's list: a key that is held, or pressed fast, goes on from there.
    flushSync(() => move(index, (plan[index] ?? problem.bench.weeks) + step));
    document.getElementById(`plan-${tests[index]!.lotId}`)?.focus();
  }
  const sensors = useDragSensors();
  function drop({ active, over }: DragEndEvent) {
    if (over) move(Number(active.id), Number(over.id));
  }
  return (
    <section aria-label="The plan by week" className="mt-8">
      {chosen !== null && tests[chosen] && (
        <div className="sticky top-0 z-10 mb-3 flex flex-wrap items-end gap-x-5 gap-y-2 border-l-4 border-grain bg-sheet px-4 py-3">
          <p className="grow">
            <b>{tests[chosen].name}</b> <span className="font-mono text-small">{tests[chosen].code}</span>
            <span className="block text-small text-soft">{tests[chosen].why}</span>
          </p>
          <label className="text-small">
            <span className="block font-semibold">Week</span>
            <select value={plan[chosen] ?? ''} onChange={(event) => move(chosen, Number(event.target.value))} className="input">
              {plan[chosen] === null && <option value="">no room</option>}
              {Array.from({ length: problem.bench.weeks }, (_, week) => (
                <option key={week} value={week}>
                  {weekName(start, week)}
                </option>
              ))}
            </select>
          </label>
          <Button type="button" aria-pressed={pinned[chosen]} onClick={() => onPin(chosen, !pinned[chosen])}>
            {pinned[chosen] ? 'Unpin' : 'Pin to this week'}
          </Button>
          <ButtonLink to={`/lots/${tests[chosen].code}/test`}>Start test</ButtonLink>
        </div>
      )}
      <p aria-live="polite" className="mb-2 min-h-6 font-semibold">
        {said}
      </p>
      <DndContext id="plan" sensors={sensors} collisionDetection={pointerWithin} onDragEnd={drop} accessibility={SPOKEN_BY_PAGE}>
        <ol>
          {byWeek.slice(0, -1).map((indexes, week) => {
            const isFree = SPOTS.every((spot) => load.towels[spot][week] === 0) && load.hours[week]! === 0;
            const isClosed = problem.bench.hours[week] === 0;
            return (
              <Week key={week} week={week} name={weekName(start, week)}>
                <h2 className="text-base font-semibold">
                  {weekName(start, week)}
                  {week === 0 && <span className="block text-small font-normal text-soft">this week</span>}
                </h2>
                {isFree ? (
                  <p className="text-small text-soft">{isClosed ? 'closed' : 'nothing planned'}</p>
                ) : (
                  <PlanLoad problem={problem} load={load} week={week} />
                )}
                <div className="flex flex-wrap content-start items-start gap-1.5">
                  {indexes.map((index) => (
                    <PlanChip
                      key={tests[index]!.lotId}
                      test={tests[index]!}
                      spot={problem.tests[index]!.spot}
                      late={weeksLate(problem, index, week)}
                      pinned={pinned[index]!}
                      chosen={chosen === index}
                      onChoose={() => setChosen(index)}
                      onKeyDown={(event) => press(event, index)}
                      index={index}
                    />
                  ))}
                  {isClosed && !isFree && <span className="text-soft">closed</span>}
                </div>
              </Week>
            );
          })}
        </ol>
        {byWeek.at(-1)!.length > 0 && (
          <div className="border-t-2 border-poor py-2">
            <h2 className="text-base font-semibold text-poor">Not planned</h2>
            <div className="mt-1 flex flex-wrap gap-1.5">
              {byWeek.at(-1)!.map((index) => (
                <PlanChip
                  key={tests[index]!.lotId}
                  test={tests[index]!}
                  spot={problem.tests[index]!.spot}
                  late={0}
                  pinned={false}
                  chosen={chosen === index}
                  onChoose={() => setChosen(index)}
                  onKeyDown={(event) => press(event, index)}
                  index={index}
                />
              ))}
            </div>
          </div>
        )}
      </DndContext>
    </section>
  );
}

/** A week of the plan, onto which tests are dropped. */
function Week({ week, name, children }: { week: number; name: string; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: week });
  return (
    <li
      ref={setNodeRef}
      aria-label={`Week of ${name}`}
      className={classes('grid gap-x-5 gap-y-1 border-t border-rule py-2 sm:grid-cols-[5.5rem_17rem_1fr]', isOver && 'bg-well')}
    >
      {children}
    </li>
  );
}
