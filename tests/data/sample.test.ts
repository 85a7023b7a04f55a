import { beforeAll, expect, test } from '@jest/globals';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { createHouse } from '#data/house/house.ts';
import { markOutlooksStale } from '#data/lots/outlooks.ts';
import { countStale, markAllStale } from '#data/lots/promises.ts';
import { migrate } from '#data/migrate.ts';
import { findDisagreements } from '#data/stock/ledger.ts';
import { readDue } from '#data/today/today.ts';
import { generateLibrary } from '#demo/generate.ts';
import { loadLibrary } from '#demo/load.ts';
import { seededRandom } from '#demo/random.ts';
import { HOUSE } from '#demo/scenario.ts';
import { reckonNextOutlooks, refreshOutlook } from '#services/lots/outlook.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { ALMANAC, emptyDatabase, NOW, TODAY } from './database.ts';

const generate = (today: Day, lots = 60) => generateLibrary({ today, lots, people: 25, seed: 1, crops: ALMANAC.crops });
let db: Db;

beforeAll(async () => {
  const { owner } = await emptyDatabase();
  db = owner;
  await createHouse(owner, HOUSE);
  await loadLibrary(owner, generate(TODAY), { today: TODAY, random: seededRandom(2), passwordHash: 'none' });
  await markOutlooksStale(owner);
  while ((await reckonNextOutlooks(owner, NOW)) > 0);
});

test('the sample library is the same for everybody on the same day', () => {
  expect(generate(TODAY)).toEqual(generate(TODAY));
});

test.each(['2026-11-23', '2027-02-28', '2027-06-01', '2028-02-29', '2027-08-31'])(
  'on %s there is a count, a test, a return and a hold to see, and nothing in the future',
  (today) => {
    const library = generate(today);
    expect(library.lots).toHaveLength(60);
    const days = library.lots.flatMap((lot) => [
      lot.takenInOn,
      ...lot.tests.flatMap((one) => [one.laidOn, one.end?.on ?? today]),
      ...lot.loans.flatMap((one) => [one.lentOn, one.close?.on ?? today]),
    ]);
    expect(days.every((day) => day <= today)).toBe(true);
    expect(library.lots.some((lot) => lot.tests.some((one) => one.nextCountOn !== null && one.nextCountOn <= today))).toBe(true);
    expect(library.lots.some((lot) => lot.loans.some((one) => one.close === null && one.dueOn < today))).toBe(true);
    expect(library.lots.filter(({ hold }) => hold !== null).length).toBeGreaterThanOrEqual(4);
  },
);

test('no lot gives more than it had, and the kept balances agree with the ledger', async () => {
  expect(generate(TODAY, 600).lots.every(({ left }) => left >= 0)).toBe(true);
  expect(await findDisagreements(db)).toEqual([]);
});

test('Today has something of each kind to do', async () => {
  const due = await readDue(db, TODAY);
  for (const kind of ['counts', 'tests', 'returns', 'holds'] as const) expect(due[kind].length).toBeGreaterThan(0);
});

test('the outlook kept with each lot is what reckoning it again gives', async () => {
  const columns = ['id', 'verdict', 'tested_sprouted', 'tested_laid', 'tested_on', 'next_test_on', 'next_test_reason'] as const;
  const before = await db.selectFrom('lot').select(columns).orderBy('id').execute();
  for (const { id } of before) await refreshOutlook(db, id, TODAY);
  expect(await db.selectFrom('lot').select(columns).orderBy('id').execute()).toEqual(before);
});

test('every lot of the sample is judged, and none waits', async () => {
  await markAllStale(db);
  while ((await judgeNext(db, NOW)) > 0);
  const { waiting } = await db
    .selectFrom('lot')
    .leftJoin('lot_promise', 'lot_promise.lot_id', 'lot.id')
    .where('lot_promise.lot_id', 'is', null)
    .select((eb) => eb.fn.countAll<number>().as('waiting'))
    .executeTakeFirstOrThrow();
  expect([waiting, await countStale(db)]).toEqual([0, 0]);
  const promises = await db.selectFrom('lot_promise').select('promise').distinct().execute();
  expect(promises.map(({ promise }) => promise)).toEqual(expect.arrayContaining(['true', 'likely true', 'may vary']));
});

test('migrating a database that is up to date does nothing', async () => {
  expect(await migrate(db)).toEqual([]);
});
