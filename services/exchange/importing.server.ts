import { headKey, THINGS } from '#core/sheets/fields.ts';
import { findTable, tidyCell } from '#core/sheets/findTable.ts';
import { guessColumns, guessFor } from '#core/sheets/guessColumns.ts';
import type { Thing } from '#core/sheets/fields.ts';
import { cropReader } from '#core/sheets/readCrop.ts';
import type { ColumnFields } from '#core/sheets/row.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { listCropNames } from '#data/almanac/almanac.ts';
import {
  cancelImport,
  changeImport,
  createImport,
  dropImport,
  findColumns,
  findImport,
  findImportOfAct,
  findRows,
  fixRow,
  lockImport,
  replaceRows,
  saveColumns,
  saveVerdicts,
  type ImportRead,
  type NewRow,
} from '#data/exchange/imports.ts';
import type { ImportedSheet } from '#data/exchange/tables.ts';
import { assertMayGive } from '#services/perform.server.ts';
import type { Acting } from '#services/command.server.ts';
import { readUndoing } from '#services/undo.server.ts';
import { countsOf, digestOf, reviewImport } from './reviewing.server.ts';
import type { SheetsRead } from './sheetFile.server.ts';

// Working on an import: nothing of the library is touched until it is written, by its own command.

type Asked = Pick<Acting, 'db' | 'actor' | 'now' | 'today'>;

/** What stands against a step of an import: it is not there, or is at another step by now. */
export type ImportProblem = { readonly code: 'no such import' } | { readonly code: 'not now' };
type Done = { readonly ok: true } | { readonly ok: false; readonly problem: ImportProblem };

/** So many rows are reviewed while somebody waits; more of them in the background. */
const AT_ONCE = 1500;
const SAMPLES = 5;
const LONGEST_SAMPLE = 60;

const assertMayImport = ({ actor }: Asked) => assertMayGive(actor, 'sheet imported');

/** Takes a file in to be read in the background. Sent twice, it is one import. */
export async function beginImport(
  asked: Asked,
  file: { readonly id: string; readonly actKey: string; readonly name: string; readonly contents: Uint8Array },
): Promise<void> {
  assertMayImport(asked);
  const { db, actor, now } = asked;
  await createImport(db, { ...file, fileName: file.name, accountId: actor.accountId, now });
}

/** Finds the tables in what was read from a file, guesses what they hold, and waits for somebody to confirm it. */
export async function setUpSheets(
  db: Db,
  one: ImportRead,
  read: SheetsRead,
  { now, tell }: { readonly now: Date; readonly tell: (done: number) => Promise<void> },
): Promise<void> {
  if (!read.ok) return changeImport(db, one.id, { state: 'failed', trouble: JSON.stringify(read.problem), dropContents: true }, now);
  const names = await listCropNames(db);
  const readCrop = cropReader(names.map((crop) => ({ ...crop, species: '' })));
  const isGroup = (cell: string) => ['exact', 'several'].includes(readCrop(cell).is);
  const sheets: ImportedSheet[] = [];
  const rows: NewRow[] = [];
  for (const [index, sheet] of read.sheets.entries()) {
    const table = findTable(sheet, isGroup);
    const heads = table.heads;
    const kept = await findColumns(db, headsKey(heads));
    const guess = kept ?? guessColumns(table, readCrop);
    const samples = heads.map((_, column) =>
      table.rows
        .map(({ cells }) => cells[column]!.slice(0, LONGEST_SAMPLE))
        .filter((cell) => cell !== '')
        .slice(0, SAMPLES),
    );
    sheets.push({
      name: sheet.name,
      rows: table.rows.length,
      heads,
      samples,
      leftOut: table.leftOut.slice(0, 200),
      thing: table.rows.length > 0 ? guess.thing : null,
      columns: heads.map((_, column) => guess.columns[column] ?? null),
      isRemembered: kept !== undefined,
    });
    rows.push(...table.rows.map(({ at, cells, heading }) => ({ sheet: index, at, cells, heading })));
  }
  await replaceRows(db, one.id, rows, tell);
  await changeImport(db, one.id, { state: 'columns', sheets, dropContents: true }, now);
}

/** The heads of a sheet as they are known again. */
const headsKey = (heads: readonly string[]): string => heads.map(headKey).join(' | ');

/** What the columns of each sheet seem to hold, whichever thing it should turn out to list; as they are set up for what it lists now. */
export async function guessesOf(db: Db, { sheets }: Pick<ImportRead, 'sheets'>): Promise<Readonly<Record<Thing, ColumnFields>>[]> {
  const readCrop = cropReader((await listCropNames(db)).map((crop) => ({ ...crop, species: '' })));
  return sheets.map(({ heads, samples, thing: now, columns }) => {
    const rows = Array.from({ length: SAMPLES }, (_, at) => ({ at, heading: null, cells: samples.map((ofColumn) => ofColumn[at] ?? '') }));
    return Object.fromEntries(
      THINGS.map((thing) => [thing, thing === now ? columns : guessFor(thing, { heads, rows, leftOut: [] }, readCrop)]),
    ) as Record<Thing, ColumnFields>;
  });
}

async function inState(
  asked: Asked,
  id: string,
  states: readonly ImportRead['state'][],
  work: (tx: Db, one: ImportRead) => Promise<void>,
): Promise<Done> {
  assertMayImport(asked);
  return asked.db.transaction().execute(async (tx) => {
    const one = await lockImport(tx, id);
    if (!one) return { ok: false, problem: { code: 'no such import' } };
    if (!states.includes(one.state)) return { ok: false, problem: { code: 'not now' } };
    await work(tx, one);
    return { ok: true };
  });
}

/** Settles what each sheet lists and what its columns hold, remembers it for the next file of this kind, and has all rows reviewed. */
export function settleColumns(
  asked: Asked,
  id: string,
  settled: readonly { readonly thing: Thing | null; readonly columns: ColumnFields }[],
): Promise<Done> {
  return inState(asked, id, ['columns', 'reviewed'], async (tx, one) => {
    const sheets = one.sheets.map((sheet, index) => {
      const { thing, columns } = settled[index] ?? { thing: null, columns: [] };
      // A sheet that is left out keeps its columns, in case it is taken in after all.
      return thing === null ? { ...sheet, thing } : { ...sheet, thing, columns: sheet.heads.map((_, column) => columns[column] ?? null) };
    });
    for (const { thing, heads, columns } of sheets)
      if (thing !== null && heads.some((head) => head !== ''))
        await saveColumns(tx, { heads: headsKey(heads), thing, columns, on: asked.today });
    await changeImport(tx, id, { state: 'to review', sheets }, asked.now);
  });
}

/** Goes back to what the columns hold. */
export const reopenColumns = (asked: Asked, id: string): Promise<Done> =>
  inState(asked, id, ['reviewed'], (tx) => changeImport(tx, id, { state: 'columns' }, asked.now));

/** Takes answers to questions, each for all rows that ask it, and reviews the rows again. */
export function answerQuestions(asked: Asked, id: string, answers: Readonly<Record<string, string>>): Promise<Done> {
  return inState(asked, id, ['reviewed'], async (tx, one) => {
    await changeImport(tx, id, { answers: { ...one.answers, ...answers } }, asked.now);
    await reviewAgain(tx, id, asked);
  });
}

/** Takes an answer back, so that it is asked again. */
export function takeAnswerBack(asked: Asked, id: string, question: string): Promise<Done> {
  return inState(asked, id, ['reviewed'], async (tx, one) => {
    const answers = Object.fromEntries(Object.entries(one.answers).filter(([key]) => key !== question));
    await changeImport(tx, id, { answers }, asked.now);
    await reviewAgain(tx, id, asked);
  });
}

/** Corrects cells, beside what was written, and reviews the rows again. A cell that says again what was written is corrected no more. */
export function fixCells(
  asked: Asked,
  id: string,
  cells: readonly { readonly sheet: number; readonly at: number; readonly column: number; readonly said: string }[],
): Promise<Done> {
  return inState(asked, id, ['reviewed'], async (tx, one) => {
    for (const sheet of new Set(cells.map((cell) => cell.sheet))) {
      const ofSheet = cells.filter((cell) => cell.sheet === sheet && cell.column < (one.sheets[sheet]?.heads.length ?? 0));
      for (const row of await findRows(tx, id, sheet, [...new Set(ofSheet.map(({ at }) => at))])) {
        const said = new Map(Object.entries(row.fixed ?? {}));
        for (const cell of ofSheet) if (cell.at === row.at) said.set(String(cell.column), tidyCell(cell.said));
        const fixed = [...said].filter(([column, text]) => text !== (row.cells[Number(column)] ?? ''));
        await fixRow(tx, id, row, fixed.length > 0 ? Object.fromEntries(fixed) : null);
      }
    }
    await reviewAgain(tx, id, asked);
  });
}

/** Few rows are reviewed at once, many in the background. */
async function reviewAgain(tx: Db, id: string, { now, today }: { readonly now: Date; readonly today: Day }): Promise<void> {
  const one = (await findImport(tx, id))!;
  if (one.sheets.reduce((sum, { rows }) => sum + rows, 0) > AT_ONCE) return changeImport(tx, id, { state: 'to review' }, now);
  await reviewRows(tx, one, { now, today });
}

/** Reviews all rows of an import and keeps what is said of them. */
export async function reviewRows(
  tx: Db,
  one: ImportRead,
  {
    now,
    today,
    tell = () => Promise.resolve(),
  }: { readonly now: Date; readonly today: Day; readonly tell?: (done: number) => Promise<void> },
): Promise<void> {
  // Looking at the rows is one half of it, keeping what was seen the other.
  const half = (done: number) => Math.floor(done / 2);
  const review = await reviewImport(tx, one, today, (done) => tell(half(done)));
  await saveVerdicts(tx, one.id, review.rows, (done) => tell(half(review.rows.length + done)));
  await changeImport(
    tx,
    one.id,
    {
      state: 'reviewed',
      questions: review.questions.slice(0, MOST_QUESTIONS),
      counts: countsOf(review),
      digest: digestOf(review),
      trouble: null,
    },
    now,
  );
}

/** Nobody answers more one by one; the rest come when these are answered. */
const MOST_QUESTIONS = 300;

/** Has all rows written that can be, in the background; `onlyGood` leaves those out of which something is doubtful. */
export const writeInBackground = (asked: Asked, id: string, onlyGood: boolean): Promise<Done> =>
  inState(asked, id, ['reviewed'], (tx) => changeImport(tx, id, { state: 'to write', onlyGood, trouble: null }, asked.now));

/**
 * Lets the background take back an import of many rows: it takes as long as it took to come.
 * @returns the import; null where the act is none, or so small that it is undone at once, or where something stands against it
 */
export async function undoInBackground(
  asked: Asked,
  undoing: { readonly key: string; readonly act: string; readonly reason?: string | null | undefined },
): Promise<string | null> {
  const { db, actor, now } = asked;
  const found = await findImportOfAct(db, undoing.act);
  if (!found || found.sheets.reduce((sum, { rows }) => sum + rows, 0) <= AT_ONCE) return null;
  const { against, wantsReason } = await readUndoing(db, actor, undoing.act);
  if (against || (wantsReason && !undoing.reason)) return null;
  const undo = { key: undoing.key, accountId: actor.accountId, reason: undoing.reason ?? null };
  // Sent twice, or by two at once: it is under way.
  await inState(asked, found.id, ['done'], (tx) => changeImport(tx, found.id, { state: 'to undo', trouble: null, undo }, now));
  return found.id;
}

/** Calls off what the background does with an import. */
export async function callOff(asked: Asked, id: string): Promise<void> {
  assertMayImport(asked);
  await cancelImport(asked.db, id);
}

/** Throws an import away that was not written. */
export async function throwAway(asked: Asked, id: string): Promise<void> {
  assertMayImport(asked);
  await dropImport(asked.db, id);
}
