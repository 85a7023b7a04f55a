import { createHash } from 'node:crypto';
import { takesHybrids } from '#core/house/rules.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { nameKey } from '#core/sheets/matchNames.ts';
import type { NewThing } from '#core/sheets/made.ts';
import type { ImportedRow, Library } from '#core/sheets/library.ts';
import { reviewByRows, type Review } from '#core/sheets/review.ts';
import { printOf, type Reading } from '#core/sheets/row.ts';
import type { Db } from '#data/database.ts';
import { readRows, type ImportRead } from '#data/exchange/imports.ts';
import { findImportedRows, readLibrary } from '#data/exchange/library.ts';
import type { ImportCounts } from '#data/exchange/tables.ts';
import { readHouse } from '#data/house/house.ts';

type Rows = Awaited<ReturnType<typeof readRows>>;

/** A review, with the rows as they are written. */
export interface ReviewOfRows extends Review {
  readonly written: Rows;
}

export const hashOf = (text: string): Buffer => createHash('sha256').update(text).digest();

/**
 * Reads all rows of an import as its sheets are set up, against the library as it is now.
 * @param tell is told how many rows are reviewed, and may throw to call it off
 */
export async function reviewImport(db: Db, one: ImportRead, today: Day, tell: (rowsDone: number) => Promise<void>): Promise<ReviewOfRows> {
  const rows = await readRows(db, one.id);
  const readings = readingsOf(one, rows);
  const [known, house] = await Promise.all([readLibrary(db), readHouse(db)]);
  const library: Library = {
    ...known,
    imported: await readImported(db, readings),
    takesHybrids: takesHybrids(house!.rules),
    southern: house!.southern,
    usualOrder: 'day first',
    today,
  };
  const reviewing = reviewByRows(readings, library, one.answers);
  for (;;) {
    const { done, value } = reviewing.next();
    if (done) return { ...value, written: rows };
    await tell(value);
  }
}

/** The sheets that are to be read, with what was corrected in their cells. */
function readingsOf(one: ImportRead, rows: Rows): Reading[] {
  return one.sheets.flatMap((sheet, index) => {
    if (sheet.thing === null) return [];
    const own = rows
      .filter((row) => row.sheet === index)
      .map(({ at, cells, heading, fixed }) => ({
        at,
        heading,
        cells: sheet.heads.map((_, column) => fixed?.[column] ?? cells[column] ?? ''),
      }));
    return [{ sheet: index, thing: sheet.thing, columns: sheet.columns, table: { heads: sheet.heads, rows: own, leftOut: [] } }];
  });
}

/** Which of these rows an earlier import has written. */
async function readImported(db: Db, readings: readonly Reading[]): Promise<Map<string, ImportedRow>> {
  const prints = new Map<string, string>();
  for (const reading of readings)
    for (const row of reading.table.rows) {
      const print = printOf(reading.thing, reading, row);
      prints.set(hashOf(print).toString('hex'), print);
    }
  const found = await findImportedRows(
    db,
    [...prints.keys()].map((hex) => Buffer.from(hex, 'hex')),
  );
  return new Map(found.map(({ print, ...row }) => [prints.get(print)!, row]));
}

export function countsOf({ rows }: Review): ImportCounts {
  const counts = { good: 0, assumed: 0, doubtful: 0, wrong: 0, known: 0, places: 0, people: 0, lines: 0, lots: 0, tests: 0, loans: 0 };
  const names = {
    'new varieties': new Set<string>(),
    'new people': new Set<string>(),
    'new places': new Set<string>(),
    'new gardens': new Set<string>(),
  };
  const add = (what: NewThing, thing: { readonly id: number | null; readonly name: string } | null) => {
    if (thing && thing.id === null) names[what].add(nameKey(thing.name));
  };
  for (const { level, isKnown, made } of rows) {
    counts[isKnown ? 'known' : level] += 1;
    if (!made) continue;
    counts[made.thing] += 1;
    if (made.thing === 'lots' || made.thing === 'lines')
      add('new varieties', { id: made.line.lineId, name: `${made.line.cropId} ${made.line.variety}` });
    if (made.thing === 'lots') {
      counts.tests += made.tests.length;
      add('new people', made.donor);
      add('new places', made.place);
      add('new gardens', made.garden);
    }
    if (made.thing === 'people') add('new people', made.who);
    if (made.thing === 'loans') add('new people', made.member);
    if (made.thing === 'places') add('new places', made.place);
  }
  return { ...counts, ...Object.fromEntries(Object.entries(names).map(([what, set]) => [what, set.size])) };
}

/** What a review comes to, in short: whether the library has changed meanwhile in a way that matters to it. */
export function digestOf({ rows }: Review): string {
  const hash = createHash('sha256');
  for (const { sheet, at, level, isKnown, made } of rows) {
    const line = made?.thing === 'lots' || made?.thing === 'lines' ? made.line.lineId : null;
    const who =
      made?.thing === 'lots' ? made.donor?.id : made?.thing === 'people' ? made.who.id : made?.thing === 'loans' ? made.member.id : null;
    hash.update(`${sheet} ${at} ${level} ${isKnown} ${line} ${who ?? null};`);
  }
  return hash.digest('hex');
}
