import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { findTable } from '#core/sheets/findTable.ts';
import { guessColumns } from '#core/sheets/guessColumns.ts';
import type { Library } from '#core/sheets/library.ts';
import { reviewSheets } from '#core/sheets/review.ts';
import { readSheetFile } from './sheetFile.server.ts';
import { EMPTY_LIBRARY, readCrop } from '../../tests/support/sheetLibrary.ts';

const EMPTY: Library = { ...EMPTY_LIBRARY, places: [{ id: 1, name: 'Shelf' }] };

/** A file of the sample data as it is guessed, with these answers. */
async function bring(name: string, answers: Readonly<Record<string, string>>) {
  const read = await readSheetFile(new Uint8Array(readFileSync(join(import.meta.dirname, '../../demo/sheets', name))));
  if (!read.ok) throw new Error(read.problem.code);
  const readings = read.sheets.map((sheet, at) => {
    const table = findTable(sheet, (cell) => ['exact', 'several'].includes(readCrop(cell).is));
    return { sheet: at, table, ...guessColumns(table, readCrop) };
  });
  const { rows } = reviewSheets(readings, EMPTY, answers);
  const wrong = rows
    .filter(({ level }) => level === 'wrong')
    .flatMap(({ at, notes }) => notes.filter(({ level }) => level === 'wrong').map(({ code }) => `${at} ${code}`));
  return { things: readings.map(({ thing }) => thing), rows: rows.length, wrong };
}

// Three sheets of ten years, of three habits: columns are guessed, one or two crops are asked, and what is left are cells that nobody could read.
test.each([
  ['shelf-book.csv', { 'crop:winter squash': 'winter-squash' }, { things: ['lots'], rows: 64, wrong: 0 }],
  ['seed-swap.xlsx', { 'crop:winter squashs': 'winter-squash' }, { things: ['lots', 'people', 'loans'], rows: 92, wrong: 1 }],
  ['collection.ods', { 'crop:winter squash': 'winter-squash', 'crop:kail': 'kale' }, { things: ['lots'], rows: 29, wrong: 0 }],
] as const)('%s comes in', async (name, answers, expected) => {
  const crop = (id: string) => EMPTY.crops.find((one) => one.id === id || one.name.toLowerCase().startsWith(id.replace('-', ' ')))!.id;
  const settled = Object.fromEntries(Object.entries(answers).map(([question, id]) => [question, crop(id)]));
  const { wrong, ...read } = await bring(name, settled);
  expect({ ...read, wrong: wrong.length, codes: wrong }).toMatchObject({ ...expected, things: [...expected.things] });
});
