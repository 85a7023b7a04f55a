import { useMemo, useState, type KeyboardEvent } from 'react';
import { SPOTS } from '#core/germination/layout.ts';
import { loadOf, type Plan, type PlanProblem } from '#core/schedule/benchPlan.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import { moveWords, weekName, weeksLate } from './planWords.ts';

export interface BoardTest {
  readonly lotId: number;
  readonly code: string;
  readonly name: string;
  readonly why: string;
  readonly stakes: readonly string[];
}

const SPOT_MARKS = { warm: '▲', room: '●', cool: '▼' } as const;

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
    move(index, (plan[index] ?? problem.bench.weeks) + step);
    // It now stands in another week's list: the keys go on from there.
    requestAnimationFrame(() => document.getElementById(`plan-${tests[index]!.lotId}`)?.focus());
  }
  const last = byWeek.reduce((most, indexes, week) => (indexes.length > 0 && week < problem.bench.weeks ? week : most), 0);
  return (
    <section aria-label="The plan by week">
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
            {pinned[chosen] ? 'Unpin it' : 'Pin it there'}
          </Button>
          <ButtonLink to={`/lots/${tests[chosen].code}/test`}>Lay it now</ButtonLink>
        </div>
      )}
      <p aria-live="polite" className="mb-2 min-h-6 font-semibold">
        {said}
      </p>
      <ol>
        {byWeek.slice(0, last + 2).map((indexes, week) =>
          week >= problem.bench.weeks ? null : (
            <li
              key={week}
              aria-label={`Week of ${weekName(start, week)}`}
              onDragOver={(event) => event.preventDefault()}
              onDrop={(event) => {
                event.preventDefault();
                move(Number(event.dataTransfer.getData('text/plain')), week);
              }}
              className="grid gap-x-5 gap-y-1 border-t border-rule py-2 sm:grid-cols-[6rem_13rem_1fr]"
            >
              <h2 className="text-base font-semibold">{weekName(start, week)}</h2>
              <Load problem={problem} load={load} week={week} />
              <div className="flex flex-wrap content-start items-start gap-1.5">
                {indexes.map((index) => (
                  <Chip
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
                {problem.bench.hours[week] === 0 && <span className="text-soft">nobody is here</span>}
              </div>
            </li>
          ),
        )}
      </ol>
      {byWeek.at(-1)!.length > 0 && (
        <div className="border-t-2 border-poor py-2">
          <h2 className="text-base font-semibold text-poor">No week yet</h2>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {byWeek.at(-1)!.map((index) => (
              <Chip
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
    </section>
  );
}

function Chip({
  test,
  spot,
  late,
  pinned,
  chosen,
  onChoose,
  onKeyDown,
  index,
}: {
  test: BoardTest;
  spot: keyof typeof SPOT_MARKS;
  late: number;
  pinned: boolean;
  chosen: boolean;
  onChoose: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
  index: number;
}) {
  return (
    <button
      type="button"
      id={`plan-${test.lotId}`}
      draggable
      onDragStart={(event) => event.dataTransfer.setData('text/plain', String(index))}
      onClick={onChoose}
      onKeyDown={onKeyDown}
      aria-pressed={chosen}
      title={test.why}
      className={classes(
        'min-h-9 rounded-md border px-2 text-left text-small aria-pressed:border-ink aria-pressed:bg-well',
        late > 0 ? 'border-poor text-poor' : 'border-edge bg-sheet',
      )}
    >
      <span aria-label={`${spot} place`}>{SPOT_MARKS[spot]}</span> {test.name}
      {pinned && <b> · pinned</b>}
      {test.stakes.length > 0 && <span className="text-doubt"> · {test.stakes.join(', ')}</span>}
      {late > 0 && <b> · {late} wk late</b>}
    </button>
  );
}

/** What a week asks of each place and of the hands, against what there is. */
function Load({ problem: { bench }, load, week }: { problem: PlanProblem; load: ReturnType<typeof loadOf>; week: number }) {
  const bars = [
    ...SPOTS.map((spot) => ({ name: `${SPOT_MARKS[spot]} ${spot}`, now: load.towels[spot][week]!, most: bench.towels[spot] })),
    { name: 'hours', now: Math.round(load.hours[week]! * 10) / 10, most: bench.hours[week]! },
  ];
  return (
    <ul className="text-small leading-tight">
      {bars.map(({ name, now, most }) => {
        const over = now > most + 1e-9;
        return (
          <li key={name} className={classes('grid grid-cols-[4rem_1fr_4.5rem] items-center gap-2', over && 'font-semibold text-poor')}>
            <span>{name}</span>
            <span aria-hidden className="h-1.5 bg-well">
              <i
                className={classes('block h-full', over ? 'bg-poor' : 'bg-good')}
                style={{ width: `${Math.min(100, most > 0 ? (now / most) * 100 : now > 0 ? 100 : 0)}%` }}
              />
            </span>
            <span className="tabular-nums">
              {now} of {most}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
