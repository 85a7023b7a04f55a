import { mkdtemp, readdir, rename, rm, stat, statfs, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { sql } from 'kysely';
import { openDatabase, type Db } from '#data/database.ts';
import { clockFrom } from '#services/clock.server.ts';
import { noteBackup } from '#services/people/handover.server.ts';
import { databaseOf, differing, digestOf, DUMP, MANIFEST, pack, runPostgres, tablesOf, type Tables } from './archive.ts';
import { keepErased } from './erased.ts';
import { archiveName, archivesToDrop } from './retention.ts';
import { tablesInScratch } from './scratch.ts';
import { readSettings } from './settings.ts';

const [folder = ''] = process.argv.slice(2);
const settings = readSettings(process.env);
const now = clockFrom(settings.clock)();

/** Dump and archive stand side by side for a moment, and the disk shall not be full afterwards. */
async function needRoom(db: Db): Promise<void> {
  const { rows } = await sql<{ bytes: string }>`select pg_database_size(current_database())::text as bytes`.execute(db);
  const { bavail, bsize } = await statfs(folder);
  const [needed, free] = [2 * Number(rows[0]!.bytes), bavail * bsize];
  if (free < needed)
    throw new Error(`${folder} has ${megabytes(free)} MB free, and ${megabytes(needed)} MB are needed. Make room, or say another folder`);
}

const megabytes = (bytes: number) => Math.ceil(bytes / 1_000_000);

/** Dumps the library as it is at one moment, whatever is written meanwhile. @returns its tables at that moment */
function dump(db: Db, file: string): Promise<Tables> {
  return db
    .transaction()
    .setIsolationLevel('repeatable read')
    .execute(async (tx) => {
      const { rows } = await sql<{ snapshot: string }>`select pg_export_snapshot() as snapshot`.execute(tx);
      await runPostgres('pg_dump', ['--format=custom', `--snapshot=${rows[0]!.snapshot}`, `--file=${file}`], settings.ownerUrl);
      return tablesOf(tx);
    });
}

/** @returns false where it could not be tried, because this login may not create a database */
async function restoresTo(file: string, tables: Tables): Promise<boolean> {
  const restored = await tablesInScratch(file, settings.ownerUrl);
  if (restored === null) return false;
  const wrong = differing(tables, restored);
  if (wrong.length > 0) throw new Error(`restored, it is not the same: ${wrong.join(', ')}`);
  return true;
}

const owner = openDatabase({ url: settings.ownerUrl, most: 1 });
const archive = join(folder, archiveName(now));
let work: string | null = null;
try {
  await needRoom(owner);
  work = await mkdtemp(join(folder, '.backup-'));
  const file = join(work, DUMP);
  const tables = await dump(owner, file);
  const isChecked = await restoresTo(file, tables);
  await writeFile(join(work, MANIFEST), JSON.stringify({ madeAt: now.toISOString(), sha256: await digestOf(file), tables }, null, 1));
  await pack(`${archive}.part`, work);
  await rename(`${archive}.part`, archive);
  await keepErased(owner, folder);
  await noteBackup(owner, basename(archive));
  const dropped = archivesToDrop(await readdir(folder));
  for (const old of dropped) await rm(join(folder, old));
  process.stdout.write(
    [
      `Backed up: ${archive}, ${Math.ceil((await stat(archive)).size / 1024)} kB. Keep a copy on another machine.`,
      isChecked
        ? `Checked: restored into a database of its own, ${Object.keys(tables).length} tables are the same.`
        : `Not checked by restoring it: this login may not create a database. Allow it once: alter role … createdb`,
      ...(dropped.length > 0 ? [`Dropped ${dropped.length} older ${dropped.length === 1 ? 'archive' : 'archives'}.`] : []),
      '',
    ].join('\n'),
  );
} catch (error) {
  await rm(`${archive}.part`, { force: true });
  process.stderr.write(`No backup of ${databaseOf(settings.ownerUrl)} was made: ${(error as Error).message.trim()}\n`);
  process.exitCode = 1;
} finally {
  if (work !== null) await rm(work, { recursive: true, force: true });
  await owner.destroy();
}
