import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { countBorrowers, listYears, readYear } from '#data/exchange/yearReport.ts';
import { findImport } from '#data/exchange/imports.ts';
import { acting } from '#services/command.server.ts';
import { workOnImports } from '#services/exchange/background.server.ts';
import { beginImport, settleColumns, writeInBackground } from '#services/exchange/importing.server.ts';
import { readSheetFile } from '#services/exchange/sheetFile.server.ts';
import { undo } from '#services/undo.server.ts';
import { xlsxOf, type Cell } from '../support/sheets.ts';
import { NOW, preparedLibrary, takeIn, type Library } from './database.ts';

let library: Library;
const now = () => NOW;
const asked = () => acting(library.db, library.coordinator, NOW);

/** Brings a workbook in as it is guessed, and gives the act that did. */
async function bring(sheets: Readonly<Record<string, readonly (readonly Cell[])[]>>): Promise<string> {
  const [id, actKey] = [randomUUID(), randomUUID()];
  await beginImport(asked(), { id, actKey, name: 'year.xlsx', contents: xlsxOf(sheets) });
  await workOnImports(library.db, now, readSheetFile);
  await settleColumns(asked(), id, (await findImport(library.db, id))!.sheets);
  await workOnImports(library.db, now, readSheetFile);
  await writeInBackground(asked(), id, false);
  await workOnImports(library.db, now, readSheetFile);
  expect((await findImport(library.db, id))!.state).toBe('done');
  return actKey;
}

const SEEDS: readonly (readonly Cell[])[] = [
  ['No', 'Crop', 'Variety', 'Harvest year', 'Received', 'Amount', 'How acquired'],
  ['P1', 'Pea', 'Signal Arm', 2024, '2025-02-01', '300 seeds', 'donated'],
  ['P2', 'Pea', 'Ground Frame', 2025, '2026-02-01', '200 seeds', 'bought'],
  ['T1', 'Tomato', 'Ruby Lamp', 2025, '2026-03-01', '4000 seeds', 'donated'],
];

beforeAll(async () => {
  library = await preparedLibrary();
  await bring({
    Seeds: SEEDS,
    Tests: [
      ['Lot no', 'Date tested', 'Seeds sown', 'Came up'],
      ['P1', '2026-01-05', 20, 18],
      ['P2', '2026-02-05', 20, 4],
      ['P1', '2025-03-05', 10, 9],
    ],
    Loans: [
      ['Member', 'Lot', 'Lent on', 'Packets', 'Returned', 'Outcome'],
      ['Ann Moor', 'P1', '2026-03-20', 2, '2026-09-20', ''],
      ['Cal Moor', 'P1', '2026-03-21', 1, '2026-10-01', 'slugs ate it, failed'],
      ['Ann Moor', 'T1', '2026-03-22', 1, '', ''],
      ['Cal Moor', 'P1', '2025-03-21', 1, '2025-10-01', ''],
    ],
  });
});

const LEVELS = { full: 0.8, lend: 0.5 };
const yearOf = async (year: number) => new Map((await readYear(library.db, year, LEVELS)).map((family) => [family.family, family]));

test('each thing counts in its own year and family', async () => {
  const [now, before] = [await yearOf(2026), await yearOf(2025)];
  expect(now.get('Fabaceae')).toMatchObject({
    came: 1,
    bought: 1,
    donated: 0,
    tests: 2,
    seedsTested: 40,
    sprouted: 22,
    good: 1,
    poor: 1,
    loans: 2,
    packets: 3,
    members: 2,
    returned: 1,
    failed: 1,
    linesInStore: 2,
  });
  expect(now.get('Solanaceae')).toMatchObject({ came: 1, donated: 1, tests: 0, loans: 1, packets: 1, returned: 0 });
  expect(before.get('Fabaceae')).toMatchObject({ came: 1, tests: 1, loans: 1, returned: 1 });
  expect(before.get('Solanaceae')).toMatchObject({ came: 0, loans: 0 });
  // Families of which nothing is there, and in which nothing happened, are not told.
  expect(now.has('Apiaceae')).toBe(false);
});

test('a member who borrowed of two families is one', async () => {
  expect(await countBorrowers(library.db, 2026)).toBe(2);
  expect(await countBorrowers(library.db, 2024)).toBe(0);
});

test('what was undone never happened', async () => {
  const before = await yearOf(2026);
  const act = await bring({ Seeds: [SEEDS[0]!, ['X1', 'Pea', 'Never Was', 2025, '2026-04-01', '300 seeds', 'donated']] });
  expect((await yearOf(2026)).get('Fabaceae')!.came).toBe(2);
  expect(await undo(asked(), { key: randomUUID(), act, reason: 'a test' })).toMatchObject({ ok: true });
  expect(await yearOf(2026)).toEqual(before);
});

test('the years are those in which something is recorded, newest first', async () => {
  await takeIn(library, { variety: 'Today’s Own' });
  expect(await listYears(library.db)).toEqual([2026, 2025]);
});
