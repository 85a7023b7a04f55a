import { Readable } from 'node:stream';
import { ZipArchive } from 'archiver';
import { dataPackage, FORMAT, librarySchema, VERSION, WHOLE } from '#core/exchange/tables.ts';
import type { Dump } from '#data/exchange/dump.ts';
import { readmeOf, TABLE_ABOUT } from '#words/wholeCopy.ts';

const aboutTable = (table: string) => TABLE_ABOUT[table]!;

/** Text packs well at the fastest setting; a photo is packed already. */
const FAST = { zlib: { level: 1 } };

/** Everything in one archive, as a stream: nothing of it stands in memory. The dump is closed when it ends or fails. */
export function packEverything(dump: Dump, now: Date): ZipArchive {
  const archive = new ZipArchive(FAST);
  void fill(archive, dump, now)
    .catch((error: unknown) => archive.destroy(error instanceof Error ? error : new Error(String(error))))
    .finally(() => dump.close().catch(() => undefined));
  return archive;
}

async function fill(archive: ZipArchive, dump: Dump, now: Date): Promise<void> {
  const about = { library: dump.library, exportedAt: now.toISOString() };
  // Whoever hangs up ends it where it is.
  const ended = new Promise<never>((_, reject) => {
    archive.once('error', reject);
    archive.once('close', () => reject(new Error('nobody reads it any more')));
  });
  ended.catch(() => undefined);
  const add = (name: string, source: string | Buffer | AsyncIterable<Buffer>, store = false) => {
    const added = new Promise((resolve) => archive.once('entry', resolve));
    archive.append(typeof source === 'string' || Buffer.isBuffer(source) ? source : streamOf(source), { name, date: now, store });
    return Promise.race([added, ended]);
  };
  await add('README.txt', readmeOf({ ...about, version: VERSION }));
  await add('datapackage.json', JSON.stringify(dataPackage(dump.tables, about, aboutTable), null, 1));
  await add('schema.json', JSON.stringify(librarySchema(dump.tables, aboutTable), null, 1));
  for (const table of dump.tables) await add(`tables/${WHOLE[table.table]!}.csv`, dump.csv(table));
  await add('library.json', libraryJson(dump, about));
  for await (const { name, jpeg } of dump.photos()) await add(name, jpeg, true);
  await archive.finalize();
}

/** Its failure is told by the archive; where that has ended first, as when somebody hangs up, nobody else listens. */
function streamOf(source: AsyncIterable<Buffer>): Readable {
  return Readable.from(source, { objectMode: false }).on('error', () => undefined);
}

/** The whole as JSON, a row to a line, so that it can be read a line at a time. */
async function* libraryJson(dump: Dump, about: { readonly library: string; readonly exportedAt: string }): AsyncGenerator<Buffer> {
  const head = { format: FORMAT, version: VERSION, release: dump.release, library: about.library, exported_at: about.exportedAt };
  yield Buffer.from(`${JSON.stringify(head).slice(0, -1)},"tables":{\n`);
  for (const [index, table] of dump.tables.entries()) {
    yield Buffer.from(`${index > 0 ? ',' : ''}${JSON.stringify(WHOLE[table.table]!)}:[\n`);
    yield* dump.jsonLines(table);
    yield Buffer.from(']\n');
  }
  yield Buffer.from('}}\n');
}
