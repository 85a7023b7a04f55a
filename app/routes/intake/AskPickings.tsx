import { Plus } from 'lucide-react';
import { useState } from 'react';
import { DATE_HINT } from '#app/ui/DateInput.tsx';
import { Button } from '#app/ui/Button.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { MOST_PICKINGS, pickingsInAll, pickingsTyped } from '#core/passport/pickings.ts';
import { formatWeight } from '#core/units/formatAmount.ts';
import { PICKING_CHOICES, pickingsWords } from '#words/pickings.ts';
import { choices, type InterviewContext } from './asking.ts';
import { AskChoice, AskDay, AskText } from './asks.tsx';

/** When seed that ripens in stages was picked, and how much came each time; what is weighed adds up to the amount. */
export function AskPickings({ context }: { context: InterviewContext }) {
  const units = useUnits();
  const { answers, faults, say } = context;
  const ask = { answers, faults, say };
  const typed = pickingsTyped(answers);
  const [rows, setRows] = useState(Math.max(2, typed.length + 1));
  const inAll = pickingsInAll(typed);
  const weight = formatWeight(inAll.milligrams, units);
  return (
    <div className="space-y-4">
      <AskChoice
        {...ask}
        name="pickings"
        label="Was it picked more than once? (optional)"
        hint="Seed that ripens in stages is picked several times and kept as one lot"
        choices={choices(Object.keys(PICKING_CHOICES), PICKING_CHOICES)}
        unknown
      />
      {answers['pickings'] === 'several' && (
        <>
          <ol className="space-y-4">
            {Array.from({ length: Math.min(rows, MOST_PICKINGS) }, (_, row) => (
              <li key={row} className="grid items-end gap-3 border-l-4 border-rule pl-4 sm:grid-cols-2">
                <AskDay {...ask} name={`p${row}on`} label={`Picking ${row + 1}: when?`} hint={row === 0 ? DATE_HINT : ''} />
                <AskText
                  {...ask}
                  name={`p${row}weight`}
                  label={`Picking ${row + 1}: weight`}
                  hint={row === 0 ? 'For example 14 g. Leave it empty if nobody knows' : undefined}
                />
              </li>
            ))}
          </ol>
          {rows < MOST_PICKINGS && (
            <Button type="button" onClick={() => setRows(rows + 1)}>
              <Plus aria-hidden className="size-5" /> Add another picking
            </Button>
          )}
          <p aria-live="polite" className="text-small">
            {typed.length > 0 && pickingsWords(typed, units)}
            {inAll.weighed > 0 && answers['amount'] !== weight && (
              <button type="button" className="link ml-2 min-h-9" onClick={() => say('amount', weight)}>
                Use {weight} as the amount
              </button>
            )}
          </p>
        </>
      )}
    </div>
  );
}
