import { FIELDS, headFits, headKey, yearInHead } from './fields.ts';

/** A sheet as it was read: rows of cells as text, in the order of the file. */
export interface Sheet {
  readonly name: string;
  readonly rows: readonly (readonly string[])[];
}

export interface TableRow {
  /** Its number in the sheet, from 1, as a spreadsheet shows it. */
  readonly at: number;
  readonly cells: readonly string[];
  /** The line above it that heads a group of rows, such as a crop's name. */
  readonly heading: string | null;
}

export const LEFT_OUT = ['title', 'total', 'heading', 'head again'] as const;

/** A sheet's table: its heads, one for each column and empty where it has none, its rows, and the lines that are none. */
export interface Table {
  readonly heads: readonly string[];
  readonly rows: readonly TableRow[];
  readonly leftOut: readonly { readonly at: number; readonly why: (typeof LEFT_OUT)[number] }[];
}

/** Heads are looked for among so many lines from the top; what is longer is no head. */
const LINES_ABOVE = 20;
const LONGEST_HEAD = 40;
/** So many words that head columns are no chance, however many other heads there are. */
const MANY = 5;

/** A cell on one line, with single spaces. */
export const tidyCell = (cell: string): string => cell.replaceAll(/\s+/g, ' ').trim();

const filled = (cells: readonly string[]) => cells.filter((cell) => cell !== '');
const isNumber = (cell: string) => /^[\d\s.,/%-]+$/.test(cell);

/** How well a line serves as heads: the sum of how well each cell fits a field; 0 where fewer than two do. */
function fitsAsHeads(cells: readonly string[]): number {
  const texts = filled(cells);
  const fits = texts.map((cell) =>
    cell.length > LONGEST_HEAD || isNumber(cell) ? 0 : Math.max(...FIELDS.map((field) => headFits(cell, field))),
  );
  const known = fits.filter((fit) => fit > 0).length;
  return known >= Math.min(2, texts.length) && (known * 3 >= texts.length || known >= MANY) ? fits.reduce((sum, fit) => sum + fit, 0) : 0;
}

/**
 * Finds the table in a sheet: heads below titles, in one line or two; rows without empty lines, totals and repeated heads. Where no line serves
 * as heads, every line is a row.
 * @param isGroup whether a line of one cell heads the rows below it
 */
export function findTable({ rows }: Sheet, isGroup: (cell: string) => boolean): Table {
  const lines = rows.map((cells, index) => ({ at: index + 1, cells: cells.map(tidyCell) })).filter(({ cells }) => filled(cells).length > 0);
  const width = Math.max(0, ...lines.map(({ cells }) => cells.findLastIndex((cell) => cell !== '') + 1));
  const scores = lines.slice(0, LINES_ABOVE).map(({ cells }) => fitsAsHeads(cells));
  const best = Math.max(0, ...scores);
  const first = best > 0 ? scores.indexOf(best) : -1;
  const { heads, below } =
    first < 0
      ? { heads: [], below: 0 }
      : headsAt(
          lines.map(({ cells }) => cells),
          first,
        );
  const wide = Array.from({ length: width }, (_, column) => heads[column] ?? '');
  const keys = wide.map(headKey);
  const leftOut: { at: number; why: (typeof LEFT_OUT)[number] }[] = lines
    .slice(0, Math.max(0, first))
    .map(({ at }) => ({ at, why: 'title' }));
  const found: TableRow[] = [];
  let heading: string | null = null;
  for (const { at, cells } of lines.slice(below)) {
    const texts = filled(cells);
    const why = isTotal(cells) ? 'total' : first >= 0 && isHeadAgain(cells, keys) ? 'head again' : null;
    if (why) leftOut.push({ at, why });
    else if (width > 2 && texts.length === 1 && isGroup(texts[0]!)) {
      heading = texts[0]!;
      leftOut.push({ at, why: 'heading' });
    } else found.push({ at, heading, cells: wide.map((_, column) => cells[column] ?? '') });
  }
  return { heads: wide, rows: found, leftOut };
}

/** Heads of the line at `first`, with the names of groups above them and the parts below them; and the first line below. */
function headsAt(lines: readonly (readonly string[])[], first: number): { heads: string[]; below: number } {
  const own = lines[first]!;
  const above = lines[first - 1] ?? [];
  const under = lines[first + 1] && isUnderHeads(own, lines[first + 1]!) ? lines[first + 1]! : [];
  const width = Math.max(own.length, under.length);
  const heads: string[] = [];
  let [group, over] = ['', ''];
  for (let column = 0; column < width; column += 1) {
    const head = own[column] ?? '';
    group = above[column] || (head === '' || yearInHead(head) !== null ? group : '');
    over = head || over;
    const part = under[column] ?? '';
    heads.push(part ? `${over} ${part}` : (yearInHead(head) !== null || head === '') && group ? `${group} ${head}`.trim() : head);
  }
  return { heads, below: first + (under.length > 0 ? 2 : 1) };
}

/** A second line of heads: only years, or words that head columns, and gaps where the first line says all. */
function isUnderHeads(own: readonly string[], below: readonly string[]): boolean {
  const texts = filled(below);
  return (
    texts.length < filled(own).length + 2 &&
    below.some((cell) => cell === '') &&
    texts.every((cell) => /^(19|20)\d\d$/.test(cell) || (!isNumber(cell) && FIELDS.some((field) => headFits(cell, field) === 1)))
  );
}

const isTotal = (cells: readonly string[]): boolean =>
  filled(cells)
    .slice(0, 2)
    .some((cell) => /^(?:grand |sub)?-?\s?(?:totals?|sum)\b[\s:]*(?:seeds?|lots?|packets?)?$/i.test(cell)) &&
  filled(cells)
    .slice(1)
    .every((cell) => isNumber(cell) || /^(?:totals?|sum)\b|^\D{0,3}[\d.,]+\s?\D{0,8}$/i.test(cell));

function isHeadAgain(cells: readonly string[], keys: readonly string[]): boolean {
  const compared = cells.map((cell, column) => [headKey(cell), keys[column] ?? ''] as const).filter(([key]) => key !== '');
  return compared.length > 1 && compared.filter(([key, head]) => head.includes(key)).length * 5 >= compared.length * 4;
}
