import { randomUUID } from 'node:crypto';
import type { Db } from '#data/database.ts';
import { findImport, type ImportRead } from '#data/exchange/imports.ts';
import { sessionOf } from './session.ts';

interface Library {
  readonly url: string;
  readonly db: Db;
}

/** A form with files, as a coordinator's browser sends it. */
export async function sendForm(library: Pick<Library, 'url'>, path: string, fields: Record<string, string | File>): Promise<Response> {
  const form = new FormData();
  form.set('key', randomUUID());
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  return sessionOf(library, 'coordinator').get(path, { method: 'POST', body: form, headers: { origin: library.url } });
}

const AGAIN_MS = 50;

/** Waits until an import is so, as the background goes on with it. */
export async function importComesTo(db: Db, id: string, isThere: (one: ImportRead) => boolean): Promise<ImportRead> {
  for (;;) {
    const one = await findImport(db, id);
    if (one && isThere(one)) return one;
    await new Promise((resolve) => {
      setTimeout(resolve, AGAIN_MS);
    });
  }
}

const isRead = ({ state }: ImportRead) => state === 'columns' || state === 'failed';

/** Sends a file to be imported, and waits until it is read or refused. */
export async function sendSheet(library: Library, file: File): Promise<{ readonly address: string; readonly one: ImportRead }> {
  const sent = await sendForm(library, '/import', { file });
  const address = sent.headers.get('location');
  if (sent.status !== 302 || !address) throw new Error(`${file.name}: answered ${sent.status}`);
  return { address, one: await importComesTo(library.db, address.split('/').at(-1)!, isRead) };
}

/** Confirms the columns as they were guessed, and waits until the rows are checked. */
export async function checkRows(library: Library, address: string, { id, sheets }: ImportRead): Promise<ImportRead> {
  const columns = sheets.flatMap(({ thing, columns: fields }, index): [string, string][] => [
    [`thing.${index}`, thing ?? ''],
    ...fields.map((field, at): [string, string] => [`column.${index}.${at}`, field ?? '']),
  ]);
  await sessionOf(library, 'coordinator').post(address, [['intent', 'columns'], ...columns]);
  return importComesTo(library.db, id, ({ state }) => state === 'reviewed' || state === 'columns');
}
