import type { Field, Thing } from './fields.ts';
import type { Note, Level, Read } from './notes.ts';
import type { Table, TableRow } from './findTable.ts';
import { orderOfColumn, type Dating } from './readWhen.ts';
import type { Looking } from './library.ts';

/** What a column of a sheet holds; null where it is left out. */
export type ColumnFields = readonly (Field | null)[];

/** A sheet as it is to be read. */
export interface Reading {
  /** Its place in the file, from 0. */
  readonly sheet: number;
  readonly thing: Thing;
  readonly table: Table;
  readonly columns: ColumnFields;
}

/** One row, by what its columns hold. */
export interface Row {
  readonly sheet: number;
  readonly at: number;
  readonly heading: string | null;
  /** The first cell of a field; empty where there is none. */
  cell(field: Field): string;
  /** All cells of a field that say something, with the heads of their columns. */
  cells(field: Field): readonly { readonly said: string; readonly head: string; readonly column: number }[];
  has(field: Field): boolean;
}

/** What a review finds of a row. */
export interface Reviewed<Made> {
  readonly sheet: number;
  readonly at: number;
  readonly level: Level;
  readonly notes: readonly Note[];
  /** Nothing is made of it: it was recognised. */
  readonly isKnown: boolean;
  /** What the row is told by when it comes again. */
  readonly print: string;
  /** What would be made; null where that is not known yet, or nothing is. */
  readonly made: Made | null;
}

/** A row's cells by the columns of its sheet. */
export function rowOf({ sheet, table, columns }: Reading, row: TableRow): Row {
  const at = (field: Field) => columns.indexOf(field);
  return {
    sheet,
    at: row.at,
    heading: row.heading,
    has: (field) => at(field) >= 0,
    cell: (field) => row.cells[at(field)] ?? '',
    cells: (field) =>
      columns.flatMap((each, column) => {
        const said = row.cells[column] ?? '';
        return each === field && said !== '' ? [{ said, head: table.heads[column] ?? '', column }] : [];
      }),
  };
}

/** How dates of a sheet's column are read: the order that its other cells prove, or the one that is asked for. */
export function datingOf({ sheet, table, columns }: Reading, { answers, library }: Looking): (field: Field) => Dating {
  const kept = new Map<Field, Dating>();
  return (field) => {
    const found = kept.get(field);
    if (found) return found;
    const column = columns.indexOf(field);
    const dating: Dating = {
      field,
      order: orderOfColumn(table.rows.map(({ cells }) => cells[column] ?? '')),
      orderQuestion: `order:${sheet}:${field}`,
      usual: library.usualOrder,
      answers,
      today: library.today,
      southern: library.southern,
    };
    kept.set(field, dating);
    return dating;
  };
}

/** A row's print: what it says where it counts, and nothing of where it stands. */
export const printOf = (thing: Thing, { columns }: Pick<Reading, 'columns'>, row: TableRow): string =>
  [
    thing,
    ...columns
      .map((field, column) => (field === null ? '' : `${field}=${(row.cells[column] ?? '').trim().toLowerCase()}`))
      .filter((part) => part !== '' && !part.endsWith('=')),
  ]
    .sort()
    .join('\u001f');

/** Collects what is read, with the notes on it. */
export function collector() {
  const notes: Note[] = [];
  return {
    notes,
    take: <Value>(read: Read<Value>): Value | null => {
      notes.push(...read.notes);
      return read.value;
    },
    say: (note: Note): void => void notes.push(note),
  };
}
export type Collector = ReturnType<typeof collector>;

/** A whole number that a cell names, such as of plants. */
export function readCount(cell: string, field: Field, { say }: Collector, most = 100_000): number | null {
  const said = cell.trim();
  if (said === '' || /^[-?]+$|^(?:n\/?a|unknown|none)$/i.test(said)) return null;
  const match = /^(?:about|abt|c\.?|ca\.?|~)? ?(\d{1,6})(?:\.0{1,3})?(?: ?\+)?(?: ?[a-z]{1,12}\.?)?$/i.exec(said);
  const count = Number(match?.[1] ?? Number.NaN);
  if (Number.isInteger(count) && count <= most) return count > 0 ? count : null;
  say({ level: 'wrong', field, code: 'count unreadable', said });
  return null;
}

const LONGEST_TEXT = 1000;

/** What other columns say, each under its head, as one text. */
export function textOf(row: Row, field: Field, { say }: Collector, more: readonly string[] = []): string | null {
  const parts = row
    .cells(field)
    .map(({ said, head }) => (head === '' || /^(?:notes?|comments?|remarks?)$/i.test(head) ? said : `${head}: ${said}`));
  const text = [...parts, ...more].join('. ').replaceAll('\0', '');
  if (text.length > LONGEST_TEXT)
    say({ level: 'assumed', field, code: 'text cut', said: `${text.slice(0, 60)}…`, taken: String(LONGEST_TEXT) });
  return text.slice(0, LONGEST_TEXT).trim() || null;
}
