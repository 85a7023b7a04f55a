import { useMemo, useState } from 'react';
import { sameChoice, type Choice, type Choices, type SeasonFacts, type Wishes } from '#core/plan/facts.ts';
import type { Standing } from './seasonWorker.ts';

type Kept = Pick<Standing, 'choices' | 'wishes'>;

const toggled = (ids: readonly number[], id: number, on: boolean): readonly number[] =>
  on ? [...ids.filter((one) => one !== id), id] : ids.filter((one) => one !== id);

/** The plan as it stands on the page, and what was there before each change, so that each can be taken back. Nothing is written until it is saved. */
export function useStanding(facts: SeasonFacts, saved: Kept) {
  const [past, setPast] = useState<readonly Kept[]>([]);
  const [now, setNow] = useState<Kept>(saved);
  const standing = useMemo<Standing>(() => ({ facts, ...now }), [facts, now]);
  function change(next: Kept) {
    setPast((before) => [...before, now]);
    setNow(next);
  }
  const wish = (wishes: Partial<Wishes>, choices: Choices = now.choices) => change({ choices, wishes: { ...now.wishes, ...wishes } });
  const without = (id: number) => Object.fromEntries(Object.entries(now.choices).filter(([line]) => Number(line) !== id));
  return {
    standing,
    isChanged: !isSame(now, saved),
    canUndo: past.length > 0,
    undo() {
      setNow(past.at(-1)!);
      setPast(past.slice(0, -1));
    },
    /** Planning begins: what it finds is taken back as one. */
    begin: () => setPast((before) => [...before, now]),
    /** A plan that was found; each better one takes the place of the one before. */
    take: (choices: Choices) => setNow((before) => ({ ...before, choices })),
    /** What somebody moved stays where they put it. */
    move: (id: number, choice: Choice) =>
      wish(
        { pinned: toggled(now.wishes.pinned, id, true), forbidden: toggled(now.wishes.forbidden, id, false) },
        { ...now.choices, [id]: choice },
      ),
    pin: (id: number, on: boolean) => wish({ pinned: toggled(now.wishes.pinned, id, on) }),
    force: (id: number, on: boolean) =>
      wish({ forced: toggled(now.wishes.forced, id, on), forbidden: toggled(now.wishes.forbidden, id, false) }),
    forbid: (id: number, on: boolean) =>
      wish(
        {
          forbidden: toggled(now.wishes.forbidden, id, on),
          forced: toggled(now.wishes.forced, id, false),
          pinned: toggled(now.wishes.pinned, id, false),
        },
        on ? without(id) : now.choices,
      ),
    leaveOutGarden: (id: number, on: boolean) =>
      wish(
        { without: toggled(now.wishes.without, id, on) },
        on ? Object.fromEntries(Object.entries(now.choices).filter(([, { gardenId }]) => gardenId !== id)) : now.choices,
      ),
    setHome: (home: number | null) => wish({ home }),
  };
}

function isSame(one: Kept, other: Kept): boolean {
  const ids = new Set([...Object.keys(one.choices), ...Object.keys(other.choices)].map(Number));
  return (
    [...ids].every((id) => sameChoice(one.choices[id], other.choices[id])) &&
    (['pinned', 'forced', 'forbidden', 'without'] as const).every(
      (wish) => [...one.wishes[wish]].sort().join() === [...other.wishes[wish]].sort().join(),
    ) &&
    one.wishes.home === other.wishes.home
  );
}
