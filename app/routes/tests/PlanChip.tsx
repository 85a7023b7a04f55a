import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import { classes } from '#app/ui/classes.ts';
import type { Spot } from '#core/germination/layout.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { SPOT_MARKS } from '#words/testPlan.ts';

export interface BoardTest {
  readonly lotId: LotId;
  readonly code: string;
  readonly name: string;
  readonly why: string;
  readonly stakes: readonly string[];
}

/** A test on the board: chosen by a tap, moved by its arrow keys, or dragged to another week, with a mouse or, after a moment, a finger. */
export function PlanChip({
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
  spot: Spot;
  late: number;
  pinned: boolean;
  chosen: boolean;
  onChoose: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
  index: number;
}) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: index });
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      id={`plan-${test.lotId}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      onClick={onChoose}
      onKeyDown={onKeyDown}
      aria-pressed={chosen}
      title={test.why}
      className={classes(
        'min-h-9 touch-manipulation rounded-md border px-2 text-left text-small aria-pressed:border-ink aria-pressed:bg-well',
        late > 0 ? 'border-poor text-poor' : 'border-edge',
        isDragging ? 'relative z-20 bg-well shadow-lg' : 'bg-sheet',
      )}
    >
      <span aria-label={`${spot} place`}>{SPOT_MARKS[spot]}</span> {test.name}
      {pinned && <b> · pinned</b>}
      {test.stakes.length > 0 && <span className="text-doubt"> · {test.stakes.join(', ')}</span>}
      {late > 0 && <b> · {late} weeks late</b>}
    </button>
  );
}
