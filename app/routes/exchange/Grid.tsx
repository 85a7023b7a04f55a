import { CircleAlert, CircleCheck, CircleHelp, Info } from 'lucide-react';
import { useRef } from 'react';
import { useFetcher } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import type { Field } from '#core/sheets/fields.ts';
import type { Level, Note } from '#core/sheets/notes.ts';
import { FIELD_WORDS, LEVEL_WORDS, noteWords } from '#words/exchange.ts';
import { useGrid } from './useGrid.ts';

export interface GridRow {
  readonly sheet: number;
  readonly at: number;
  readonly cells: readonly string[];
  readonly fixed: Readonly<Record<string, string>> | null;
  readonly level: Level;
  readonly isKnown: boolean;
  readonly notes: readonly Note[];
}

interface SheetOfGrid {
  readonly name: string;
  readonly heads: readonly string[];
  readonly columns: readonly (Field | null)[];
}

interface ColumnShown {
  readonly head: string;
  readonly column: number;
  readonly field: Field;
  readonly width: number;
}

const MARKS = { good: CircleCheck, assumed: Info, doubtful: CircleHelp, wrong: CircleAlert } as const;
/** A column is as wide as its longest cell, within reason, in characters. */
const [NARROWEST, WIDEST] = [7, 60];
const TONES = { good: 'text-good', assumed: 'text-soft', doubtful: 'text-doubt', wrong: 'text-poor' } as const;

/**
 * Rows as they are written, to be corrected like a spreadsheet: arrows and Enter go from cell to cell, Ctrl D fills from above, what is pasted
 * spreads over the cells. What is corrected is sent as a cell is left; without scripts by the button.
 */
export function Grid({ rows, sheets }: { rows: readonly GridRow[]; sheets: readonly SheetOfGrid[] }) {
  const fetcher = useFetcher<{ trouble: string | null }>();
  const form = useRef<HTMLFormElement>(null);
  const handlers = useGrid(form, (changed) => {
    changed.set('intent', 'fix');
    void fetcher.submit(changed, { method: 'post' });
  });
  const used = [...new Set(rows.map(({ sheet }) => sheet))];
  return (
    <fetcher.Form method="post" ref={form} {...handlers}>
      {used.map((sheet) => (
        <GridOfSheet
          key={sheet}
          rows={rows.filter((row) => row.sheet === sheet)}
          at={sheet}
          sheet={sheets[sheet]!}
          isAlone={sheets.length === 1}
        />
      ))}
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <Button type="submit" name="intent" value="fix">
          Save corrections
        </Button>
        <span role="status" className="text-soft">
          {fetcher.state !== 'idle'
            ? 'Saving …'
            : (fetcher.data?.trouble ?? 'Enter goes to the next row, Ctrl D fills from the cell above.')}
        </span>
      </div>
    </fetcher.Form>
  );
}

function GridOfSheet({ rows, at, sheet, isAlone }: { rows: readonly GridRow[]; at: number; sheet: SheetOfGrid; isAlone: boolean }) {
  // Columns that are left out need no correcting.
  const columns = sheet.heads.flatMap((head, column) =>
    sheet.columns[column] ? [{ head, column, field: sheet.columns[column], width: widthOf(rows, column) }] : [],
  );
  return (
    <div className="mb-4">
      {!isAlone && <h3 className="mb-1">{sheet.name}</h3>}
      <div className="overflow-x-auto" role="group" aria-label={`Rows of ${sheet.name}`} tabIndex={0}>
        <table className="border-collapse text-small">
          <thead>
            <tr className="text-left align-bottom">
              <th scope="col" className="py-2 pr-3 font-semibold">
                Row
              </th>
              {columns.map(({ head, column, field }) => (
                <th key={column} scope="col" className="min-w-28 px-1 py-2 font-semibold">
                  {head || FIELD_WORDS[field]}
                  {head && <span className="block font-normal text-soft">{FIELD_WORDS[field]}</span>}
                </th>
              ))}
            </tr>
          </thead>
          {rows.map((row) => (
            <OneRow key={row.at} row={row} sheet={at} columns={columns} />
          ))}
        </table>
      </div>
    </div>
  );
}

const widthOf = (rows: readonly GridRow[], column: number): number =>
  Math.min(WIDEST, Math.max(NARROWEST, ...rows.map(({ cells, fixed }) => (fixed?.[column] ?? cells[column] ?? '').length)));

function OneRow({ row, sheet, columns }: { row: GridRow; sheet: number; columns: readonly ColumnShown[] }) {
  const level = row.isKnown ? 'assumed' : row.level;
  const Mark = MARKS[level];
  const noted = (field: Field, column: number) =>
    row.notes.find((note) => note.field === field && (note.column ?? column) === column)?.level;
  return (
    <tbody className="border-t border-rule">
      <tr>
        <th scope="row" className={classes('py-1 pr-3 text-left font-semibold whitespace-nowrap', TONES[level])}>
          <Mark aria-label={LEVEL_WORDS[row.isKnown ? 'known' : row.level]} className="mr-1 inline size-4.5" />
          {row.at}
        </th>
        {columns.map(({ head, column, field, width }) => {
          const said = row.fixed?.[column] ?? row.cells[column] ?? '';
          const tone = noted(field, column);
          return (
            <td key={column} className="px-0.5 py-1 align-top">
              <input
                // What the server has kept since stands in the cell.
                key={said}
                name={`cell.${sheet}.${row.at}.${column}`}
                data-row={row.at}
                data-column={column}
                data-kept={said}
                defaultValue={said}
                autoComplete="off"
                style={{ minWidth: `calc(${width}ch + 1rem)` }}
                aria-label={`${head || FIELD_WORDS[field]}, row ${row.at}`}
                aria-invalid={tone === 'wrong' || undefined}
                className={classes(
                  'min-h-9 w-full rounded border bg-ground px-1.5 py-1',
                  tone === 'wrong' ? 'border-poor' : tone === 'doubtful' ? 'border-doubt' : 'border-rule',
                  row.fixed?.[column] !== undefined && 'font-semibold',
                )}
              />
              {row.fixed?.[column] !== undefined && row.cells[column] && (
                <span className="block px-1.5 text-soft line-through">{row.cells[column]}</span>
              )}
            </td>
          );
        })}
      </tr>
      {row.notes.length > 0 && (
        <tr>
          <td />
          <td colSpan={columns.length} className="pb-2">
            <ul className="sticky left-0 max-w-[min(48rem,calc(100vw-5rem))]">
              {row.notes.map((note, index) => (
                <li key={index} className={classes(note.level === 'wrong' && 'font-semibold', TONES[note.level])}>
                  {noteWords(note)}.
                </li>
              ))}
            </ul>
          </td>
        </tr>
      )}
    </tbody>
  );
}
