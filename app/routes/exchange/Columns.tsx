import { useState } from 'react';
import { Form } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { Table } from '#app/ui/Table.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { FIELDS_OF, THINGS, type Field, type Thing } from '#core/sheets/fields.ts';
import { FIELD_WORDS, rowsCounted, THING_WORDS } from '#words/exchange.ts';

interface SheetShown {
  readonly name: string;
  readonly rows: number;
  readonly heads: readonly string[];
  readonly samples: readonly (readonly string[])[];
  readonly thing: Thing | null;
  readonly isRemembered: boolean;
}

/** What the columns seem to hold, should the sheet list this. */
type Guesses = Readonly<Record<Thing, readonly (Field | null)[]>>;

/** What each sheet lists and what its columns hold, as it was guessed, to be corrected. */
export function Columns({ sheets, guesses }: { sheets: readonly SheetShown[]; guesses: readonly Guesses[] }) {
  const busy = useBusy();
  return (
    <Form method="post">
      {sheets.map((sheet, index) => (
        <OneSheet key={index} sheet={sheet} guesses={guesses[index]!} index={index} isAlone={sheets.length === 1} />
      ))}
      <div className="mt-6 flex flex-wrap gap-3">
        <Button type="submit" look="action" name="intent" value="columns" disabled={busy}>
          {busy ? 'Checking …' : 'Check the rows'}
        </Button>
        <Button type="submit" name="intent" value="discard" disabled={busy}>
          Discard this import
        </Button>
      </div>
    </Form>
  );
}

function OneSheet({ sheet, guesses, index, isAlone }: { sheet: SheetShown; guesses: Guesses; index: number; isAlone: boolean }) {
  const [thing, setThing] = useState<Thing | null>(sheet.thing);
  const letters = (column: number) => String.fromCharCode(65 + (column % 26));
  return (
    <section aria-labelledby={`sheet-${index}`} className="mt-8 first:mt-0">
      <h2 id={`sheet-${index}`}>
        {isAlone ? 'Columns' : sheet.name} <span className="text-body font-normal text-soft">{rowsCounted(sheet.rows)}</span>
      </h2>
      {sheet.isRemembered && <p className="mt-1 text-soft">The columns are set as you chose for the last file with these headings.</p>}
      <label className="mt-3 block max-w-80">
        <span className="text-small font-semibold">This is a list of</span>
        <select
          name={`thing.${index}`}
          defaultValue={thing ?? ''}
          onChange={({ currentTarget }) => setThing(THINGS.find((one) => one === currentTarget.value) ?? null)}
          className="input mt-1"
        >
          <option value="">Nothing: leave it out</option>
          {THINGS.map((one) => (
            <option key={one} value={one}>
              {THING_WORDS[one]}
            </option>
          ))}
        </select>
      </label>
      {thing !== null && (
        <div className="mt-3">
          <Table caption={`Columns of ${sheet.name}`}>
            <thead>
              <tr className="text-left">
                <th scope="col" className="px-3 py-2 font-semibold first:pl-0">
                  Column in your sheet
                </th>
                <th scope="col" className="px-3 py-2 font-semibold">
                  Holds
                </th>
                <th scope="col" className="hidden px-3 py-2 font-semibold sm:table-cell">
                  For example
                </th>
              </tr>
            </thead>
            <tbody>
              {sheet.heads.map((head, column) => (
                <tr key={column}>
                  <th scope="row" className="py-2 pr-3 text-left align-top font-semibold break-words">
                    {head || <span className="font-normal text-soft">Column {letters(column)}, no heading</span>}
                    <span className="block text-small font-normal text-soft sm:hidden">{sheet.samples[column]?.[0]}</span>
                  </th>
                  <td>
                    <select
                      // The choices are others for another thing.
                      key={thing}
                      name={`column.${index}.${column}`}
                      defaultValue={guesses[thing][column] ?? ''}
                      aria-label={`What “${head || `column ${letters(column)}`}” holds`}
                      className="input min-w-48"
                    >
                      <option value="">Leave out</option>
                      {FIELDS_OF[thing].fields.map((field) => (
                        <option key={field} value={field}>
                          {FIELD_WORDS[field]}
                        </option>
                      ))}
                    </select>
                  </td>
                  <td className="hidden text-soft sm:table-cell">{sheet.samples[column]?.slice(0, 3).join(' · ') || 'empty'}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
    </section>
  );
}
