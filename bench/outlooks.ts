import { sql } from 'kysely';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { countStaleOutlooks, markOutlooksStale } from '#data/lots/outlooks.ts';
import { reckoned, readOutlookFacts, reckonOutlooks, refreshOutlook, refreshOutlooks } from '#services/lots/outlook.server.ts';

const TESTS = 60_000;
const SINGLE = 60;

const say = (line: string) => process.stdout.write(`${line}\n`);
const median = (values: number[]) => values.sort((one, other) => one - other)[Math.floor(values.length / 2)]!;

/** Repeats the sample's read tests, some weeks apart, until there are so many. */
async function moreTests(owner: Db): Promise<number> {
  const count = async () =>
    (await sql<{ tests: number }>`select count(*)::int as tests from test_end where outcome = 'read'`.execute(owner)).rows[0]!.tests;
  await sql`alter table germination_test disable trigger user`.execute(owner);
  await sql`alter table test_ending disable trigger user`.execute(owner);
  for (let round = 1, now = await count(); now < TESTS && round < 12; round += 1) {
    await sql`
      with picked as (
        select t.*, e.ended_on, e.sprouted, e.reason, e.ended_by, e.act_key as end_key from germination_test t join test_end e on e.test_id = t.id
        where e.outcome = 'read' order by t.id limit ${TESTS - now}
      ), laid as (
        insert into germination_test (lot_id, laid_on, seeds_laid, counted, celsius, first_count_days, final_count_days, laid_by, act_key)
        select lot_id, laid_on - ${31 * round}::int, seeds_laid, counted, celsius, first_count_days, final_count_days, laid_by, act_key from picked order by id
        returning id, lot_id, laid_on, seeds_laid
      )
      insert into test_ending (test_id, ended_on, outcome, sprouted, reason, ended_by, act_key)
      select distinct on (laid.id) laid.id, laid.laid_on + 12, 'read', least(picked.sprouted, laid.seeds_laid), picked.reason, picked.ended_by, picked.end_key
      from laid join picked on picked.lot_id = laid.lot_id order by laid.id`.execute(owner);
    now = await count();
  }
  await sql`alter table germination_test enable trigger user`.execute(owner);
  await sql`alter table test_ending enable trigger user`.execute(owner);
  return count();
}

async function run(): Promise<void> {
  const owner = openDatabase({ url: process.env['OWNER_DATABASE_URL']!, most: 2 });
  const db = openDatabase({ url: process.env['DATABASE_URL']!, most: 2 });
  try {
    const tests = await moreTests(owner);
    const now = new Date();
    await markOutlooksStale(db);
    const waiting = await countStaleOutlooks(db);
    const start = performance.now();
    while ((await countStaleOutlooks(db)) > 0) await reckonOutlooks(db, now);
    const seconds = (performance.now() - start) / 1000;

    const ids = (
      await db
        .selectFrom('lot')
        .select('id')
        .orderBy(sql`id % 1009`)
        .limit(2_000)
        .execute()
    ).map(({ id }) => id);
    const today = dayInZone(now, 'UTC');
    const facts = await readOutlookFacts(db, ids, today);
    const house = (await readHouse(db))!;
    const alone = performance.now();
    for (const one of facts) reckoned(one, house, today);
    const core = performance.now() - alone;
    const beside = performance.now();
    await db.transaction().execute((tx) => refreshOutlooks(tx, ids, today));
    const whole = performance.now() - beside;

    const single: number[] = [];
    for (const id of ids.slice(0, SINGLE)) {
      const before = performance.now();
      await db.transaction().execute((tx) => refreshOutlook(tx, id, today));
      single.push(performance.now() - before);
    }
    say(
      `Outlooks of ${waiting} lots with ${tests} tests: ${seconds.toFixed(1)} s in the background reckoner's way (aim: under 30 s), ${(whole / core).toFixed(2)} times what the core alone takes for ${ids.length} of them (${(core / ids.length).toFixed(2)} ms a lot; aim: 1.5). One lot's: ${median(single).toFixed(1)} ms, worst of ${SINGLE}: ${Math.max(...single).toFixed(1)} ms (aim: under 15 ms).\n`,
    );
  } finally {
    await Promise.all([owner.destroy(), db.destroy()]);
  }
}

run().catch((error: unknown) => {
  process.stderr.write(`${String(error)}\n`);
  process.exit(1);
});
