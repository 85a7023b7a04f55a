import { useMemo, useState } from 'react';
import type { LotId } from '#core/kernel/kinds.ts';
import type { Plan } from '#core/schedule/benchPlan.ts';
import { weekIndex } from '#core/schedule/planTest.ts';

/** A test put into a week of the plan; null is no week. Without `pinned`, it keeps the pin that it has. */
export interface Placing {
  readonly lotId: LotId;
  readonly week: number | null;
  readonly pinned?: boolean;
}

/**
 * The plan as it stands on the page: what was saved, and over it what has been placed since. It is kept by lot, not by line of the list,
 * since a lot may be laid or judged anew meanwhile and leave the list.
 */
export function usePlacing(
  due: readonly { readonly lotId: LotId; readonly week: string | null; readonly pinned: boolean }[],
  start: string,
) {
  const [placed, setPlaced] = useState<ReadonlyMap<number, Placing>>(new Map());
  return useMemo(() => {
    const saved: Plan = due.map(({ week }) => (week === null ? null : Math.max(0, weekIndex(start, week))));
    const plan: Plan = due.map(({ lotId }, index) => (placed.has(lotId) ? placed.get(lotId)!.week : saved[index]!));
    const pinned = due.map(({ lotId, pinned }) => placed.get(lotId)?.pinned ?? pinned);
    return {
      plan,
      pinned,
      isChanged: plan.some((week, index) => week !== saved[index]) || pinned.some((pin, index) => pin !== due[index]!.pinned),
      place: (tests: readonly Placing[]) =>
        setPlaced((before) => new Map([...before, ...tests.map((test) => [test.lotId, { ...before.get(test.lotId), ...test }] as const)])),
    };
  }, [due, start, placed]);
}
