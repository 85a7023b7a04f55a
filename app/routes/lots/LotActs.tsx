import { Table } from '#app/ui/Table.tsx';
import { UndoLink } from '#app/ui/UndoLink.tsx';
import { doneWords } from '#words/acts.ts';

export interface LotAct {
  readonly key: string;
  readonly kind: string;
  readonly at: string;
  readonly by: string | null;
  readonly undone: { readonly at: string; readonly by: string | null; readonly reason: string | null } | null;
  readonly canUndo: boolean;
}

/** Every action on a lot, newest first, with what was undone and why; from here a mistake is taken back. */
export function LotActs({ acts }: { acts: readonly LotAct[] }) {
  return (
    <section aria-label="Actions" className="mt-10">
      <h2 className="mb-1">Who did what</h2>
      <p className="mb-2 max-w-prose text-soft">Something wrong? Undo it here: nothing is erased, and both stay on record.</p>
      <Table caption="Actions on this lot, newest first">
        <thead>
          <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
            <th scope="col">When</th>
            <th scope="col">What</th>
            <th scope="col">Who</th>
            <th scope="col">
              <span className="sr-only">Undo</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {acts.map(({ key, kind, at, by, undone, canUndo }) => (
            <tr key={key}>
              <td className="whitespace-nowrap">{at}</td>
              <td>
                <span className={undone ? 'text-soft line-through' : undefined}>{doneWords(kind)}</span>
                {undone && (
                  <span className="block text-small">
                    Undone {undone.at}
                    {undone.by && ` by ${undone.by}`}
                    {undone.reason && `: ${undone.reason}`}
                  </span>
                )}
              </td>
              <td>{by ?? 'automatic'}</td>
              <td>{canUndo && <UndoLink act={key} what={doneWords(kind)} />}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}
