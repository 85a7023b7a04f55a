import { sql } from 'kysely';
import { judgeLot } from '#core/promise/judgeLot.ts';
import { always } from '#core/isolation/quantiles.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { countStale, markAllStale, readForJudging } from '#data/lots/promises.ts';
import { judgeNext, readCrossing } from '#services/lots/promises.server.ts';

const GENERATIONS = 10;

const say = (line: string) => process.stdout.write(`${line}\n`);

/** Makes the sample one lineage ten generations deep: each lot without a parent gets the one a tenth of the library before it. */
async function deepen(owner: Db): Promise<number> {
  await sql`alter table lot_parent disable trigger user`.execute(owner);
  await sql`delete from lot_parent`.execute(owner);
  await sql`
    with numbered as (select id, row_number() over (order by id) as n, count(*) over () as total from lot)
    insert into lot_parent (child_id, parent_id)
    select child.id, parent.id from numbered child join numbered parent on parent.n = child.n - child.total / ${GENERATIONS}::integer`.execute(
    owner,
  );
  await sql`alter table lot_parent enable trigger user`.execute(owner);
  const { rows } = await sql<{ deep: number }>`
    with recursive down (id, deep) as (
      select id, 1 from lot where not exists (select from lot_parent where child_id = lot.id)
      union all select child_id, deep + 1 from lot_parent join down on parent_id = down.id
    ) select max(deep)::int as deep from down`.execute(owner);
  return rows[0]!.deep;
}

/** The same lots judged by the core alone, without a database: what of the time is arithmetic. */
async function coreAlone(db: Db): Promise<{ lots: number; seconds: number }> {
  const ids = (await db.selectFrom('lot').select('id').orderBy('id').limit(2_000).execute()).map(({ id }) => id);
  const [{ lots }, knowledge] = await Promise.all([readForJudging(db, ids), readCrossing(db)]);
  const crops = new Map((await readCropsById(db, [...new Set(lots.map(({ cropId }) => cropId))])).map((crop) => [crop.id, crop]));
  const parent = { handedOn: always(0.004), seeds: 1 };
  const start = performance.now();
  for (const lot of lots)
    judgeLot(
      {
        passport: lot.answers,
        crop: crops.get(lot.cropId)!,
        origin: lot.origin,
        aim: lot.aim,
        parents: [parent],
        evidence: [],
        incidents: [],
      },
      knowledge,
    );
  return { lots: lots.length, seconds: (performance.now() - start) / 1000 };
}

/** Writes as many rows in as many transactions as the reckoner does, and judges nothing: what the database alone takes. */
async function writeAlone(db: Db, chunk: number): Promise<number> {
  const ids = (await db.selectFrom('lot_promise').select('lot_id').orderBy('lot_id').execute()).map(({ lot_id }) => lot_id);
  const start = performance.now();
  for (let at = 0; at < ids.length; at += chunk)
    await sql`update lot_promise set mean = mean where lot_id = any(${sql.val(ids.slice(at, at + chunk))}::bigint[])`.execute(db);
  return (performance.now() - start) / 1000;
}

async function run(): Promise<void> {
  const owner = openDatabase({ url: process.env['OWNER_DATABASE_URL']!, most: 2 });
  const db = openDatabase({ url: process.env['DATABASE_URL']!, most: 2 });
  try {
    const deep = await deepen(owner);
    await markAllStale(db);
    const waiting = await countStale(db);
    const start = performance.now();
    while ((await judgeNext(db, new Date())) > 0);
    const seconds = (performance.now() - start) / 1000;
    const core = await coreAlone(db);
    const written = await writeAlone(db, 1500);
    say(
      `\nJudging ${waiting} lots in a lineage ${deep} generations deep: ${seconds.toFixed(1)} s in the background reckoner's way (aim: under 10 s), ${(seconds / written).toFixed(1)} times what writing as many rows takes (${written.toFixed(1)} s). The core alone: ${((core.seconds / core.lots) * 1000).toFixed(2)} ms a lot.\n`,
    );
  } finally {
    await Promise.all([owner.destroy(), db.destroy()]);
  }
}

run().catch((error: unknown) => {
  process.stderr.write(`${String(error)}\n`);
  process.exit(1);
});
