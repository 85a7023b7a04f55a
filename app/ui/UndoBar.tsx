import { Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useFetcher } from 'react-router';
import type { LastAct } from '#core/people/undo.ts';
import { Button } from './Button.tsx';
import { Deed } from './Mark.tsx';
import { doneWords } from '#words/acts.ts';

/** What was done last, with the way to take it back, until the next act or for some minutes. It lies over the foot of every page. */
export function UndoBar({ act, formKey }: { act: LastAct; formKey: string }) {
  const fetcher = useFetcher<{ trouble: string }>();
  const [isOver, setOver] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setOver(true), act.msLeft);
    return () => clearTimeout(timer);
  }, [act.msLeft]);
  if (isOver) return null;
  const trouble = fetcher.data?.trouble;
  return (
    <section
      aria-label="Just done"
      className="no-print fixed inset-x-0 bottom-16 z-30 mx-auto flex min-h-14 max-w-xl flex-wrap items-center justify-between gap-x-4 gap-y-1 border-t-2 border-edge bg-sheet px-4 py-1 sm:rounded-t-md sm:border-x-2 lg:bottom-0 lg:left-54"
    >
      <p>
        <Deed done={act.undid ? `Undone: ${lowerFirst(doneWords(act.kind))}` : doneWords(act.kind)} subject={act.subject} />
        {trouble && <span className="block font-semibold text-poor">{trouble}</span>}
      </p>
      {!act.undid && (
        <fetcher.Form method="post" action="/undo">
          <input type="hidden" name="key" value={formKey} />
          <input type="hidden" name="act" value={act.key} />
          <Button type="submit" look="quiet" disabled={fetcher.state !== 'idle'} className="px-0">
            <Undo2 aria-hidden className="size-5" />
            Undo
          </Button>
        </fetcher.Form>
      )}
    </section>
  );
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
