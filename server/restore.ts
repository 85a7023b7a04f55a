import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { sql } from 'kysely';
import { openDatabase, type Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { noteRestore } from '#services/people/handover.server.ts';
import { databaseOf, differing, digestOf, DUMP, MANIFEST, manifestShape, runPostgres, tablesOf, unpack } from './archive.ts';
import { eraseAgain } from './erased.ts';
import { readSettings } from './settings.ts';

const [archive = '', option = '', named = ''] = process.argv.slice(2);
const settings = readSettings(process.env);
const say = (line: string) => process.stdout.write(`${line}\n`);

/** The house that is in the database now, and who else is connected to it; null where it is empty. */
async function livesThere(db: Db) {
  const { rows } = await sql<{ there: boolean }>`select to_regclass('public.house') is not null as there`.execute(db);
  if (!rows[0]!.there) return null;
  const others = await sql<{ count: number }>`
    select count(*)::integer as count from pg_stat_activity
    where datname = current_database() and pid <> pg_backend_pid() and backend_type = 'client backend'`.execute(db);
  return { name: (await readHouse(db))?.name ?? '', others: others.rows[0]!.count };
}

/** Asks twice before a library is replaced, or takes its name from the command line for both. Throws where somebody thinks better of it. */
async function maySwap({ name, others }: { name: string; others: number }): Promise<void> {
  if (option === '--replace' && named === name) return;
  if (option === '--replace') throw new Error(`this database holds “${name}”, not “${named}”`);
  if (!process.stdin.isTTY) throw new Error(`this database holds “${name}”. To replace it: --replace "${name}"`);
  const ask = createInterface({ input: process.stdin, output: process.stdout });
  try {
    say(`This database holds the library “${name}”.${others > 0 ? ` ${others} connections are open: a server is running on it.` : ''}`);
    if ((await ask.question('All that is in it will be replaced. Type its name to go on: ')).trim() !== name)
      throw new Error('nothing was changed');
    if ((await ask.question(`Once more: what was recorded since ${basename(archive)} is lost. Type REPLACE: `)).trim() !== 'REPLACE')
      throw new Error('nothing was changed');
  } finally {
    ask.close();
  }
}

const owner = openDatabase({ url: settings.ownerUrl, most: 1 });
const work = await mkdtemp(join(tmpdir(), 'kind-granary-restore-'));
try {
  await unpack(archive, work);
  const file = join(work, DUMP);
  const manifest = manifestShape.parse(JSON.parse(await readFile(join(work, MANIFEST), 'utf8')));
  if ((await digestOf(file)) !== manifest.sha256) throw new Error('the archive is damaged: its digest is another. Take an older one');
  const there = await livesThere(owner);
  if (there) await maySwap(there);
  await sql`do $$ begin if not exists (select from pg_roles where rolname = 'kind_granary_app') then create role kind_granary_app nologin; end if; end $$`.execute(
    owner,
  );
  // All of it or nothing: if anything fails, the database is as it was.
  const script = join(work, 'restore.sql');
  await writeFile(
    script,
    "set lock_timeout = '20s';\ndrop schema public cascade;\ncreate schema public;\ngrant usage on schema public to public;\n",
  );
  const body = join(work, 'body.sql');
  await runPostgres('pg_restore', ['--no-owner', `--file=${body}`, file], settings.ownerUrl);
  await runPostgres(
    'psql',
    ['--quiet', '--no-psqlrc', '--single-transaction', '--set=ON_ERROR_STOP=1', `--file=${script}`, `--file=${body}`, '--output=/dev/null'],
    settings.ownerUrl,
  );
  const wrong = differing(manifest.tables, await tablesOf(owner));
  if (wrong.length > 0)
    throw new Error(`it was restored, but these tables are not as they were: ${wrong.join(', ')}. Take an older archive`);
  say(
    `Restored into ${databaseOf(settings.ownerUrl)}: ${Object.keys(manifest.tables).length} tables are as they were on ${manifest.madeAt}.`,
  );
  const erased = await eraseAgain(owner, dirname(archive));
  if (erased > 0) say(`Erased again: ${erased} ${erased === 1 ? 'person' : 'people'} who had been erased since.`);
  await noteRestore(owner, basename(archive));
  say('Start the server now: bin/start');
} catch (error) {
  process.stderr.write(`Not restored: ${(error as Error).message.trim().split('\n').slice(-3).join(' ')}\n`);
  process.exitCode = 1;
} finally {
  await rm(work, { recursive: true, force: true });
  await owner.destroy();
}
