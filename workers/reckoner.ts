import { parentPort, workerData } from 'node:worker_threads';
import { openDatabase, type Connection } from '#data/database.ts';
import { troubleLine } from '#services/advice.server.ts';
import { clockFrom } from '#services/clock.server.ts';
import { hygrometerAt } from '#devices/hygrometer.ts';
import { readAddress } from '#devices/line.ts';
import { logRoom } from '#services/bench/roomLog.server.ts';
import { reckonNextRisks } from '#services/growouts/risks.server.ts';
import { checkNextLabels } from '#services/lots/labels.server.ts';
import { reckonOutlooks } from '#services/lots/outlook.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { pruneAccess } from '#services/people/prune.server.ts';

/** Waits this long when nothing is left to do. */
const REST_MS = 1_500;
/** After an error (a restart of PostgreSQL, say) it waits longer, and goes on where it was. */
const RECOVER_MS = 10_000;
const PRUNE_EVERY_MS = 3_600_000;

const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

interface Settings extends Connection {
  readonly roomLogger: string | null;
  readonly clock: string | undefined;
}

/**
 * Judges lots whose promise is out of date, reckons outlooks and risks that are, and looks at labels that may be, off the threads that answer requests. What waits stands in the database, so that a restart
 * loses nothing; several servers may run it: one judges at a time, and outlooks, of which none hangs on another, are shared out.
 * Between lots it reads the room's logger, where there is one, and once an hour it forgets what only open sessions needed.
 */
async function run({ roomLogger, clock, ...connection }: Settings): Promise<never> {
  const now = clockFrom(clock);
  const db = openDatabase({ ...connection, most: 2 });
  const room = roomLogger === null ? null : hygrometerAt(readAddress(roomLogger));
  let pruned = 0;
  for (;;) {
    try {
      if (now().getTime() - pruned > PRUNE_EVERY_MS) {
        await pruneAccess(db, now());
        pruned = now().getTime();
      }
      if (room) await logRoom(db, room, now());
      const judged = await judgeNext(db, now());
      const reckoned = judged === 0 ? await reckonOutlooks(db, now()) : 0;
      const risked = judged + reckoned === 0 ? await reckonNextRisks(db, now()) : 0;
      const checked = judged + reckoned === 0 ? await checkNextLabels(db) : 0;
      if (judged + reckoned + risked + checked === 0) await wait(REST_MS);
    } catch (error) {
      parentPort?.postMessage({ error: troubleLine(error) });
      await wait(RECOVER_MS);
    }
  }
}

void run(workerData as Settings);
