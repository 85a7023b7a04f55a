import { FIELDS, FIELDS_OF, headFits, SEVERAL, THINGS, yearInHead, type Field, type Thing } from './fields.ts';
import type { Table } from './findTable.ts';
import type { CropRead } from './readCrop.ts';
import type { ColumnFields } from './row.ts';

/** What a sheet seems to be a list of, and what its columns seem to hold. */
export interface Guess {
  readonly thing: Thing;
  readonly columns: ColumnFields;
}

/** So many rows, spread over the sheet, show what a column holds. */
const LOOKED_AT = 200;
/** A column's contents count less than a head that fits, and more than none. */
const BY_CONTENTS = 0.55;
const LEAST = 0.3;

const PATTERNS: Readonly<Partial<Record<Field, RegExp>>> = {
  germination: /^\d{1,3}\s*\/\s*\d{1,3}$|^\d{1,3}\s*%$|^\d{1,3} (?:of|out of) \d{1,3}$/,
  amount: /^(?:abt|about|c\.?|~)?\s*\d+(?:[.,/]\d+)?\s*(?:g|kg|mg|oz|lb|seeds?|pkts?|packets?)\.?$/i,
  email: /^[^\s@]+@[^\s@]+$/,
  phone: /^\+?[\d\s()-]{7,}$/,
  harvested:
    /^\d{1,2}[./-]\d{1,2}[./-]\d{2,4}$|^\d{4}-\d\d-\d\d$|^['’]?\d\d$|^(?:19|20)\d\d\??$|^(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\.? \d{2,4}$|^(?:spring|summer|autumn|fall|winter) \d{4}$/i,
  takenIn: /^\d{1,2}[./-]\d{1,2}[./-]\d{2,4}$|^\d{4}-\d\d-\d\d$/,
  testedOn: /^\d{1,2}[./-]\d{1,2}[./-]\d{2,4}$|^\d{4}-\d\d-\d\d$/,
  lentOn: /^\d{1,2}[./-]\d{1,2}[./-]\d{2,4}$|^\d{4}-\d\d-\d\d$/,
  kind: /^(?:op|f1|hybrid|heirloom|o\.p\.?)$/i,
  donor: /^\p{Lu}[\p{L}.'’-]+(?: (?:&|and))?(?: \p{Lu}[\p{L}.'’-]+){1,2}$/u,
  person: /^\p{Lu}[\p{L}.'’-]+(?: (?:&|and))?(?: \p{Lu}[\p{L}.'’-]+){1,2}$|^\p{Lu}[\p{L}'’-]+, \p{Lu}\p{L}+$/u,
  celsius: /^-?\d{1,2}\s?°?\s?[cf]$/i,
  isMember: /^(?:y|n|yes|no)$/i,
};

/** Fields whose cells have a shape: a head that only hints at one counts for nothing where no cell has it. */
const SHAPED: readonly Field[] = ['harvested', 'takenIn', 'testedOn', 'lentOn', 'email', 'phone', 'germination'];

/** Guesses what a sheet lists and what each column holds, from heads first and contents where heads say nothing. */
export function guessColumns(table: Table, readCrop: (text: string) => CropRead<unknown>): Guess {
  const samples = table.heads.map((_, column) => sampleOf(table, column));
  const fits = table.heads.map((head, column) => new Map(FIELDS.map((field) => [field, fitOf(head, samples[column]!, field, readCrop)])));
  const guesses = THINGS.map((thing) => ({ thing, ...assign(thing, table, fits) }));
  const best = guesses.reduce((one, other) => (other.score > one.score ? other : one));
  return { thing: best.thing, columns: best.columns };
}

/** What the columns seem to hold where it is settled what the sheet lists. */
export function guessFor(thing: Thing, table: Table, readCrop: (text: string) => CropRead<unknown>): ColumnFields {
  const samples = table.heads.map((_, column) => sampleOf(table, column));
  return assign(
    thing,
    table,
    table.heads.map((head, column) => new Map(FIELDS.map((field) => [field, fitOf(head, samples[column]!, field, readCrop)]))),
  ).columns;
}

function sampleOf({ rows }: Table, column: number): string[] {
  const every = Math.max(1, Math.floor(rows.length / LOOKED_AT));
  return rows.flatMap(({ cells }, index) => (index % every === 0 && cells[column] ? [cells[column]] : []));
}

function fitOf(head: string, sample: readonly string[], field: Field, readCrop: (text: string) => CropRead<unknown>): number {
  const byHead = headFits(head, field);
  const ofYear = field === 'germination' && yearInHead(head) !== null ? 0.7 : 0;
  const share = sample.length === 0 ? 0 : sample.filter((cell) => looksLike(cell, field, readCrop)).length / sample.length;
  if (byHead < 1 && sample.length > 0 && share === 0 && SHAPED.includes(field)) return 0;
  // A head of "Hybrid" over ticks and a head of "Name" over crops say different things: contents break ties between heads.
  return Math.max(byHead, ofYear) + share * BY_CONTENTS;
}

function looksLike(cell: string, field: Field, readCrop: (text: string) => CropRead<unknown>): boolean {
  if (field === 'crop') return readCrop(cell).is === 'exact' || readCrop(cell).is === 'several';
  if (field === 'name') {
    const words = cell.split(/[\s,]+/);
    const isIn = (text: string | undefined) => text !== undefined && readCrop(text).is === 'exact';
    return words.length > 1 && readCrop(cell).is === 'none' && (isIn(words[0]) || isIn(words.at(-1)) || isIn(words.slice(0, 2).join(' ')));
  }
  return PATTERNS[field]?.test(cell) ?? false;
}

/** Gives each column the field that fits it best, best fits first; a field goes once, unless there may be several. */
function assign(thing: Thing, table: Table, fits: readonly ReadonlyMap<Field, number>[]): { columns: ColumnFields; score: number } {
  const { fields, needs } = FIELDS_OF[thing];
  const offers = fits
    .flatMap((ofColumn, column) => fields.map((field, rank) => ({ column, field, rank, fit: ofColumn.get(field)! })))
    .filter(({ fit }) => fit >= LEAST)
    .sort((one, other) => other.fit - one.fit || one.rank - other.rank || one.column - other.column);
  const columns: (Field | null)[] = table.heads.map(() => null);
  const taken = new Set<Field>();
  let score = 0;
  for (const { column, field, fit } of offers) {
    const isSecond = taken.has(field);
    if (
      columns[column] !== null ||
      (isSecond && (!SEVERAL.includes(field) || (field === 'germination' && yearInHead(table.heads[column]!) === null)))
    )
      continue;
    columns[column] = field;
    taken.add(field);
    score += fit;
  }
  // What nobody can place is kept in the notes rather than lost.
  if (fields.includes('note'))
    for (const [column, head] of table.heads.entries())
      if (columns[column] === null && head !== '' && table.rows.some(({ cells }) => cells[column])) columns[column] = 'note';
  const missing = needs.filter((some) => !some.some((field) => taken.has(field))).length;
  return { columns: oneName(columns), score: score / Math.sqrt(Math.max(1, table.heads.length)) - missing * 2 };
}

/** Crop and variety in columns of their own leave none that holds both. */
function oneName(columns: readonly (Field | null)[]): (Field | null)[] {
  const hasBoth = columns.includes('crop') && columns.includes('variety');
  if (columns.includes('name') && hasBoth) return columns.map((field) => (field === 'name' ? 'note' : field));
  // A column of both beside one of crops holds the variety; alone under the head of a variety it may hold both, which is read all the same.
  if (columns.includes('name') && columns.includes('crop')) return columns.map((field) => (field === 'name' ? 'variety' : field));
  return [...columns];
}
