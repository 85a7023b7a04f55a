import { Plus } from 'lucide-react';
import { useState } from 'react';
import { MOST_NEIGHBOURS, saidSoFar } from '#core/passport/answers.ts';
import { AMOUNTS, OVERLAPS } from '#core/passport/passport.ts';
import { formatMetres } from '#core/units/formatAmount.ts';
import { Button } from '#app/ui/Button.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { choices, type InterviewContext } from './asking.ts';
import { AskChoice, AskText, Fault } from './asks.tsx';

/** Anything of the crossing group that flowered near: any number of rows, each part of which may be unknown. */
export function AskNeighbours({ context }: { context: InterviewContext }) {
  const { answers, faults, say, crop } = context;
  const filled = Array.from({ length: MOST_NEIGHBOURS }, (_, row) => row).filter((row) =>
    ['what', 'metres', 'overlap', 'amount'].some((part) => answers[`n${row}${part}`]),
  ).length;
  const [rows, setRows] = useState(Math.max(1, filled));
  const units = useUnits();
  const addKnown = (one: InterviewContext['grownNear'][number]) => {
    say('neighbours', 'some');
    say(`n${filled}what`, `${one.crop} ‘${one.variety}’`);
    say(`n${filled}metres`, `${one.metres} m`);
    setRows(Math.max(rows, filled + 1));
  };
  const some = saidSoFar(answers, false).neighbours === 'some';
  return (
    <div className="space-y-4">
      <AskChoice
        answers={answers}
        faults={faults}
        say={say}
        name="neighbours"
        label="Did anything it can cross with flower nearby?"
        hint={crop ? crossersWords(crop.name, context.crossers) : undefined}
        choices={[
          { value: 'none', label: 'Nothing' },
          { value: 'some', label: 'Yes' },
        ]}
        unknown
      />
      {context.grownNear.length > 0 && (
        <div className="border-l-4 border-frost pl-4">
          <p className="font-semibold">We know of these in that year:</p>
          <ul>
            {context.grownNear.map((one, index) => (
              <li key={index} className="flex flex-wrap items-center gap-x-3">
                <span>
                  {one.crop} ‘{one.variety}’, {one.garden},{' '}
                  {one.metres === 0 ? 'the same garden' : `${formatMetres(one.metres, units)} away`}
                </span>
                <button type="button" className="link min-h-9" onClick={() => addKnown(one)}>
                  Add neighbour
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {some && (
        <>
          <ol className="space-y-5">
            {Array.from({ length: rows }, (_, row) => (
              <li key={row} className="border-l-4 border-rule pl-4">
                <Neighbour row={row} context={context} />
              </li>
            ))}
          </ol>
          {rows < MOST_NEIGHBOURS && (
            <Button type="button" onClick={() => setRows(rows + 1)}>
              <Plus aria-hidden className="size-5" /> Add another neighbour
            </Button>
          )}
        </>
      )}
    </div>
  );
}

/** What crosses with a crop, and what does so hardly ever. */
function crossersWords(crop: string, crossers: InterviewContext['crossers']): string {
  const named = (hardly: boolean) => crossers.filter(({ how }) => (how === 'hardly') === hardly).map(({ name }) => name.toLowerCase());
  const [ready, hardly] = [named(false), named(true)];
  return [
    `Any other ${crop.toLowerCase()}${ready.length > 0 ? `, and ${ready.join(', ')}` : ''}`,
    ...(hardly.length > 0 ? [`hardly ever ${hardly.join(', ')}`] : []),
  ].join('; ');
}

function Neighbour({ row, context }: { row: number; context: InterviewContext }) {
  const { answers, faults, say, crop, crossers, bloom } = context;
  const ask = { answers, faults, say };
  const name = (part: string) => `n${row}${part}`;
  return (
    <fieldset className="space-y-3">
      <legend className="font-semibold">Neighbour {row + 1}</legend>
      <div className="grid gap-3 sm:grid-cols-2">
        <AskText {...ask} name={name('what')} label="What was it?" hint="Variety (if known)" unknown />
        <AskText {...ask} name={name('metres')} label="How far away?" hint="For example 60 m or 200 ft" unknown />
      </div>
      {crossers.length > 0 && crop && (
        <label className="block">
          <span className="font-semibold">Crop</span>
          <select
            name={name('crop')}
            className="input mt-1"
            value={answers[name('crop')] ?? ''}
            onChange={(event) => say(name('crop'), event.target.value)}
          >
            <option value="">{crop.name}</option>
            {crossers.map((other) => (
              <option key={other.id} value={other.id}>
                {other.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <AskChoice
        {...ask}
        name={name('overlap')}
        label="Did they flower at the same time?"
        hint={bloom ? `${crop!.name} usually flowers here from ${bloom}` : undefined}
        choices={choices(OVERLAPS, { none: 'Never', some: 'For a while', most: 'Most of the time', all: 'All the time' })}
        unknown
      />
      <AskChoice {...ask} name={name('amount')} label="How many plants, compared with the seed crop?" choices={choices(AMOUNTS)} unknown />
      <AskChoice
        {...ask}
        name={name('caged')}
        label="Was the neighbour under a cage or net? (optional)"
        choices={choices(['yes', 'no'], { yes: 'Yes', no: 'No' })}
      />
      <Fault name={name('crop')} faults={faults} />
    </fieldset>
  );
}
