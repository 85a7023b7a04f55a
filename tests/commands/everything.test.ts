import { describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import { bareDatabase } from '../support/databases.ts';
import { ROOT } from '../support/server.ts';

type Database = Awaited<ReturnType<typeof bareDatabase>>;

const folder = () => mkdtempSync(join(tmpdir(), 'kind-granary-everything-'));

function run(command: string, database: Database, words: readonly string[], before = '') {
  const env = { ...process.env, NODE_OPTIONS: '', OWNER_DATABASE_URL: database.ownerUrl, DATABASE_URL: database.serverUrl };
  const line = `${before}exec ${join(ROOT, command)} "$@"`;
  const { status, stdout, stderr } = spawnSync('bash', ['-c', line, command, ...words], {
    env,
    cwd: ROOT,
    encoding: 'utf8',
    timeout: 240_000,
  });
  return { status, said: stdout + stderr };
}

/** A sample library of so many lots. */
async function sample(lots: number): Promise<Database> {
  const database = await bareDatabase();
  const env = { ...process.env, NODE_OPTIONS: '', OWNER_DATABASE_URL: database.ownerUrl, DATABASE_URL: database.serverUrl };
  const { status, stderr } = spawnSync('node', ['build/programs/seed.js', '--lots', String(lots)], {
    env,
    cwd: ROOT,
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return database;
}

let small: Promise<Database> | undefined;
/** A small sample library that no test changes. */
const kept = () => (small ??= sample(24));

/** The archive that a library is exported to. */
function exported(database: Database) {
  const into = folder();
  const { status, said } = run('bin/export', database, [into]);
  expect([status, said]).toEqual([0, expect.stringMatching(/^Written: /)]);
  const file = join(into, readdirSync(into)[0]!);
  const files = unzipSync(new Uint8Array(readFileSync(file)));
  return { file, files, text: (name: string) => strFromU8(files[name]!) };
}

const rowsOf = (archive: ReturnType<typeof exported>) => archive.text('library.json').split('\n').slice(1).join('\n');

// Each is generated anew: other lots, loans, holds, tests, batches and grow-outs.
describe.each([24, 70])('a sample library of %i lots', (lots) => {
  test('is the same after it went out and came into an empty database', async () => {
    const first = exported(lots === 24 ? await kept() : await sample(lots));
    const empty = await bareDatabase();
    expect(run('bin/bring-in', empty, [first.file])).toEqual({
      status: 0,
      said: expect.stringMatching(/^Brought in: \d+ rows of \d+ tables/),
    });
    const again = exported(empty);
    expect(Object.keys(again.files)).toEqual(Object.keys(first.files));
    expect(rowsOf(again)).toBe(rowsOf(first));
    for (const name of Object.keys(first.files).filter((each) => /^(tables|photos)\//.test(each)))
      expect([name, Buffer.compare(again.files[name]!, first.files[name]!)]).toEqual([name, 0]);
  });
});

test('the archive tells what is in it, opens no door, and is whole JSON', async () => {
  const archive = exported(await kept());
  const library = JSON.parse(archive.text('library.json')) as {
    format: string;
    tables: Record<string, readonly Record<string, unknown>[]>;
  };
  const schema = JSON.parse(archive.text('schema.json')) as {
    properties: { tables: { properties: Record<string, { items: { properties: Record<string, unknown> } }> } };
  };
  const described = JSON.parse(archive.text('datapackage.json')) as {
    resources: { path: string; schema: { fields: { name: string }[] } }[];
  };
  expect(library.format).toBe('kind-granary-library');
  expect(Object.keys(library.tables).sort()).toEqual(Object.keys(schema.properties.tables.properties).sort());
  for (const { path, schema: table } of described.resources)
    expect([path, archive.text(path).split('\n')[0]]).toEqual([path, table.fields.map(({ name }) => name).join(',')]);
  expect(library.tables['accounts']!.length).toBeGreaterThan(0);
  for (const account of library.tables['accounts']!) expect([account['password_hash'], account['pin_hash']]).toEqual([null, null]);
  expect(archive.text('library.json')).not.toMatch(/argon2|token_hash/);
  expect(archive.text('README.txt')).toContain('bin/bring-in');
});

test('a library that is there is left alone, and so is an empty one by an archive that is damaged', async () => {
  const database = await kept();
  const { file } = exported(database);
  expect(run('bin/bring-in', database, [file])).toEqual({ status: 1, said: expect.stringMatching(/there is a library in this database/) });
  const empty = await bareDatabase();
  const half = join(folder(), 'half.zip');
  const files = unzipSync(new Uint8Array(readFileSync(file)));
  writeFileSync(half, zipSync({ 'library.json': files['library.json']!.slice(0, files['library.json']!.length / 2) }));
  expect(run('bin/bring-in', empty, [half])).toEqual({ status: 1, said: expect.stringMatching(/Nothing was brought into/) });
  writeFileSync(half, 'no archive');
  expect(run('bin/bring-in', empty, [half])).toEqual({ status: 1, said: expect.stringMatching(/Nothing was brought into/) });
  // Nothing half is there: the whole comes in after it.
  expect(run('bin/bring-in', empty, [file]).status).toBe(0);
});

test('a disk that fills up in the midst of it leaves nothing half', async () => {
  const into = folder();
  const { status, said } = run('bin/export', await kept(), [into], 'ulimit -f 40; ');
  expect([status, said]).toEqual([1, expect.stringMatching(/^Nothing was written/)]);
  expect(readdirSync(into)).toEqual([]);
});
