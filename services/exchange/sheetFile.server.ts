import { parse } from 'csv-parse/sync';
import { unzipSync, strFromU8 } from 'fflate';
import readXlsxFile from 'read-excel-file/node';
import type { Sheet } from '#core/sheets/findTable.ts';
import { sheetNamed } from '#words/exchange.ts';
import { readOds } from './readOds.server.ts';

export type FileProblem =
  | { readonly code: 'empty file' | 'not a sheet' | 'old workbook' | 'web page' | 'damaged file' | 'locked file' }
  | { readonly code: 'too large' }
  | { readonly code: 'too many rows'; readonly most: number }
  | { readonly code: 'too many columns'; readonly most: number };

export type SheetsRead = { readonly ok: true; readonly sheets: readonly Sheet[] } | { readonly ok: false; readonly problem: FileProblem };

/** More than any community library has recorded; a larger file is split by whoever has it. */
export const MOST_ROWS = 100_000;
export const MOST_COLUMNS = 300;
/** What a packed file may hold once it is unpacked. */
const MOST_UNPACKED_BYTES = 250 * 2 ** 20;
const LONGEST_CELL = 2000;
const MOST_SHEETS = 40;

const fail = (problem: FileProblem): SheetsRead => ({ ok: false, problem });
const begins = (bytes: Uint8Array, ...values: readonly number[]) => values.every((value, index) => bytes[index] === value);

/**
 * Reads a file with sheets as text, cell by cell: XLSX, ODS, or lines separated by commas, semicolons, tabs or bars in any usual encoding. What it is
 * is told by its contents and not by its name. Formulas are read as the values that were kept with them; macros are not looked at.
 */
export async function readSheetFile(bytes: Uint8Array): Promise<SheetsRead> {
  if (bytes.every((byte) => byte === 0 || byte === 0x20 || byte === 0x0a || byte === 0x0d)) return fail({ code: 'empty file' });
  if (begins(bytes, 0xd0, 0xcf, 0x11, 0xe0)) return fail({ code: isEncrypted(bytes) ? 'locked file' : 'old workbook' });
  if (begins(bytes, 0x50, 0x4b)) return readPacked(bytes);
  const text = decode(bytes);
  if (/^\s*(?:<!doctype html|<html|<\?xml[^>]*>\s*<(?:html|workbook)|<table)/i.test(text.slice(0, 2000))) return fail({ code: 'web page' });
  if (isBinary(text)) return fail({ code: 'not a sheet' });
  return bounded([{ name: sheetNamed(1), rows: readLines(text) }]);
}

/** A workbook with a password is wrapped in the old container, with a stream of this name. */
const isEncrypted = (bytes: Uint8Array): boolean =>
  Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).includes(Buffer.from('EncryptedPackage', 'utf16le'));

async function readPacked(bytes: Uint8Array): Promise<SheetsRead> {
  const names: string[] = [];
  let unpacked = 0;
  try {
    // Only the list of contents is looked at; nothing is unpacked yet.
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        names.push(name);
        unpacked += originalSize;
        return false;
      },
    });
    if (unpacked > MOST_UNPACKED_BYTES) return fail({ code: 'too large' });
    if (names.includes('xl/workbook.xml')) return bounded(await readXlsx(bytes));
    if (!names.includes('content.xml')) return fail({ code: 'not a sheet' });
    const { 'content.xml': content } = unzipSync(bytes, { filter: ({ name }) => name === 'content.xml' });
    return bounded(readOds(strFromU8(content!), { rows: MOST_ROWS, columns: MOST_COLUMNS }));
  } catch {
    return fail({ code: 'damaged file' });
  }
}

async function readXlsx(bytes: Uint8Array): Promise<Sheet[]> {
  const sheets = await readXlsxFile(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength), { trim: false });
  return sheets.map(({ sheet, data }) => ({ name: sheet, rows: data.map((row) => row.map(textOf)) }));
}

function textOf(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : value.toISOString().slice(0, 10);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(Number(value.toPrecision(12)));
  return String(value as string);
}

const UTF8 = new TextDecoder('utf-8', { fatal: true });

/** Text in the encoding that its marks or its bytes tell: Unicode where it is, else that of older spreadsheets. */
function decode(bytes: Uint8Array): string {
  if (begins(bytes, 0xff, 0xfe)) return new TextDecoder('utf-16le').decode(bytes);
  if (begins(bytes, 0xfe, 0xff)) return new TextDecoder('utf-16be').decode(bytes);
  const zeros = (from: number) => Array.from({ length: 100 }, (_, index) => bytes[from + 2 * index]).filter((byte) => byte === 0).length;
  if (bytes.length > 200 && zeros(1) > 60) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes.length > 200 && zeros(0) > 60) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return UTF8.decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** Whether a text is none: many characters that nobody types. */
function isBinary(text: string): boolean {
  const some = text.slice(0, 4000);

  return (some.match(/[\u0001-\u0008\u000e-\u001f]/g)?.length ?? 0) * 50 > some.length;
}

const DELIMITERS = [',', ';', '\t', '|'] as const;
const LINES_TRIED = 40;

const lines = (text: string, delimiter: string, most: number, quote: '"' | false): string[][] =>
  parse(text, {
    delimiter,
    quote,
    bom: true,
    relax_quotes: true,
    relax_column_count: true,
    skip_empty_lines: false,
    to: most,
    max_record_size: 1_000_000,
  });

/** Lines split at the separator that gives the most cells most evenly. Where a quote is never closed, quotes are letters. */
function readLines(text: string): string[][] {
  const head = text
    .split(/\r\n|\n|\r/)
    .slice(0, LINES_TRIED)
    .join('\n');
  const delimiter = DELIMITERS.map((one) => ({ one, score: evenness(tryLines(head, one)) })).reduce((best, next) =>
    next.score > best.score ? next : best,
  ).one;
  const rows = tryLines(text, delimiter, MOST_ROWS + 1);
  return rows.map((row) => row.map((cell) => /^="(.*)"$/.exec(cell)?.[1] ?? cell));
}

function tryLines(text: string, delimiter: string, most = LINES_TRIED): string[][] {
  try {
    return lines(text, delimiter, most, '"');
  } catch {
    return lines(text, delimiter, most, false);
  }
}

function evenness(rows: readonly (readonly string[])[]): number {
  const widths = rows.filter((row) => row.some((cell) => cell.trim() !== '')).map(({ length }) => length);
  const usual = [...widths].sort((one, other) => one - other)[Math.floor(widths.length / 2)] ?? 0;
  return usual < 2 ? 0 : (widths.filter((width) => width === usual).length / widths.length) * (1 + Math.log(usual));
}

/** Refuses more than can be looked through, and drops what no text can hold. */
function bounded(sheets: readonly Sheet[]): SheetsRead {
  const some = sheets
    .map(({ name, rows }) => ({ name: clean(name).slice(0, 100), rows: withoutEmptyEnd(rows) }))
    .filter(({ rows }) => rows.length > 0);
  if (some.length === 0) return fail({ code: 'empty file' });
  if (some.length > MOST_SHEETS || some.reduce((sum, { rows }) => sum + rows.length, 0) > MOST_ROWS)
    return fail({ code: 'too many rows', most: MOST_ROWS });
  const clipped = some.map(({ name, rows }) => ({
    name,
    rows: rows.map((row) => row.slice(0, row.findLastIndex((cell) => cell.trim() !== '') + 1).map(clean)),
  }));
  if (clipped.some(({ rows }) => rows.some(({ length }) => length > MOST_COLUMNS)))
    return fail({ code: 'too many columns', most: MOST_COLUMNS });
  return { ok: true, sheets: clipped };
}

const withoutEmptyEnd = (rows: Sheet['rows']): Sheet['rows'] =>
  rows.slice(0, rows.findLastIndex((row) => row.some((cell) => cell.trim() !== '')) + 1);

const clean = (cell: string): string =>
  cell

    .replaceAll(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\u200b\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/g, '')
    .replaceAll(/[\r\n]+/g, ' ')
    .toWellFormed()
    .slice(0, LONGEST_CELL);
