import type { Raise } from '#core/promise/raise.ts';
import { raiseWords } from '#words/promise.ts';
import { useUnits } from './units.tsx';

/** What would raise a lot's promise; nothing where nothing would. */
export function RaiseList({ raises }: { raises: readonly Raise[] }) {
  const units = useUnits();
  if (raises.length === 0) return null;
  return (
    <>
      <p className="font-semibold">What would raise it</p>
      <ul className="list-disc pl-5">
        {raises.map((raise) => (
          <li key={raiseWords(raise)}>{raiseWords(raise, units)}</li>
        ))}
      </ul>
    </>
  );
}
