import { parentPort, workerData } from 'node:worker_threads';
import { openDatabase, type Connection } from '#data/database.ts';
import { pruneImports } from '#data/exchange/imports.ts';
import { inOwnProcess } from '#devices/ownProcess.ts';
import { troubleLine } from '#services/advice.server.ts';
import { clockFrom } from '#services/clock.server.ts';
import { workOnImports, type ReadFile } from '#services/exchange/background.server.ts';
import type { SheetsRead } from '#services/exchange/sheetFile.server.ts';

/** Waits this long when nothing is to do: somebody looks at the page meanwhile. */
const REST_MS = 500;
const RECOVER_MS = 10_000;
const PRUNE_EVERY_MS = 3_600_000;
/** An import that nobody has gone on with for so long is forgotten. */
const KEPT_MS = 30 * 86_400_000;
/** A file of 100 000 rows takes about half of this. */
const LIMITS = { residentBytes: 900 * 2 ** 20, milliseconds: 120_000, heapMegabytes: 700 };

const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

const readFile: ReadFile = async (bytes) => {
  const ended = await inOwnProcess<SheetsRead>('sheets', bytes, LIMITS);
  if (ended.is === 'done') return ended.answer;
  return { ok: false, problem: { code: ended.is === 'too large' ? 'too large' : 'damaged file' } };
};

interface Settings extends Connection {
  readonly clock: string | undefined;
}

/**
 * Reads, reviews and writes imports, off the threads that answer requests. What waits stands in the database, so that a restart loses nothing; several
 * servers may run it.
 */
async function run({ clock, ...connection }: Settings): Promise<never> {
  const now = clockFrom(clock);
  const db = openDatabase({ ...connection, most: 4 });
  let pruned = 0;
  for (;;) {
    try {
      if (now().getTime() - pruned > PRUNE_EVERY_MS) {
        pruned = now().getTime();
        await pruneImports(db, new Date(pruned - KEPT_MS));
      }
      if ((await workOnImports(db, now, readFile)) === 0) await wait(REST_MS);
    } catch (error) {
      parentPort?.postMessage({ error: troubleLine(error) });
      await wait(RECOVER_MS);
    }
  }
}

void run(workerData as Settings);
