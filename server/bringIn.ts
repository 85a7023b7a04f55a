import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';
import { promisify } from 'node:util';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { z } from 'zod';
import { FORMAT, isPhoto, VERSION, WHOLE, type WholeTable } from '#core/exchange/tables.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { openDump, RELEASE } from '#data/exchange/dump.ts';
import { closeUp, fillTable, holdsLibrary, makeRoom } from '#data/exchange/fill.ts';
import { clockFrom } from '#services/clock.server.ts';
import { databaseOf } from './archive.ts';
import { prepareDatabase } from './prepare.ts';
import { readSettings } from './settings.ts';

const [file = ''] = process.argv.slice(2);
const settings = readSettings(process.env);
const now = clockFrom(settings.clock)();

const head = z.object({ format: z.literal(FORMAT), version: z.literal(VERSION), release: z.string(), library: z.string() });
const ROWS_AT_ONCE = 1000;

const openZip = promisify<string, yauzl.Options, ZipFile>(yauzl.open);

/** What an archive holds, by name, and a way to read it. */
async function openArchive(path: string) {
  const zip = await openZip(path, { lazyEntries: true, autoClose: false });
  const entries = new Map<string, Entry>();
  await new Promise<void>((resolve, reject) => {
    zip.on('entry', (entry: Entry) => {
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.once('end', resolve);
    zip.once('error', reject);
    zip.readEntry();
  });
  const open = promisify(zip.openReadStream.bind(zip) as (entry: Entry, done: (error: Error | null, stream: Readable) => void) => void);
  const read = (name: string): Promise<Readable> => {
    const entry = entries.get(name);
    if (!entry) throw new Error(`the archive lacks ${name}: it is none of ours, or not whole`);
    return open(entry);
  };
  return { read, close: () => zip.close() };
}
type Archive = Awaited<ReturnType<typeof openArchive>>;

async function readBytes(stream: Readable): Promise<Buffer> {
  const pieces: Buffer[] = [];
  for await (const piece of stream) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
}

/** A photo's row, with the photo itself in the place of its file's name. */
async function withPhoto(archive: Archive, line: string): Promise<string> {
  const row = JSON.parse(line) as Record<string, unknown>;
  return JSON.stringify({ ...row, jpeg: (await readBytes(await archive.read(String(row['jpeg'])))).toString('base64') });
}

/** Reads the copy line by line and writes its tables, all or none. @returns how many rows */
async function fillFrom(archive: Archive, owner: Db, tables: readonly WholeTable[]): Promise<number> {
  const lines = createInterface({ input: await archive.read('library.json'), crlfDelay: Infinity })[Symbol.asyncIterator]();
  const next = async () => (await lines.next()).value as string | undefined;
  const first = await next();
  const told = head.parse(JSON.parse(`${(first ?? '').replace(/,"tables":\{$/, '')}}`));
  if (told.release !== RELEASE)
    throw new Error(
      `the archive is of the release ${told.release}, this program of ${RELEASE}. Take the same release, and upgrade afterwards`,
    );
  return owner.transaction().execute(async (tx) => {
    await makeRoom(tx, tables);
    let rows = 0;
    for (const table of tables) {
      const begins = await next();
      if (begins?.replace(/^,/, '') !== `${JSON.stringify(WHOLE[table.table]!)}:[`)
        throw new Error(`the archive does not go on with ${WHOLE[table.table]!}`);
      const hasPhotos = table.columns.some(({ name }) => isPhoto(table.table, name));
      let some: string[] = [];
      for (let line = await next(); line !== ']'; line = await next()) {
        if (line === undefined) throw new Error('the archive ends in the midst of a table');
        const row = line.startsWith(',') ? line.slice(1) : line;
        some.push(hasPhotos ? await withPhoto(archive, row) : row);
        rows += 1;
        if (some.length === ROWS_AT_ONCE) {
          await fillTable(tx, table, some);
          some = [];
        }
      }
      await fillTable(tx, table, some);
    }
    await closeUp(tx, tables);
    return rows;
  });
}

const owner = openDatabase({ url: settings.ownerUrl, most: 2 });
try {
  await prepareDatabase(settings, now);
  if (await holdsLibrary(owner)) throw new Error('there is a library in this database. Say an empty one');
  const dump = await openDump({ url: settings.ownerUrl });
  await dump.close();
  const archive = await openArchive(file);
  const rows = await fillFrom(archive, owner, dump.tables);
  archive.close();
  process.stdout.write(
    `Brought in: ${rows} rows of ${dump.tables.length} tables. Passwords were not in it. Make a link for whoever leads the library: bin/let-in "Name" mail@example.org\n`,
  );
} catch (error) {
  process.stderr.write(`Nothing was brought into ${databaseOf(settings.ownerUrl)}: ${(error as Error).message.trim().split('\n')[0]}\n`);
  process.exitCode = 1;
} finally {
  await owner.destroy();
}
