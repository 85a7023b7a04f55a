import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { Migrator, sql } from 'kysely';
import { countStates } from '#core/germination/towel.ts';
import { EMPTY_PASSPORT } from '#core/passport/passport.ts';
import type { BatchId, LotId, TestId } from '#core/kernel/kinds.ts';
import { readCrop } from '#data/almanac/almanac.ts';
import { findBatch } from '#data/bench/batches.ts';
import { findPurityCards } from '#data/bench/purity.ts';
import { readSteps } from '#data/bench/steps.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { findHolds } from '#data/lots/holds.ts';
import { countStaleOutlooks } from '#data/lots/outlooks.ts';
import { readPassports } from '#data/lots/passports.ts';
import { migrate } from '#data/migrate.ts';
import { migrations } from '#data/migrations/index.ts';
import { findDisagreements } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { findTest } from '#data/tests/tests.ts';
import { readTowel } from '#services/tests/tests.server.ts';
import { bareDatabase } from '../support/databases.ts';
import { connect } from './database.ts';

let owner: Db;
let lotId: LotId;
let batchId: BatchId;
let testId: TestId;
let opened: number;
let migrator: Migrator;

/** A house as it stood before there was a bench: a lot with some seed on a shelf. */
async function oldHouse(db: Db): Promise<number> {
  const act = randomUUID();
  const number = async (text: ReturnType<typeof sql<{ id: number }>>) => (await text.execute(db)).rows[0]!.id;
  await sql`insert into house (name, time_zone, last_frost, first_frost, lending_opens) values ('Old house', 'Etc/UTC', '05-01', '10-15', '02-01')`.execute(
    db,
  );
  await sql`insert into crop (id, name, facts, shipped) values ('pea', 'Pea', ${{ cautions: ['Pods are poisonous', 'Spiny heads', 'Hot juice', 'And seed is toxic', 'Wash hands'] }}, '{}')`.execute(
    db,
  );
  const line = await number(sql<{ id: number }>`insert into line (crop_id, name) values ('pea', 'Long Siding') returning id`);
  const place = await number(sql<{ id: number }>`insert into place (name) values ('Shelf') returning id`);
  return db.transaction().execute(async (tx) => {
    await sql`insert into act (key, kind, answer) values (${act}, 'lot taken in', '{}')`.execute(tx);
    const { rows } = await sql<{ id: number }>`
      insert into lot (code, line_id, origin, kind, unit, seeds_per_gram, taken_in_on, search_text, act_key)
      values ('24-0001-A', ${line}, 'donated', 'unknown', 'seed', 5, '2024-09-01', 'pea', ${act}) returning id`.execute(tx);
    const lot = rows[0]!.id;
    const holding = await sql<{
      id: number;
    }>`insert into holding (lot_id, place_id, container) values (${lot}, ${place}, 'jar') returning id`.execute(tx);
    await sql`insert into movement (act_key, lot_id, kind, from_outside, to_holding, amount, typed, happened_on)
      values (${act}, ${lot}, 'received', 'donors', ${holding.rows[0]!.id}, 300, '300 seeds', '2024-09-01')`.execute(tx);
    return lot;
  });
}

beforeAll(async () => {
  owner = connect((await bareDatabase()).ownerUrl);
  migrator = new Migrator({ db: owner, provider: { getMigrations: () => Promise.resolve(migrations) } });
  expect((await migrator.migrateTo('0002_provenance')).error).toBeUndefined();
  lotId = await oldHouse(owner);
});

/** A batch as it was begun before seed could be moved to another vessel. */
async function oldBatch(db: Db, lot: number): Promise<number> {
  const act = randomUUID();
  return db.transaction().execute(async (tx) => {
    await sql`insert into act (key, kind, answer) values (${act}, 'batch started', '{}')`.execute(tx);
    const { rows } = await sql<{ id: number }>`
      insert into batch (lot_id, brought, vessel, opened_at, act_key) values (${lot}, 'heads or pods', 'Sack 4', now(), ${act}) returning id`.execute(
      tx,
    );
    await sql`insert into batch_step (batch_id, turn, method, step, place, celsius, since, act_key)
      values (${rows[0]!.id}, 1, 'thresh', 'hang', 0, 18, now(), ${act})`.execute(tx);
    return rows[0]!.id;
  });
}

/** A towel as it was counted before replicates and kinds of seedlings. */
async function oldTest(db: Db, lot: number): Promise<number> {
  const act = randomUUID();
  return db.transaction().execute(async (tx) => {
    await sql`insert into act (key, kind, answer) values (${act}, 'test laid', '{}')`.execute(tx);
    const { rows } = await sql<{ id: number }>`
      insert into germination_test (lot_id, laid_on, seeds_laid, counted, celsius, first_count_days, final_count_days, next_count_on, act_key)
      values (${lot}, '2025-01-05', 20, 'any root', 20, 5, 8, '2025-01-10', ${act}) returning id`.execute(tx);
    await sql`insert into test_check (test_id, checked_on, act_key) values (${rows[0]!.id}, '2025-01-10', ${act})`.execute(tx);
    await sql`insert into seed_mark (check_id, test_id, seed, state) select id, test_id, 20, 'sprouted' from test_check`.execute(tx);
    return rows[0]!.id;
  });
}

/** Two packets of forty seeds, out of the middle of which a test of thirty was taken without opening one. */
async function openedPackets(db: Db, lot: number): Promise<number> {
  const act = randomUUID();
  return db.transaction().execute(async (tx) => {
    await sql`insert into act (key, kind, answer) values (${act}, 'packed', '{}')`.execute(tx);
    const { rows } = await sql<{ id: number; loose: number }>`
      insert into holding (lot_id, place_id, container, packet_units) select lot_id, place_id, 'packets', 40 from holding where lot_id = ${lot}
      returning id, (select id from holding where lot_id = ${lot}) as loose`.execute(tx);
    const { id, loose } = rows[0]!;
    await sql`insert into movement (act_key, lot_id, kind, from_holding, to_holding, amount, happened_on)
      values (${act}, ${lot}, 'packed', ${loose}, ${id}, 80, '2025-02-01')`.execute(tx);
    await sql`insert into movement (act_key, lot_id, kind, from_holding, to_outside, amount, happened_on)
      values (${act}, ${lot}, 'drawn for test', ${id}, 'tests', 30, '2025-02-02')`.execute(tx);
    return id;
  });
}

/** A lot that was held before a disease had a hold of its own, with a passport as it was written then. */
async function sickPlants(db: Db, lot: number): Promise<void> {
  const act = randomUUID();
  await db.transaction().execute(async (tx) => {
    await sql`insert into act (key, kind, answer) values (${act}, 'passport corrected', '{}')`.execute(tx);
    const answers = { ...EMPTY_PASSPORT, diseases: ['mosaic', 'another'], diseaseChoice: 'treat' };
    await sql`insert into passport (lot_id, answers, written_on, act_key) values (${lot}, ${answers}, '2025-01-01', ${act})`.execute(tx);
    await sql`insert into hold (lot_id, kind, rule, reason, set_on, act_key)
      values (${lot}, 'pests', 'disease to treat', 'Disease seen (mosaic): treat it by the usual means first', '2025-01-01', ${act}),
        (${lot}, 'pests', 'insects', 'Insects were seen', '2025-01-01', ${act})`.execute(tx);
  });
}

test('old stock is loose seed once there are packets, and not a seed of it is lost', async () => {
  expect((await migrator.migrateTo('0004_bench_house')).error).toBeUndefined();
  batchId = await oldBatch(owner, lotId);
  testId = await oldTest(owner, lotId);
  expect((await migrator.migrateTo('0010_after_reading')).error).toBeUndefined();
  opened = await openedPackets(owner, lotId);
  const { results = [] } = await migrator.migrateTo('0021_taken_out');
  expect(results.map(({ migrationName }) => migrationName)).toEqual([
    '0011_whole_packets',
    '0012_search',
    '0013_coded_cautions',
    '0014_unread_columns',
    '0015_undo',
    '0016_state_apart',
    '0017_jars_unmeasured',
    '0018_lendable',
    '0019_kept_apart',
    '0020_own_crops',
    '0021_taken_out',
  ]);
  await sickPlants(owner, lotId);
  expect(await migrate(owner)).toEqual([
    '0022_diseases',
    '0023_own_crops_mended',
    '0024_sorted_by_germination',
    '0025_growouts',
    '0026_record_key',
    '0027_season',
    '0028_growers',
    '0029_log_photos',
    '0030_ended_growouts',
    '0031_growing',
    '0032_risk',
    '0033_keepers',
    '0034_season_plan',
    '0035_labels',
    '0036_undo_all',
    '0037_desk',
    '0038_pickings',
    '0039_round',
    '0040_offer',
    '0041_last_backup',
    '0042_imports',
    '0043_listings',
    '0044_swaps',
    '0045_doors',
    '0046_sent_before',
    '0047_erasing',
    '0048_not_before',
    '0049_act_key_statistics',
    '0050_labels_kept',
    '0051_crop_columns',
  ]);
  // What was believed of it before is reckoned again.
  expect(await countStaleOutlooks(owner)).toBeGreaterThan(0);
  expect(await findHoldings(owner, lotId)).toMatchObject([
    { balance: 230, packetUnits: null },
    { balance: 40, packetUnits: 40 },
  ]);
  expect(await findDisagreements(owner)).toEqual([]);
});

test('a disease that was to be treated by no named means has a hold of its own, and is asked about; insects keep theirs', async () => {
  const [newest] = await readPassports(owner, lotId);
  expect(newest!.answers.diseases).toEqual([
    { name: 'mosaic', answer: 'ask' },
    { name: 'another', answer: 'ask' },
  ]);
  const holds = (await findHolds(owner, lotId)).map(({ kind, rule }) => `${kind}: ${rule}`);
  expect(holds).toEqual(expect.arrayContaining(['disease: disease to ask', 'pests: insects']));
});

test('a batch from before seed was moved stands in the vessel it began in', async () => {
  expect(await findBatch(owner, batchId)).toMatchObject({ vessel: 'Sack 4', step: 'hang' });
  expect((await readSteps(owner, batchId)).map(({ vessel }) => vessel)).toEqual(['Sack 4']);
});

test('a towel from before replicates is one towel of its seeds, with what was seen of them', async () => {
  const { places, towel } = await readTowel(owner, testId);
  expect(places).toEqual([20]);
  expect(countStates(towel)).toMatchObject({ sprouted: 1, waiting: 19 });
  expect(await findTest(owner, testId)).toMatchObject({ kind: 'viability', spot: 'room', replicates: 1, seedsLaid: 20 });
});

test('an old house gets usual figures of its bench and prices, and no recipe', async () => {
  expect(await readHouse(owner)).toMatchObject({
    name: 'Old house',
    bench: { trays: 12, jars: 20, hours: 8 },
    cropThresholds: {},
    prices: { currency: 'EUR', packet: 350, crops: {} },
    recipes: [],
  });
});

test('brought up to date, it stays as it is', async () => {
  expect(await migrate(owner)).toEqual([]);
  expect(await findPurityCards(owner, lotId)).toEqual([]);
});

test('cautions in a library’s own words keep them, and get the code that decides at the bench', async () => {
  expect((await readCrop(owner, 'pea'))?.cautions).toEqual([
    { code: 'toxic', words: 'Pods are poisonous And seed is toxic' },
    { code: 'spines', words: 'Spiny heads' },
    { code: 'hot', words: 'Hot juice' },
    { code: 'other', words: 'Wash hands' },
  ]);
});

test('packets that were opened without a word are put right by a movement that says so', async () => {
  const { rows } = await sql<{ kind: string; amount: number; reason: string }>`
    select kind, amount, reason from movement where from_holding = ${opened} order by id`.execute(owner);
  expect(rows.at(-1)).toEqual({ kind: 'unpacked', amount: 10, reason: 'A packet had been opened without a word' });
});
