import { DndContext, pointerWithin, useDraggable, useDroppable, type DragEndEvent } from '@dnd-kit/core';
import { useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { classes } from '#app/ui/classes.ts';
import { SPOKEN_BY_PAGE, useDragSensors } from '#app/ui/dragging.ts';
import { formatDate, formatDay } from '#core/calendar/formatDate.ts';
import { addDays, daysBetween } from '#core/calendar/plainDate.ts';
import type { LinePlanned } from '#core/plan/comesTo.ts';
import { sowingDays, waysApart } from '#core/plan/possible.ts';
import { crossedWords } from '#words/apart.ts';
import { chanceWords } from '#words/risk.ts';
import { choicePlace, plotName } from '#words/seasonPlan.ts';
import type { PlanParts } from './parts.ts';
import { PlanPanel } from './PlanPanelLater.tsx';

const WEEK = 7;
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** Plots over the year, with the lines that stand in them. A line is dragged to another plot or day, or moved by its arrow keys: left and right by a week, up and down to another plot. */
export function PlanRibbon(parts: PlanParts) {
  const { standing, outcome, chosen, onChoose, hands } = parts;
  const { facts, wishes } = standing;
  const [said, setSaid] = useState('');
  const track = useRef<HTMLDivElement>(null);
  const last = outcome.lines.reduce((latest, { freeOn }) => (freeOn > latest ? freeOn : latest), `${facts.year}-12-31`);
  const years = last > `${facts.year + 1}-01-15` ? [facts.year, facts.year + 1] : [facts.year];
  const start = `${facts.year}-01-01`;
  const days = daysBetween(start, `${years.at(-1)! + 1}-01-01`);
  const rows = facts.plots.map((plot, index) => ({
    plot,
    index,
    here: outcome.lines.filter(({ choice }) => choice.plotId === plot.id && choice.gardenId === facts.gardens[plot.garden]!.id),
  }));
  const shown = rows.filter(({ plot, here }) => here.length > 0 || !wishes.without.includes(facts.gardens[plot.garden]!.id));
  function move(id: number, plot: number, sowOn: string) {
    const line = facts.lines.find((one) => one.id === id)!;
    const planned = outcome.lines.find((one) => one.line.id === id);
    const day = sowOn < facts.today ? facts.today : sowOn;
    const choice = {
      gardenId: facts.gardens[facts.plots[plot]!.garden]!.id,
      plotId: facts.plots[plot]!.id,
      sowOn: day,
      methods: planned?.choice.methods ?? waysApart(line.crop)[0]!,
    };
    setSaid(`${line.name}: ${choicePlace(facts, choice)}, sown ${formatDay(day)}`);
    hands.move(id, choice);
  }
  function press(event: KeyboardEvent, { line, choice }: LinePlanned, row: number) {
    const across = { ArrowRight: WEEK, ArrowLeft: -WEEK }[event.key];
    const down = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const plot = shown[row + (down ?? 0)]?.index;
    if ((across === undefined && down === undefined) || plot === undefined) return;
    event.preventDefault();
    // It then stands in another row: a key that is held, or pressed fast, goes on from there.
    flushSync(() => move(line.id, plot, addDays(choice.sowOn, across ?? 0)));
    document.getElementById(`bar-${line.id}`)?.focus();
  }
  function drop({ active, over, delta }: DragEndEvent) {
    if (!over) return;
    const id = Number(active.id);
    const planned = outcome.lines.find(({ line }) => line.id === id);
    const line = facts.lines.find((one) => one.id === id)!;
    const wide = track.current?.clientWidth ?? 1;
    const weeks = Math.round(((delta.x / wide) * days) / WEEK);
    move(id, Number(over.id), planned ? addDays(planned.choice.sowOn, weeks * WEEK) : (sowingDays(line.crop, facts)[0] ?? facts.today));
  }
  const sensors = useDragSensors();
  const at = (day: string) => Math.max(0, Math.min(100, (daysBetween(start, day) / days) * 100));
  const span = (from: string, to: string) => ({ left: `${at(from)}%`, width: `${Math.max(0.6, at(to) - at(from))}%` });
  return (
    <section aria-label="Beds over the year">
      <p className="mb-2 max-w-prose text-small text-soft">
        Each bar is a bed in use from sowing until it is free; the filled part is flowering. Drag a bar to another bed or week, or use the
        arrow keys. Anything you move is pinned.
      </p>
      {chosen !== null && <PlanPanel {...parts} id={chosen} named />}
      <p aria-live="polite" className="min-h-6 font-semibold">
        {said}
      </p>
      <DndContext id="beds" sensors={sensors} collisionDetection={pointerWithin} onDragEnd={drop} accessibility={SPOKEN_BY_PAGE}>
        {outcome.out.length > 0 && (
          <div className="mb-3 flex flex-wrap items-center gap-1.5">
            <b className="text-small">Left out:</b>
            {outcome.out.map((line) => (
              <Bar
                key={line.id}
                id={line.id}
                chosen={chosen === line.id}
                onChoose={() => onChoose(line.id)}
                title={`Loss ${chanceWords(line.risk)}`}
                className="border-dashed px-2"
              >
                {line.name}
              </Bar>
            ))}
          </div>
        )}
        <div className="overflow-x-auto">
          <div className="min-w-[44rem]">
            {years.length > 1 && (
              <div aria-hidden className="ml-44 flex text-small font-semibold">
                {years.map((year) => (
                  <span key={year} className="flex-1 border-l border-rule pl-1">
                    {year}
                  </span>
                ))}
              </div>
            )}
            <div aria-hidden className="ml-44 flex border-b border-rule text-small text-soft" ref={track}>
              {years.flatMap((year) =>
                MONTHS.map((month) => (
                  <span key={`${year} ${month}`} className="flex-1 overflow-hidden border-l border-rule pl-0.5">
                    {years.length > 1 ? month[0] : month}
                  </span>
                )),
              )}
            </div>
            <ul>
              {shown.map(({ plot, index, here }, row) => (
                <Row
                  key={`${plot.garden} ${plot.id}`}
                  id={index}
                  name={plotName(facts, index)}
                  about={`${plot.squareMetres} m²`}
                  bars={here.length}
                >
                  {here.map((planned, level) => {
                    const { line, choice, bloom, freeOn, share, most } = planned;
                    const isOver = most !== null && share > most;
                    const title = `${line.name}, sown ${formatDate(choice.sowOn)}, in flower ${formatDay(bloom.from)} to ${formatDay(bloom.to)}, ${crossedWords(share)} crossed`;
                    return (
                      <Bar
                        key={line.id}
                        id={line.id}
                        isFixed={line.growOut?.state === 'sown'}
                        chosen={chosen === line.id}
                        onChoose={() => onChoose(chosen === line.id ? null : line.id)}
                        onKeyDown={(event) => press(event, planned, row)}
                        title={title}
                        className={classes('absolute h-7 overflow-hidden', isOver && 'border-poor text-poor')}
                        style={{ ...span(choice.sowOn, freeOn), top: `${level * 2}rem` }}
                      >
                        <span
                          aria-hidden
                          className="absolute inset-y-0 bg-good/25"
                          style={{
                            left: `${(100 * daysBetween(choice.sowOn, bloom.from)) / Math.max(1, daysBetween(choice.sowOn, freeOn))}%`,
                            width: `${(100 * (daysBetween(bloom.from, bloom.to) + 1)) / Math.max(1, daysBetween(choice.sowOn, freeOn))}%`,
                          }}
                        />
                        <span className="relative px-1 whitespace-nowrap">
                          {line.variety}
                          {wishes.pinned.includes(line.id) && <b> · pinned</b>}
                        </span>
                      </Bar>
                    );
                  })}
                </Row>
              ))}
            </ul>
          </div>
        </div>
      </DndContext>
    </section>
  );
}

/** A bed over the year, onto which lines are dropped. */
function Row({ id, name, about, bars, children }: { id: number; name: string; about: string; bars: number; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <li ref={setNodeRef} aria-label={name} className={classes('flex items-stretch border-b border-rule', isOver && 'bg-well')}>
      <span className="w-44 shrink-0 py-1 pr-3 text-small leading-tight">
        <b>{name}</b>
        <span className="block text-soft">{about}</span>
      </span>
      <span className="relative my-1 block grow" style={{ minHeight: `${Math.max(1, bars) * 2}rem` }}>
        {children}
      </span>
    </li>
  );
}

/** A line in its bed: chosen by a tap, moved by its arrow keys, or dragged with a mouse or, after a moment, a finger. */
function Bar({
  id,
  isFixed = false,
  chosen,
  onChoose,
  onKeyDown,
  title,
  className,
  style,
  children,
}: {
  id: number;
  isFixed?: boolean;
  chosen: boolean;
  onChoose: () => void;
  onKeyDown?: (event: KeyboardEvent) => void;
  title: string;
  className: string;
  style?: React.CSSProperties;
  children: ReactNode;
}) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id, disabled: isFixed });
  if (isFixed)
    return (
      <span
        role="img"
        aria-label={`${title}; already sown`}
        title={`${title}; already sown`}
        className={classes('border border-edge bg-well text-left text-small', className)}
        style={style}
      >
        {children}
      </span>
    );
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      id={`bar-${id}`}
      style={{ ...style, ...(transform && { transform: `translate(${transform.x}px, ${transform.y}px)` }) }}
      onClick={onChoose}
      onKeyDown={onKeyDown}
      aria-pressed={chosen}
      aria-label={title}
      title={title}
      className={classes(
        'min-h-7 touch-manipulation border text-left text-small aria-pressed:border-2 aria-pressed:border-ink aria-pressed:bg-well',
        isDragging ? 'z-20 bg-well shadow-lg' : 'bg-sheet',
        !className.includes('border-poor') && 'border-edge',
        className,
      )}
    >
      {children}
    </button>
  );
}
