import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { sql } from 'kysely';
import pg from 'pg';
import copy from 'pg-copy-streams';
import { builtAlmanac } from '#almanac/built.ts';
import { HOUSE } from '#demo/scenario.ts';
import { loadAlmanac } from '#data/almanac/almanac.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { openDump } from '#data/exchange/dump.ts';
import { findImport } from '#data/exchange/imports.ts';
import { createHouse } from '#data/house/house.ts';
import { migrate } from '#data/migrate.ts';
import { grantAccount } from '#data/people/accounts.ts';
import { createPerson } from '#data/people/people.ts';
import { ensurePlace } from '#data/stock/places.ts';
import { inOwnProcess } from '#devices/ownProcess.ts';
import { acting } from '#services/command.server.ts';
import { workOnImports } from '#services/exchange/background.server.ts';
import { packEverything } from '#services/exchange/everything.server.ts';
import { beginImport, settleColumns, writeInBackground } from '#services/exchange/importing.server.ts';
import type { SheetsRead } from '#services/exchange/sheetFile.server.ts';

// How long a sheet of 50 000 lots takes to come in, beside PostgreSQL's own COPY of all rows that were written for it into plain copies of those tables; and
// how long everything takes to go out, beside pg_dump. Ratios of one run.

const ROWS = 50_000;
const TABLES = [
  'person',
  'place',
  'garden',
  'line',
  'lot_written',
  'lot_state',
  'passport_written',
  'holding',
  'movement',
  'lot_origin_written',
  'hold_written',
  'germination_test_written',
  'test_towel_written',
  'test_ending_written',
  'imported_row_written',
  'import_made',
  'promise_stale',
  'outlook_stale',
];
const now = () => new Date('2026-11-27T12:00:00Z');
const seconds = async (work: () => Promise<unknown>) => {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
};
const say = (line: string) => process.stdout.write(`${line}\n`);
const MB = 2 ** 20;

/** Lots of all crops with 4000 varieties and 2000 donors, written as people do. */
function sheet(): Uint8Array {
  const crops = builtAlmanac().crops.filter(({ name }) => !name.includes('('));
  const lines = ['No;What;Harvest year;Amount;Donor;Germ 2022;Place;Note'];
  for (let row = 0; row < ROWS; row += 1) {
    const crop = crops[row % crops.length]!;
    const germ = row % 4 === 0 ? `${5 + (row % 6)}/10` : '';
    lines.push(
      [
        `B${row}`,
        `${crop.name} Signal ${(row * 7) % 4000}`,
        2015 + (row % 7),
        row % 3 === 0 ? `${20 + (row % 50)} g` : `abt ${100 + (row % 300)} seeds`,
        `Grower ${row % 2000} Vale`,
        germ,
        `Drawer ${row % 40}`,
        row % 5 === 0 ? 'from the old book' : '',
      ].join(';'),
    );
  }
  return new Uint8Array(Buffer.from(lines.join('\n')));
}

async function prepare(ownerUrl: string) {
  const owner = openDatabase({ url: ownerUrl, most: 4 });
  await migrate(owner);
  await loadAlmanac(owner, builtAlmanac());
  await createHouse(owner, HOUSE);
  await ensurePlace(owner, 'Shelf');
  const personId = await createPerson(owner, { name: 'Coordinator', email: null, phone: null, note: null, isMember: true });
  const accountId = await grantAccount(owner, { personId, email: 'bench@house.example', role: 'coordinator' });
  return { owner, actor: { personId, accountId, name: 'Coordinator', role: 'coordinator' } as const };
}

const readFile = async (bytes: Uint8Array) => {
  const ended = await inOwnProcess<SheetsRead>('sheets', bytes, { residentBytes: 900 * MB, milliseconds: 120_000, heapMegabytes: 700 });
  if (ended.is !== 'done') throw new Error('the sheet could not be read');
  return ended.answer;
};

/** Copies what an import has written into plain tables of the same columns, without keys, checks or triggers. @returns how long the copying in took */
async function copied(url: string, owner: Db): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'kind-granary-copy-'));
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  let took = 0;
  for (const table of TABLES) {
    const { rows } = await sql<{
      columns: string;
    }>`select string_agg(quote_ident(attname), ', ' order by attnum) as columns from pg_attribute
      where attrelid = ${table}::regclass and attnum > 0 and not attisdropped and attgenerated = ''`.execute(owner);
    const columns = rows[0]!.columns;
    const file = join(folder, table);
    await client.query(`create unlogged table plain_${table} (like ${table})`);
    await pipeline(client.query(copy.to(`copy ${table} (${columns}) to stdout`)), createWriteStream(file));
    took += await seconds(() => pipeline(createReadStream(file), client.query(copy.from(`copy plain_${table} (${columns}) from stdin`))));
    await client.query(`drop table plain_${table}`);
  }
  await client.end();
  rmSync(folder, { recursive: true });
  return took;
}

/** How long Debian's LibreOffice takes to open the same file and save it as its own; null where it is not installed. */
async function openedByOffice(contents: Uint8Array): Promise<number | null> {
  const program = ['/usr/bin/soffice', '/usr/bin/localc'].find(existsSync);
  if (!program) return null;
  const folder = mkdtempSync(join(tmpdir(), 'kind-granary-office-'));
  const file = join(folder, 'bench.csv');
  writeFileSync(file, contents);
  const asked = [`-env:UserInstallation=file://${folder}/profile`, '--headless', '--convert-to', 'ods', '--outdir', folder, file];
  const took = await seconds(async () => void execFileSync(program, asked, { stdio: 'ignore' }));
  rmSync(folder, { recursive: true });
  return took;
}

async function bringIn(ownerUrl: string): Promise<void> {
  const { owner, actor } = await prepare(ownerUrl);
  const contents = sheet();
  const id = randomUUID();
  const asked = acting(owner, actor, now());
  const before = process.memoryUsage().rss;
  let most = before;
  const watch = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 50);
  await beginImport(asked, { id, actKey: randomUUID(), name: 'bench.csv', contents });
  const reading = await seconds(() => workOnImports(owner, now, readFile));
  await settleColumns(asked, id, (await findImport(owner, id))!.sheets);
  const reviewing = await seconds(() => workOnImports(owner, now, readFile));
  await writeInBackground(asked, id, false);
  const writing = await seconds(() => workOnImports(owner, now, readFile));
  clearInterval(watch);
  const { state, counts } = (await findImport(owner, id))!;
  if (state !== 'done') throw new Error(`the import is ${state}`);
  const copying = await copied(ownerUrl, owner);
  say(`import of ${ROWS} rows (${(contents.length / MB).toFixed(1)} MB): ${counts.lots} lots, ${counts.tests} tests`);
  say(
    `  preview: read ${reading.toFixed(1)} s + reviewed ${reviewing.toFixed(1)} s = ${(reading + reviewing).toFixed(1)} s (aim under 10)`,
  );
  say(
    `  written in ${writing.toFixed(1)} s; COPY of all its rows into plain tables ${copying.toFixed(1)} s: ${(writing / copying).toFixed(1)} times (aim 8 at most)`,
  );
  const office = await openedByOffice(contents);
  say(`  LibreOffice opens the same file and saves it as its own: ${office === null ? 'not installed here' : `${office.toFixed(1)} s`}`);
  say(`  memory of the process that works at it: ${Math.round((most - before) / MB)} MB more at most (aim 300)`);
  await owner.destroy();
}

async function takeOut(serverUrl: string, ownerUrl: string): Promise<void> {
  let bytes = 0;
  const counted = new Writable({
    write: (chunk: Buffer, _encoding, done) => {
      bytes += chunk.length;
      done();
    },
  });
  const packing = await seconds(async () => pipeline(packEverything(await openDump({ url: serverUrl }), now()), counted));
  const { hostname, port, username, password, pathname } = new URL(ownerUrl);
  const env = {
    ...process.env,
    PGHOST: hostname,
    PGPORT: port,
    PGUSER: username,
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: pathname.slice(1),
  };
  const program = process.env['PG_BIN'] ? join(process.env['PG_BIN'], 'pg_dump') : 'pg_dump';
  const dumping = await seconds(
    async () => void execFileSync(program, ['--format=custom'], { env, stdio: ['ignore', 'ignore', 'inherit'] }),
  );
  say(
    `export of everything: ${packing.toFixed(1)} s, ${Math.round(bytes / MB)} MB; pg_dump -Fc ${dumping.toFixed(1)} s: ${(packing / dumping).toFixed(1)} times (aim 3 at most)`,
  );
}

const { OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: serverUrl, EMPTY_DATABASE_URL: emptyUrl } = process.env;
if (serverUrl && ownerUrl) await takeOut(serverUrl, ownerUrl);
if (emptyUrl) await bringIn(emptyUrl);
