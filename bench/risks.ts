import { dayInZone } from '#core/calendar/dayInZone.ts';
import { openDatabase } from '#data/database.ts';
import { markRisksStale } from '#data/growouts/risks.ts';
import { readHouse } from '#data/house/house.ts';
import { reckonNextRisks, reckonRisks } from '#services/growouts/risks.server.ts';

const SINGLE = 40;

const median = (values: number[]) => values.sort((one, other) => one - other)[Math.floor(values.length / 2)]!;

/** Times the risks of all lines in the background reckoner's way, and of single lines. */
async function run(): Promise<void> {
  const db = openDatabase({ url: process.env['DATABASE_URL']!, most: 2 });
  try {
    const now = new Date();
    await markRisksStale(db);
    const start = performance.now();
    let lines = 0;
    for (let more = 0; (more = await reckonNextRisks(db, now)) > 0;) lines += more;
    const seconds = (performance.now() - start) / 1000;
    const house = (await readHouse(db))!;
    const ids = (await db.selectFrom('line_risk').select('line_id').orderBy('line_id').limit(SINGLE).execute()).map(
      ({ line_id }) => line_id,
    );
    const times: number[] = [];
    for (const id of ids) {
      const from = performance.now();
      await reckonRisks(db, [id], house, dayInZone(now, house.timeZone));
      times.push(performance.now() - from);
    }
    process.stdout.write(
      `Risks of ${lines} lines: ${seconds.toFixed(1)} s in the background reckoner's way, ${((seconds * 1000) / lines).toFixed(1)} ms a line (aim: 60 s for 6 000). One line's: ${median(times).toFixed(1)} ms, worst of ${times.length}: ${Math.max(...times).toFixed(1)} ms (aim: under 20 ms).\n`,
    );
  } finally {
    await db.destroy();
  }
}

run().catch((error: unknown) => {
  process.stderr.write(`${String(error)}\n`);
  process.exit(1);
});
