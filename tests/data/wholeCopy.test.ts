import { beforeAll, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { STAYS, WHOLE } from '#core/exchange/tables.ts';
import { TABLE_ABOUT } from '#words/wholeCopy.ts';
import { openDump, type Dump } from '#data/exchange/dump.ts';
import { packEverything } from '#services/exchange/everything.server.ts';
import { cloneDatabase, upToDateTemplate } from '../support/databases.ts';
import { connect } from './database.ts';

let urls: Awaited<ReturnType<typeof cloneDatabase>>;
beforeAll(async () => {
  urls = await cloneDatabase(await upToDateTemplate());
});

const textOf = async (pieces: AsyncIterable<Buffer>) => {
  const all: Buffer[] = [];
  for await (const piece of pieces) all.push(piece);
  return Buffer.concat(all).toString();
};
const tableOf = ({ tables }: Dump, name: string) => tables.find(({ table }) => table === name)!;

test('every table of the database goes out, or is known to stay', async () => {
  const { rows } = await sql<{ name: string }>`
    select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`.execute(
    connect(urls.ownerUrl),
  );
  expect([...Object.keys(WHOLE), ...STAYS].sort()).toEqual(rows.map(({ name }) => name));
});

test('each has a name of its own in plain words', () => {
  const names = Object.values(WHOLE);
  expect(Object.keys(TABLE_ABOUT)).toEqual(Object.keys(WHOLE));
  expect(new Set(names).size).toBe(names.length);
  for (const name of names) expect(name).toMatch(/^[a-z_]+$/);
});

test('what is read is one moment, by the server’s own login, and tables come after those that they refer to', async () => {
  const db = connect(urls.serverUrl);
  const dump = await openDump({ url: urls.serverUrl });
  await db
    .insertInto('person')
    .values({ name: 'Late Comer', email: null, phone: null, note: null, is_member: true, group_of: null, contact: null })
    .execute();
  const place = (name: string) => dump.tables.findIndex(({ table }) => table === name);
  expect(place('holding')).toBeLessThan(place('movement'));
  expect(place('person')).toBeLessThan(place('lot_written'));
  expect(await textOf(dump.jsonLines(tableOf(dump, 'person')))).not.toContain('Late Comer');
  await dump.close();
});

test.each([1, 40_000, 80_000, 120_000])('whoever hangs up after %i bytes ends it, and nothing else', async (bytes) => {
  const archive = packEverything(await openDump({ url: urls.serverUrl }), new Date('2026-11-27T10:00:00Z'));
  const closed = new Promise((resolve) => archive.once('close', resolve));
  let read = 0;
  archive.on('data', (chunk: Buffer) => {
    read += chunk.length;
    if (read >= bytes) archive.destroy();
  });
  archive.on('error', () => undefined);
  await closed;
  // What is still on its way from the database when its connection ends would throw by now.
  await new Promise((resolve) => {
    setTimeout(resolve, 300);
  });
  expect(read).toBeGreaterThanOrEqual(bytes);
});

test('a text that a spreadsheet would take for a formula is harmless as CSV, and exact as JSON', async () => {
  const db = connect(urls.serverUrl);
  await db
    .insertInto('person')
    .values({
      name: '=HYPERLINK("x")',
      email: null,
      phone: '+44 1',
      note: 'two\nlines, "quoted"\\',
      is_member: true,
      group_of: null,
      contact: null,
    })
    .execute();
  const dump = await openDump({ url: urls.serverUrl });
  const csv = await textOf(dump.csv(tableOf(dump, 'person')));
  expect(csv).toContain(`"'=HYPERLINK(""x"")"`);
  expect(csv).toContain(`'+44 1`);
  const rows = JSON.parse(`[${await textOf(dump.jsonLines(tableOf(dump, 'person')))}]`) as { name: string; note: string }[];
  expect(rows.find(({ name }) => name.startsWith('='))).toMatchObject({ name: '=HYPERLINK("x")', note: 'two\nlines, "quoted"\\' });
  await dump.close();
});
