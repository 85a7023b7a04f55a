import { beforeAll, describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { sql } from 'kysely';
import { STORED } from '#contracts/stored.ts';
import { CONTAINER_NAMES, PACKETS, containerFacts } from '#core/stock/containers.ts';
import { loadAlmanac } from '#data/almanac/almanac.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { migrate } from '#data/migrate.ts';
import { migrations } from '#data/migrations/index.ts';
import { findDisagreements, readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { testsOfLot } from '#data/tests/tests.ts';
import { readTowel } from '#services/tests/tests.server.ts';
import { bareDatabase, cloneDatabase, upToDateTemplate, type Addresses } from '../support/databases.ts';
import { ALMANAC, connect } from './database.ts';

const FOLDER = join(import.meta.dirname, '../../data/migrations');
const RELEASES = join(import.meta.dirname, 'releases');
const GOLDEN = join(FOLDER, 'schema.sql');
const SHIPPED = join(FOLDER, 'shipped.json');

let addresses: Addresses;
let owner: Db;
beforeAll(async () => {
  addresses = await cloneDatabase(await upToDateTemplate());
  owner = connect(addresses.ownerUrl);
});

/** What stands in a migration's file, without spaces: how it is laid out may change, what it does not. */
const digest = (file: string) =>
  createHash('sha256')
    .update(readFileSync(join(FOLDER, file), 'utf8').replaceAll(/\s+/g, ''))
    .digest('hex');

test('a migration that was shipped is never edited', () => {
  const files = readdirSync(FOLDER).filter((name) => /^(\d{4}_\w+|guards)\.ts$/.test(name));
  const now = Object.fromEntries(files.map((file) => [file, digest(file)]));
  if (process.env['UPDATE_SCHEMA']) writeFileSync(SHIPPED, `${JSON.stringify(now, null, 2)}\n`);
  expect(now).toEqual(JSON.parse(readFileSync(SHIPPED, 'utf8')));
  expect(files.filter((name) => name !== 'guards.ts').map((name) => name.replace('.ts', ''))).toEqual(Object.keys(migrations));
});

/** The schema as PostgreSQL tells it, without what differs from one of its versions to the next. */
function dumpSchema(url: string): string {
  const [version] = readdirSync('/usr/lib/postgresql').sort((one, other) => Number(other) - Number(one));
  const dump = execFileSync(`/usr/lib/postgresql/${version}/bin/pg_dump`, ['--schema-only', '--no-owner', '--dbname', url], {
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  return dump
    .split('\n')
    .filter((line) => !/^(--|SET |SELECT pg_catalog|\\|COMMENT ON EXTENSION|CREATE EXTENSION)/.test(line))
    .join('\n')
    .replaceAll(/\n{2,}/g, '\n\n')
    .trim()
    .concat('\n');
}

test('the migrations give the schema on record', () => {
  const dump = dumpSchema(addresses.ownerUrl);
  if (process.env['UPDATE_SCHEMA']) writeFileSync(GOLDEN, dump);
  expect(dump).toBe(readFileSync(GOLDEN, 'utf8'));
});

/** Columns that only say who did a thing or in which act: nobody looks rows up by them, and neither people nor acts are deleted. */
const SAYS_WHO = /_by$|^person_id$/;

test('every other foreign key has an index to be joined or deleted through', async () => {
  const { rows } = await sql<{ table: string; column: string; to: string }>`
    select conrelid::regclass::text as "table", attname as "column", confrelid::regclass::text as "to"
    from pg_constraint join pg_attribute on attrelid = conrelid and attnum = conkey[1]
    where contype = 'f' and not exists (select from pg_index where indrelid = conrelid and indkey[0] = conkey[1])`.execute(owner);
  const unexpected = rows.filter(({ column, to }) => !(to === 'person' && SAYS_WHO.test(column)) && to !== 'act');
  expect(unexpected).toEqual([]);
});

test('what an undone act wrote is found by index', async () => {
  const { rows } = await sql<{ name: string }>`
    select relname as name from pg_class join pg_attribute on attrelid = pg_class.oid and attname = 'act_key'
    where relkind = 'r' and (relname like '%\\_written' or relname = 'movement')
      and not exists (select from pg_index where indrelid = pg_class.oid and indkey[0] = attnum)`.execute(owner);
  expect(rows).toEqual([]);
});

test('the database knows the same containers as the code', async () => {
  const { rows } = await sql`select name, shuts, breathes from container order by name`.execute(owner);
  const ours = [...CONTAINER_NAMES, PACKETS].map((name) => {
    const { shuts, breathes } = containerFacts(name);
    return { name, shuts, breathes };
  });
  expect(rows).toEqual(ours.sort((one, other) => (one.name < other.name ? -1 : 1)));
});

/** Tables and columns that hold JSON, views left out. */
const JSON_COLUMNS = sql<{ table: string; column: string }>`
  select regexp_replace(table_name, '_written$', '') as "table", column_name as "column"
  from information_schema.columns join information_schema.tables using (table_schema, table_name)
  where table_schema = 'public' and table_type = 'BASE TABLE' and data_type in ('json', 'jsonb')
    -- What the database works out of another document is read by that one's schema.
    and is_generated = 'NEVER' order by 1, 2`;

test('every stored document has a schema', async () => {
  const columns = (await JSON_COLUMNS.execute(owner)).rows.map(({ table, column }) => `${table}.${column}`);
  expect(columns).toEqual(Object.keys(STORED).sort());
});

/** What cannot be read of a database's stored documents. */
async function unreadable(db: Db): Promise<string[]> {
  const found: string[] = [];
  for (const [name, schema] of Object.entries(STORED)) {
    const [table, column] = name.split('.') as [string, string];
    const { rows } = await sql<{ document: unknown }>`select ${sql.ref(column)} as document from ${sql.table(table)}`.execute(db);
    for (const { document } of rows) {
      const read = schema.safeParse(document);
      if (!read.success) found.push(`${name}: ${read.error.issues.map(({ path, message }) => `${path.join('.')} ${message}`).join('; ')}`);
    }
  }
  return found;
}

test('a movement rewrites no index of the lots', async () => {
  const { rows } = await sql<{ indexdef: string }>`
    select indexdef from pg_indexes where tablename in ('lot_written', 'lot_state') and indexdef ~ 'on_hand'`.execute(owner);
  expect(rows).toEqual([]);
});

/** The sample library as an older release kept it, in a database of its own. */
async function restore(release: string): Promise<Addresses> {
  const empty = await bareDatabase();
  const dump = gunzipSync(readFileSync(join(RELEASES, `${release}.sql.gz`))).toString();
  const client = openDatabase({ url: empty.ownerUrl, most: 1 });
  await sql.raw(dump).execute(client);
  await client.destroy();
  return empty;
}

const COUNTS = sql<{ code: string; onHand: number; loans: number; tests: number; passports: number; holds: number }>`
  select code, on_hand as "onHand", (select count(*) from loan where lot_id = lot.id) as loans,
    (select count(*) from germination_test where lot_id = lot.id) as tests,
    (select count(*) from passport where lot_id = lot.id) as passports,
    (select count(*) from hold where lot_id = lot.id) as holds
  from lot order by code`;

describe.each(['0010', '0015'])('data of the release at %s', (release) => {
  let old: Db;
  let before: Awaited<ReturnType<(typeof COUNTS)['execute']>>['rows'];
  beforeAll(async () => {
    old = connect((await restore(release)).ownerUrl);
    before = (await COUNTS.execute(old)).rows;
    await migrate(old);
    await loadAlmanac(old, ALMANAC);
  });

  test('nothing of it is lost, and every lot has the stock it had', async () => {
    expect(before.length).toBeGreaterThan(50);
    expect((await COUNTS.execute(old)).rows).toEqual(before);
    expect(await findDisagreements(old)).toEqual([]);
  });

  test('every document that it stored is read', async () => {
    expect(await unreadable(old)).toEqual([]);
  });

  test('the code of today reads every lot of it, with its passport, ledger and tests', async () => {
    for (const { code, tests, passports } of before) {
      const lot = (await findLotByCode(old, code))!;
      expect(lot.code).toBe(code);
      const said = await readPassports(old, lot.id);
      expect(said.length).toBe(passports);
      expect((await readLedger(old, lot.id)).at(-1)?.balance ?? 0).toBe(lot.onHand);
      for (const test of await testsOfLot(old, lot.id)) await readTowel(old, test.id);
      expect((await testsOfLot(old, lot.id)).length).toBe(tests);
      expect(await findHoldings(old, lot.id)).toBeDefined();
    }
  });
});

describe('a table that somebody keeps busy', () => {
  test('is given up soon and asked for again; a start that cannot have it keeps nothing of what it did', async () => {
    const { ownerUrl } = await restore('0015');
    const [one, busy] = [connect(ownerUrl), connect(ownerUrl)];
    const newest = async () => (await sql<{ name: string }>`select max(name) as name from kysely_migration`.execute(one)).rows[0]!.name;
    await busy.transaction().execute(async (tx) => {
      await sql`lock table movement in row exclusive mode`.execute(tx);
      await expect(migrate(one, { longestLock: '50ms', tries: 2 })).rejects.toMatchObject({ code: '55P03' });
      expect(await newest()).toBe('0015_undo');
    });
    let ended = false;
    const reading = busy.transaction().execute(async (tx) => {
      await sql`lock table movement in row exclusive mode`.execute(tx);
      await sql`select pg_sleep(0.4)`.execute(tx);
      ended = true;
    });
    await migrate(one, { longestLock: '100ms', tries: 50 });
    expect(ended).toBe(true);
    await reading;
    expect(await newest()).toBe(Object.keys(migrations).at(-1));
  });
});
