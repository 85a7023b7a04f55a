import { DndContext, pointerWithin, useDraggable, useDroppable, type DragEndEvent } from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import { classes } from '#app/ui/classes.ts';
import { SPOKEN_BY_PAGE, useDragSensors } from '#app/ui/dragging.ts';
import { letterOf, MapScale } from '#app/ui/MapParts.tsx';
import { formatDay } from '#core/calendar/formatDate.ts';
import { sowingDays, waysApart } from '#core/plan/possible.ts';
import { placesFor } from '#core/plan/places.ts';
import { crossedWords } from '#words/apart.ts';
import { blockWords, choicePlace } from '#words/seasonPlan.ts';
import type { PlanParts } from './parts.ts';
import { PlanPanel } from './PlanPanelLater.tsx';

const [WIDE, HIGH, EDGE] = [560, 400, 50];

/** Gardens to scale with what is grown in each. A line that is chosen shows what it crosses with, and where else it could go; it is dragged there, or put there by its list of plots. */
export function PlanMap(parts: PlanParts) {
  const { standing, outcome, chosen, onChoose, hands } = parts;
  const { facts, wishes, choices } = standing;
  const [said, setSaid] = useState('');
  const gardens = facts.gardens
    .map((garden, index) => ({
      ...garden,
      index,
      plots: facts.plots.flatMap((plot, at) => (plot.garden === index ? [at] : [])),
      here: outcome.lines.filter(({ choice }) => choice.gardenId === garden.id),
    }))
    .filter(({ plots }) => plots.length > 0)
    .map((garden, order) => ({ ...garden, letter: letterOf(order) }));
  const placed = gardens.flatMap(({ at, ...garden }) => (at ? [{ ...garden, at }] : []));
  const [west, east] = [Math.min(...placed.map(({ at }) => at.east)), Math.max(...placed.map(({ at }) => at.east))];
  const [south, north] = [Math.min(...placed.map(({ at }) => at.north)), Math.max(...placed.map(({ at }) => at.north))];
  const scale = Math.min((WIDE - 2 * EDGE) / Math.max(100, east - west), (HIGH - 2 * EDGE) / Math.max(100, north - south));
  const spots = apart(
    placed.map(({ at }) => ({
      x: WIDE / 2 + (at.east - (west + east) / 2) * scale,
      y: HIGH / 2 - (at.north - (south + north) / 2) * scale,
    })),
  );
  const spot = ({ id }: (typeof placed)[number]) => spots[placed.findIndex((one) => one.id === id)]!;
  const places = useMemo(() => (chosen === null ? [] : placesFor(facts, wishes, choices, chosen)), [facts, wishes, choices, chosen]);
  const blockAt = (plots: readonly number[]) => {
    const blocks = places.filter(({ plot }) => plots.includes(plot)).map(({ block }) => block);
    return blocks.length === 0 || blocks.includes(null) ? null : blocks[0]!;
  };
  const line = outcome.lines.find((one) => one.line.id === chosen);
  const gardenOf = (id: number) => placed.find(({ here }) => here.some((one) => one.line.id === id));
  const own = line && gardenOf(line.line.id);
  function drop({ active, over }: DragEndEvent) {
    if (!over) return;
    const id = Number(active.id);
    const garden = gardens.find((one) => one.index === Number(over.id))!;
    const moved = facts.lines.find((one) => one.id === id)!;
    const planned = outcome.lines.find((one) => one.line.id === id);
    const fits = placesFor(facts, wishes, choices, id).find(({ plot, block }) => garden.plots.includes(plot) && block === null);
    const plot = facts.plots[fits?.plot ?? garden.plots[0]!]!;
    const choice = {
      gardenId: garden.id,
      plotId: plot.id,
      sowOn: planned?.choice.sowOn ?? sowingDays(moved.crop, facts)[0] ?? facts.today,
      methods: planned?.choice.methods ?? waysApart(moved.crop)[0]!,
    };
    setSaid(`${moved.name}: ${choicePlace(facts, choice)}`);
    hands.move(id, choice);
    onChoose(id);
  }
  const sensors = useDragSensors();
  return (
    <section aria-label="Map of the plan">
      <p className="mb-2 max-w-prose text-small text-soft">
        Choose a line to see what it is likely to cross with and which gardens have room. Drag it to another garden to move it.
      </p>
      {chosen !== null && <PlanPanel {...parts} id={chosen} named />}
      <p aria-live="polite" className="min-h-6 font-semibold">
        {said}
      </p>
      <DndContext id="map" sensors={sensors} collisionDetection={pointerWithin} onDragEnd={drop} accessibility={SPOKEN_BY_PAGE}>
        <div className="grid grid-cols-1 items-start gap-6 lg:grid-cols-[minmax(0,36rem)_1fr]">
          {placed.length === 0 ? (
            <p className="text-soft">No map yet, because no garden has a location.</p>
          ) : (
            <div className="relative lg:sticky lg:top-20">
              <svg
                viewBox={`0 0 ${WIDE} ${HIGH}`}
                className="w-full border border-rule bg-sheet"
                role="img"
                aria-label="Map of the gardens; the list shows the same"
              >
                {own && line && line.most !== null && (
                  <circle
                    cx={spot(own).x}
                    cy={spot(own).y}
                    r={Math.max(10, line.line.crop.homeDistance * scale)}
                    className="fill-good/5 stroke-good"
                    strokeDasharray="5 4"
                    strokeWidth="1.2"
                  />
                )}
                {own &&
                  line?.from.map((other) => {
                    const there = gardenOf(other.id);
                    return there && there.id !== own.id ? (
                      <g key={other.id}>
                        <title>{`${other.name}: ${crossedWords(other.share)}`}</title>
                        <line
                          x1={spot(there).x}
                          y1={spot(there).y}
                          x2={spot(own).x}
                          y2={spot(own).y}
                          className="stroke-doubt"
                          strokeWidth={Math.min(8, 1.5 + 200 * other.share)}
                        />
                      </g>
                    ) : null;
                  })}
                <MapScale scale={scale} wide={WIDE} high={HIGH} />
              </svg>
              {placed.map((garden) => {
                const { x, y } = spot(garden);
                const block = chosen === null ? null : blockAt(garden.plots);
                return (
                  <Spot
                    key={garden.id}
                    id={garden.index}
                    left={(100 * x) / WIDE}
                    top={(100 * y) / HIGH}
                    letter={garden.letter}
                    title={`${garden.name}${block === null ? '' : `: ${blockWords(block)}`}`}
                    count={garden.here.length}
                    isOpen={block === null}
                  />
                );
              })}
            </div>
          )}
          <ul aria-label="Gardens of the plan">
            {gardens.map(({ id, letter, name, at, here, plots }) => {
              const block = chosen === null ? null : blockAt(plots);
              return (
                <li key={id} className="border-t border-rule py-2">
                  <b className="inline-block w-7">{at ? letter : '–'}</b>
                  <b>{name}</b>
                  {block !== null && <span className="text-small text-doubt">: {blockWords(block)}</span>}
                  <span className="mt-1 flex flex-wrap gap-1.5 pl-7">
                    {here.map((one) => (
                      <Chip
                        key={one.line.id}
                        id={one.line.id}
                        isFixed={one.line.growOut?.state === 'sown'}
                        chosen={chosen === one.line.id}
                        isOver={one.most !== null && one.share > one.most}
                        onChoose={() => onChoose(chosen === one.line.id ? null : one.line.id)}
                      >
                        {one.line.name}, {formatDay(one.choice.sowOn)}
                      </Chip>
                    ))}
                    {here.length === 0 && <span className="text-small text-soft">nothing planned</span>}
                  </span>
                </li>
              );
            })}
            {outcome.out.length > 0 && (
              <li className="border-t border-rule py-2">
                <b>Left out</b>
                <span className="mt-1 flex flex-wrap gap-1.5 pl-7">
                  {outcome.out.map(({ id, name }) => (
                    <Chip key={id} id={id} chosen={chosen === id} onChoose={() => onChoose(chosen === id ? null : id)}>
                      {name}
                    </Chip>
                  ))}
                </span>
              </li>
            )}
          </ul>
        </div>
      </DndContext>
    </section>
  );
}

interface Point {
  readonly x: number;
  readonly y: number;
}
/** Two gardens are drawn this far apart at least, so that each can be read and dropped onto. */
const ROOM = 42;
const TURNS = 30;

/** Points moved apart, as little as may be, where they would cover each other. */
function apart(points: readonly Point[]): readonly Point[] {
  const moved = points.map((point) => ({ ...point }));
  for (let turn = 0; turn < TURNS; turn += 1)
    for (const [index, one] of moved.entries())
      for (const other of moved.slice(index + 1)) {
        const [wide, high] = [other.x - one.x, other.y - one.y];
        const far = Math.hypot(wide, high);
        if (far >= ROOM) continue;
        const [east, south] = far < 1 ? [1, 0] : [wide / far, high / far];
        const by = (ROOM - far) / 2;
        one.x -= east * by;
        one.y -= south * by;
        other.x += east * by;
        other.y += south * by;
      }
  return moved;
}

/** A garden on the map, onto which lines are dropped. */
function Spot({
  id,
  left,
  top,
  letter,
  title,
  count,
  isOpen,
}: {
  id: number;
  left: number;
  top: number;
  letter: string;
  title: string;
  count: number;
  isOpen: boolean;
}) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <span
      ref={setNodeRef}
      title={title}
      className={classes(
        'absolute flex size-9 -translate-x-1/2 -translate-y-1/2 items-center justify-center rounded-full border-2 text-small font-bold',
        isOver ? 'border-ink bg-well' : isOpen ? 'border-good bg-sheet' : 'border-edge bg-sheet text-soft',
      )}
      style={{ left: `${left}%`, top: `${top}%` }}
    >
      {letter}
      {count > 0 && <span className="pl-px text-[0.7rem] font-normal">{count}</span>}
    </span>
  );
}

function Chip({
  id,
  isFixed = false,
  chosen,
  isOver = false,
  onChoose,
  children,
}: {
  id: number;
  isFixed?: boolean;
  chosen: boolean;
  isOver?: boolean;
  onChoose: () => void;
  children: React.ReactNode;
}) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id, disabled: isFixed });
  const look = classes('min-h-9 rounded-md border px-2 text-left text-small', isOver ? 'border-poor text-poor' : 'border-edge');
  if (isFixed) return <span className={classes(look, 'inline-flex items-center bg-well')}>{children}, sown</span>;
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      onClick={onChoose}
      aria-pressed={chosen}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      className={classes(
        look,
        'touch-manipulation aria-pressed:border-ink aria-pressed:bg-well',
        isDragging ? 'relative z-20 bg-well shadow-lg' : 'bg-sheet',
      )}
    >
      {children}
    </button>
  );
}
