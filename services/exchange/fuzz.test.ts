import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { findTable } from '#core/sheets/findTable.ts';
import { guessColumns } from '#core/sheets/guessColumns.ts';
import type { Library } from '#core/sheets/library.ts';
import { passportOf } from '#core/sheets/passportOf.ts';
import { reviewSheets } from '#core/sheets/review.ts';
import { storedNotes } from '#contracts/exchange/imports.ts';
import { storedPassport } from '#contracts/intake/passport.ts';
import { noteWords, questionWords, readingWords } from '#words/exchange.ts';
import { readSheetFile } from './sheetFile.server.ts';
import { EMPTY_LIBRARY, readCrop } from '../../tests/support/sheetLibrary.ts';

/** `npm run hostile` asks for 20 000. */
const FILES = Number(process.env['HOSTILE_FILES'] ?? 150);
const SEED = Number(process.env['HOSTILE_SEED'] ?? 20);

const SHEETS = join(import.meta.dirname, '../../demo/sheets');
const sources = readdirSync(SHEETS).map((name) => new Uint8Array(readFileSync(join(SHEETS, name))));
const LIBRARY: Library = {
  ...EMPTY_LIBRARY,
  lines: [{ id: 1, cropId: 'pea', name: 'Long Siding', aliases: ['Siding'], hasStory: false }],
  people: [{ id: 1, name: 'Hester Crake' }],
  gardens: [{ id: 1, name: 'Long Acre' }],
  places: [{ id: 1, name: 'Fridge' }],
};

/** What people and programs put into cells that nobody thought of. */
const ODD = [
  '=1+1',
  '=HYPERLINK("x")',
  '-',
  '–',
  '0',
  '-5',
  '1e9',
  '99999999999999999999',
  '1900-01-00',
  '31/2/2020',
  '2019-13-45',
  '00000',
  '½',
  '10/0',
  '110 %',
  'NaN',
  '\u202eabc',
  'a'.repeat(3000),
  '🌱',
  '"',
  "'",
  ';;;',
  '\t\t',
  '<script>',
  '${x}',
  '{{x}}',
  'J101',
  'null',
  '__proto__',
  'constructor',
  '2 pkts of 0',
  '1/0 lb',
  '12-11',
  'Fell,',
  '& &',
  'and',
  '..',
  '@',
  '%',
  '   ',
];

/** A file that was damaged somewhere: in its bytes, its cells, its lines or its marks. */
function damaged(random: () => number): Uint8Array {
  const under = (most: number) => Math.floor(random() * most);
  const source = sources[under(sources.length)]!;
  const isText = source[0] !== 0x50;
  if (!isText || random() < 0.3) {
    const bytes = source.slice(0, random() < 0.3 ? under(source.length) : source.length);
    for (let times = under(30); times > 0; times -= 1) bytes[under(bytes.length)] = under(256);
    return bytes;
  }
  const marks = [';', ',', '\t', '|'];
  const mark = marks[under(4)]!;
  let rows = Buffer.from(source)
    .toString('latin1')
    .split('\r\n')
    .map((line) => line.split(';'));
  for (let times = under(60); times > 0; times -= 1) {
    const row = rows[under(rows.length)]!;
    row[under(row.length + 1)] = ODD[under(ODD.length)]!;
  }
  if (random() < 0.2) rows = rows.slice(under(8));
  if (random() < 0.2) rows = rows.map((row) => row.toSorted(() => random() - 0.5));
  if (random() < 0.1) rows = rows.map((row) => [...row, ...Array.from({ length: 60 }, () => '')]);
  const text = rows.map((row) => row.join(mark)).join(random() < 0.5 ? '\n' : '\r\n');
  return new Uint8Array(Buffer.from(random() < 0.2 ? `\ufeff${text}` : text, random() < 0.3 ? 'utf16le' : 'utf8'));
}

test(`of ${FILES} damaged files none breaks anything: each is refused in words, or read, and what would be made of it is sound`, async () => {
  const generator = xoroshiro128plus(SEED);
  const random = () => (generator.next() >>> 0) / 2 ** 32;
  const kinds = { refused: 0, read: 0, made: 0 };
  for (let file = 0; file < FILES; file += 1) {
    const read = await readSheetFile(damaged(random));
    if (!read.ok) {
      kinds.refused += 1;
      continue;
    }
    kinds.read += 1;
    const readings = read.sheets.map((sheet, at) => {
      const table = findTable(sheet, (cell) => readCrop(cell).is === 'exact');
      return { sheet: at, table, ...guessColumns(table, readCrop) };
    });
    const { rows, questions } = reviewSheets(readings, LIBRARY, {});
    storedNotes.parse(rows.flatMap(({ notes }) => notes));
    for (const { notes, made } of rows) {
      for (const note of notes) expect(noteWords({ ...note, said: 'x' })).not.toMatch(/undefined|NaN|\[object/);
      if (!made) continue;
      kinds.made += 1;
      if (made.thing !== 'lots') continue;
      storedPassport.parse(passportOf(made));
      expect([made.takenInOn <= LIBRARY.today, made.line.variety.trim() !== '', made.place.name.trim() !== '']).toEqual([true, true, true]);
      for (const { laid, sprouted, laidOn } of made.tests)
        expect([laid >= 1 && laid <= 400, sprouted >= 0 && sprouted <= laid, laidOn <= LIBRARY.today]).toEqual([true, true, true]);
      if (made.amount)
        expect(
          made.amount.kind === 'count' ? Number.isInteger(made.amount.seeds) && made.amount.seeds > 0 : made.amount.milligrams > 0,
        ).toBe(true);
    }
    for (const { key, note } of questions) {
      expect(questionWords(key, note, 'Head')).toMatch(/\?$|[a-z.]$/i);
      for (const reading of note.readings ?? []) expect(readingWords(key, reading)).not.toMatch(/undefined/);
    }
  }
  expect(kinds.read).toBeGreaterThan(FILES / 4);
  expect(kinds.made).toBeGreaterThan(FILES);
});
