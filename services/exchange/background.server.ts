import { todayOf } from '#core/calendar/dayInZone.ts';
import { may } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';
import { changeImport, findImport, nextWaiting, readContents, takeSeat, tellProgress, type ImportRead } from '#data/exchange/imports.ts';
import { readHouse } from '#data/house/house.ts';
import { findActor } from '#data/people/accounts.ts';
import { NO_TOOLS, type Acting, type Tools } from '#services/command.server.ts';
import { undo, UNDO_STEPS } from '#services/undo.server.ts';
import { reviewRows, setUpSheets } from './importing.server.ts';
import type { SheetsRead } from './sheetFile.server.ts';
import { writeSheets } from './writeSheets.server.ts';

/** Reads a file's sheets: in a process of its own, or in this one where a test does. */
export type ReadFile = (bytes: Uint8Array) => Promise<SheetsRead>;

/** Somebody has called it off: nothing of it is kept. */
class CalledOff extends Error {}

/**
 * Does what the next import waits for: its file is read, its rows are reviewed, or they are written. A server that ends in the midst of it leaves it
 * as it was, and the next one begins it again. One server works at an import at a time; needs three connections.
 * @returns how many were worked at
 */
export async function workOnImports(db: Db, now: () => Date, readFile: ReadFile): Promise<number> {
  const id = await nextWaiting(db);
  if (id === null) return 0;
  return db.transaction().execute(async (seat) => {
    const isMine = await takeSeat(seat, id);
    const one = await findImport(db, id);
    if (!isMine || !one) return 0;
    await workOn(db, one, now, readFile);
    return 1;
  });
}

async function workOn(db: Db, one: ImportRead, now: () => Date, readFile: ReadFile): Promise<void> {
  const house = (await readHouse(db))!;
  const today = todayOf(now(), house);
  const rowsInAll = one.sheets.reduce((sum, { rows }) => sum + rows, 0);
  const steps = one.state === 'to undo' ? UNDO_STEPS : Math.max(1, rowsInAll);
  const tell = async (done: number) => {
    if (await tellProgress(db, one.id, Math.min(done, steps), steps)) throw new CalledOff();
  };
  try {
    if (one.isCancelled) throw new CalledOff();
    if (one.state === 'to read') {
      const contents = await readContents(db, one.id);
      const read = contents ? await readFile(contents) : ({ ok: false, problem: { code: 'damaged file' } } as const);
      const rows = read.ok ? read.sheets.reduce((sum, sheet) => sum + sheet.rows.length, 0) : 1;
      await db.transaction().execute((tx) =>
        setUpSheets(tx, one, read, {
          now: now(),
          tell: async (done) => {
            if (await tellProgress(db, one.id, done, rows)) throw new CalledOff();
          },
        }),
      );
    } else if (one.state === 'to undo') await takeBack(db, one, { now: now(), today, tell });
    else if (one.state === 'to review') await db.transaction().execute((tx) => reviewRows(tx, one, { now: now(), today, tell }));
    else await writeRows(db, one, { now: now(), today, tell });
  } catch (error) {
    if (!(error instanceof CalledOff)) throw error;
    const back = ({ 'to read': 'failed', 'to review': 'columns', 'to write': 'reviewed', 'to undo': 'done' } as const)[
      one.state as 'to read' | 'to review' | 'to write' | 'to undo'
    ];
    const code = one.state === 'to undo' ? 'undo called off' : 'called off';
    await changeImport(db, one.id, { state: back, trouble: JSON.stringify({ code }) }, now());
  }
}

/** Takes back what was written, in the name of whoever asked for it; where something was built on it meanwhile, it stays and says so. */
async function takeBack(
  db: Db,
  one: ImportRead,
  { now, today, tell }: Omit<Acting, 'db' | 'actor' | 'tools'> & Pick<Tools, 'tell'>,
): Promise<void> {
  const actor = await findActor(db, one.undoAccount!);
  const asked = { key: one.undoKey!, act: one.actKey, reason: one.undoReason };
  const done = actor ? await undo({ db, actor, now, today, tools: { ...NO_TOOLS, tell } }, asked) : null;
  const problem = done === null ? { code: 'not yours' } : done.ok ? null : done.problem;
  await changeImport(db, one.id, { state: 'done', trouble: problem && JSON.stringify({ code: 'not undone', problem }) }, now);
}

/** Has the rows written by whoever asked for it; where the library has changed meanwhile, they are shown again instead. */
async function writeRows(
  db: Db,
  one: ImportRead,
  { now, today, tell }: Omit<Acting, 'db' | 'actor' | 'tools'> & Pick<Tools, 'tell'>,
): Promise<void> {
  const actor = await findActor(db, one.accountId);
  if (!actor || !may(actor.role, 'manage people'))
    return changeImport(db, one.id, { state: 'reviewed', trouble: JSON.stringify({ code: 'not allowed' }) }, now);
  const done = await writeSheets({ db, actor, now, today, tools: { ...NO_TOOLS, tell } }, { key: one.actKey, id: one.id });
  if (done.ok) return;
  await db.transaction().execute(async (tx) => {
    await reviewRows(tx, one, { now, today });
    await changeImport(tx, one.id, { trouble: JSON.stringify(done.problem) }, now);
  });
}
