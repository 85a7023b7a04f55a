import { afterAll, describe, expect, test } from '@jest/globals';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'kysely';
import { openDatabase, type Db } from '#data/database.ts';
import { readHandover } from '#data/people/handover.ts';
import { keepErased } from '../../server/erased.ts';
import { forgetPerson } from '#services/people/forgetPerson.server.ts';
import { bareDatabase } from '../support/databases.ts';
import { ended, freePort, ROOT } from '../support/server.ts';

const started: ChildProcess[] = [];
afterAll(() => started.forEach((child) => child.kill('SIGKILL')));

/** Runs a command of bin/ until it says something that fits; gives what it said. */
function runUntil(command: string, env: Record<string, string>, said: RegExp): Promise<{ child: ChildProcess; output: () => string }> {
  const child = spawn(join(ROOT, command), [], { env: { ...process.env, NODE_OPTIONS: '', ...env }, detached: true });
  started.push(child);
  let output = '';
  return new Promise((resolve, reject) => {
    const hear = (chunk: Buffer) => {
      output += chunk.toString();
      if (said.test(output)) resolve({ child, output: () => output });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', () =>
      said.test(output) ? resolve({ child, output: () => output }) : reject(new Error(`${command} ended: ${output}`)),
    );
  });
}

/** As Ctrl-C does: to the whole group. */
const interrupt = (child: ChildProcess) => process.kill(-child.pid!, 'SIGINT');

test('bin/start makes no sample accounts, and says by which link the first coordinator comes; SIGTERM ends it', async () => {
  const { ownerUrl, serverUrl } = await bareDatabase();
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const env = { OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: serverUrl, PORT: String(port), PUBLIC_URL: url, SAMPLE_DATA: '' };
  const { child, output } = await runUntil('bin/start', env, /Kind Granary is at/);
  expect(output()).toMatch(/http:\S+\/welcome\/\S+/);
  expect(readFileSync(`/proc/${child.pid}/cmdline`, 'utf8')).toContain('--max-old-space-size=256');
  expect(await (await fetch(`${url}/sign-in`)).text()).not.toContain('Sample sign-ins');
  child.kill('SIGTERM');
  expect(await ended(child)).toBe(0);
});

test('bin/let-in makes a successor a coordinator by a link of theirs, and says what it needs', async () => {
  const { ownerUrl, serverUrl } = await bareDatabase();
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const env = { OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: serverUrl, PORT: String(port), PUBLIC_URL: url, SAMPLE_DATA: '' };
  const letIn = (...words: string[]) =>
    spawnSync(join(ROOT, 'bin/let-in'), words, { env: { ...process.env, NODE_OPTIONS: '', ...env }, encoding: 'utf8', timeout: 30_000 });
  const { child } = await runUntil('bin/start', env, /Kind Granary is at/);
  expect(letIn('Una Sallow', 'not an address')).toMatchObject({ status: 1, stderr: expect.stringContaining('bin/let-in "Una Sallow"') });
  for (const round of [1, 2]) {
    const { status, stdout } = letIn('Una Sallow', 'una@house.example');
    expect([round, status]).toEqual([round, 0]);
    const link = /(http:\S+\/welcome\/\S+)/.exec(stdout)![1]!;
    expect(await (await fetch(link)).text()).toContain('Choose a password');
  }
  child.kill('SIGTERM');
  expect(await ended(child)).toBe(0);
});

describe('a library is saved and brought back', () => {
  /** A library of its own with a person in it, its server ended, and a folder for archives. */
  async function savedLibrary() {
    const { ownerUrl, serverUrl } = await bareDatabase();
    const env = { OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: serverUrl, PORT: String(await freePort()), SAMPLE_DATA: '' };
    const { child } = await runUntil('bin/start', env, /Kind Granary is at/);
    child.kill('SIGTERM');
    await ended(child);
    const folder = mkdtempSync(join(tmpdir(), 'kind-granary-backup-'));
    folders.push(folder);
    const inIt = async <Result>(work: (db: Db) => Promise<Result>, url = ownerUrl) => {
      const db = openDatabase({ url, most: 1 });
      return work(db).finally(() => db.destroy());
    };
    const run = (command: string, words: readonly string[], change: Record<string, string> = {}) =>
      spawnSync(join(ROOT, command), [...words], {
        env: { ...process.env, NODE_OPTIONS: '', ...env, ...change },
        encoding: 'utf8',
        timeout: 60_000,
        input: '',
      });
    const name = (id: number, url?: string) =>
      inIt(async (db) => (await db.selectFrom('person').select('name').where('id', '=', id).executeTakeFirst())?.name, url);
    const odd = await inIt((db) =>
      db.insertInto('person').values({ name: 'Odd Sallow', is_member: true }).returning('id').executeTakeFirstOrThrow(),
    );
    return { ownerUrl, folder, inIt, run, name, id: odd.id };
  }
  const folders: string[] = [];
  afterAll(() => folders.forEach((folder) => rmSync(folder, { recursive: true, force: true })));

  test('bin/backup keeps all of it in one dated archive that was restored for a check, and says what it needs', async () => {
    const { folder, inIt, run, ownerUrl } = await savedLibrary();
    expect(run('bin/backup', [join(folder, 'nowhere')])).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('Say into which folder'),
    });
    const done = run('bin/backup', [folder]);
    expect(done).toMatchObject({ status: 0, stdout: expect.stringContaining('Checked: restored into a database of its own') });
    const archives = () => readdirSync(folder).filter((file) => file.startsWith('kind-granary'));
    expect(archives()).toEqual([expect.stringMatching(/^kind-granary-\d{4}-\d\d-\d\dT\d{6}\.tar$/)]);
    expect((await inIt((db) => readHandover(db, '2026-11-27'))).lastBackup).toMatchObject({ file: archives()[0] });
    const { rows } = await inIt((db) => sql`select from pg_database where datname like '%check%'`.execute(db));
    expect(rows).toEqual([]);
    // What is cut off, on a full disk or for want of a database, leaves nothing behind.
    const left = readdirSync(folder).sort();
    const full = spawnSync('bash', ['-c', `ulimit -f 16; exec ${join(ROOT, 'bin/backup')} ${folder}`], {
      env: { ...process.env, NODE_OPTIONS: '', OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: ownerUrl },
      encoding: 'utf8',
      timeout: 60_000,
    });
    expect(full).toMatchObject({ status: 1, stderr: expect.stringContaining('No backup of') });
    expect(run('bin/backup', [folder], { OWNER_DATABASE_URL: ownerUrl.replace(/\/[^/]+$/, '/no_such_library') })).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('No backup of no_such_library was made'),
    });
    expect(readdirSync(folder).sort()).toEqual(left);
  });

  test('bin/restore brings it back into an empty database, and over a library only when its name is said; who was erased stays so', async () => {
    const { folder, inIt, run, name, id, ownerUrl } = await savedLibrary();
    expect(run('bin/backup', [folder]).status).toBe(0);
    const archive = join(
      folder,
      readdirSync(folder).find((file) => file.endsWith('.tar'))!,
    );
    await inIt((db) => db.updateTable('person').set({ name: 'Renamed since' }).where('id', '=', id).execute());

    expect(run('bin/restore', [join(folder, 'none.tar')])).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('Say which archive'),
    });
    const asks = run('bin/restore', [archive]);
    expect(asks).toMatchObject({ status: 1, stderr: expect.stringContaining('To replace it: --replace') });
    const house = /--replace "([^"]*)"/.exec(asks.stderr)![1]!;
    expect(run('bin/restore', [archive, '--replace', `${house}?`]).status).toBe(1);
    expect(await name(id)).toBe('Renamed since');
    const done = run('bin/restore', [archive, '--replace', house]);
    expect(done).toMatchObject({ status: 0, stdout: expect.stringContaining('tables are as they were') });
    expect(await name(id)).toBe('Odd Sallow');

    await inIt((db) => forgetPerson(db, id, new Date('2026-11-27T10:00:00Z')));
    await inIt((db) => keepErased(db, folder));
    const empty = await bareDatabase();
    const elsewhere = { OWNER_DATABASE_URL: empty.ownerUrl, DATABASE_URL: empty.serverUrl };
    expect(run('bin/restore', [archive], elsewhere)).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('Erased again: 1 person'),
    });
    expect(await name(id, empty.ownerUrl)).toBe('Former member');
    // It serves again, as the server's own login.
    const { child } = await runUntil('bin/start', { ...elsewhere, PORT: String(await freePort()), SAMPLE_DATA: '' }, /Kind Granary is at/);
    child.kill('SIGTERM');
    expect(await ended(child)).toBe(0);

    const damaged = join(folder, 'damaged.tar');
    const bytes = readFileSync(archive);
    bytes[Math.floor(bytes.length / 3)]! ^= 0xff;
    writeFileSync(damaged, bytes);
    expect(run('bin/restore', [damaged, '--replace', house])).toMatchObject({ status: 1, stderr: expect.stringContaining('Not restored') });
    expect(await name(id, ownerUrl)).toBe('Former member');
  });
});

test('bin/start says what is wrong, in a line, when it cannot start', async () => {
  const { ownerUrl, serverUrl } = await bareDatabase();
  const busy = await freePort();
  const other = createServer();
  await new Promise<void>((resolve) => other.listen(busy, '127.0.0.1', resolve));
  const run = (env: Record<string, string>) =>
    spawnSync(join(ROOT, 'bin/start'), {
      env: { ...process.env, NODE_OPTIONS: '', OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: serverUrl, ...env },
      encoding: 'utf8',
      timeout: 30_000,
    });
  const nowhere = 'postgresql://nobody:x@127.0.0.1:1/none';
  const cases: [Record<string, string>, RegExp][] = [
    [{ DATABASE_URL: '' }, /DATABASE_URL is not set/],
    [{ PORT: 'many' }, /PORT is "many"/],
    [{ PORT: String(busy) }, new RegExp(`Port ${busy} is in use`)],
    [{ DATABASE_URL: nowhere, OWNER_DATABASE_URL: nowhere }, /PostgreSQL does not answer/],
    [{ CLOCK: 'tomorrow' }, /CLOCK is "tomorrow"/],
    [{ SERVER_MEMORY: 'plenty' }, /SERVER_MEMORY is "plenty"/],
  ];
  try {
    for (const [env, said] of cases) {
      const { status, stderr } = run(env);
      expect(stderr).toMatch(said);
      expect(status).not.toBe(0);
    }
  } finally {
    other.close();
  }
});

test('what is missing is named in a line, with the way out', async () => {
  // A copy that everybody can read, wherever the project lies.
  const copy = await mkdtemp(join(tmpdir(), 'kind-granary-bin-'));
  spawnSync('sh', ['-c', `mkdir -p ${copy}/bin/lib && cp ${ROOT}/bin/lib/common.sh ${copy}/bin/lib && chmod -R a+rX ${copy}`]);
  const ask = (script: string, as: readonly string[] = []) => {
    const [command, ...args] = [...as, 'bash', '-c', `. ${copy}/bin/lib/common.sh; ${script}`];
    return spawnSync(command!, args, { encoding: 'utf8', cwd: copy, env: { ...process.env, KIND_GRANARY_DATA: tmpdir() } });
  };
  const disk = ask('need_space 999999999');
  expect(disk.stderr).toMatch(/Only \d+ MB are free .* Make room/);
  expect(disk.status).toBe(1);
  const stranger = ask('need_debian PostgreSQL postgresql', process.getuid?.() === 0 ? ['setpriv', '--reuid=65534', '--clear-groups'] : []);
  expect(stranger.stderr).toContain('sudo apt-get update && sudo apt-get install -y postgresql');
  expect(stranger.status).toBe(1);
  expect(ask('command() { return 1; }; need_node').stderr).toContain('Node.js is missing');
});

test('a port that somebody else takes at the last moment is left to them: PostgreSQL starts on the next', async () => {
  const data = await mkdtemp(join(tmpdir(), 'kind-granary-port-'));
  spawnSync('chmod', ['755', data]);
  const busy = await freePort();
  const other = createServer();
  await new Promise<void>((resolve) => other.listen(busy, '127.0.0.1', resolve));
  // It looked free when it was asked for.
  const script = `. bin/lib/common.sh; . bin/lib/postgres.sh; need_postgres
    free_port() { if [ "$1" = 54320 ]; then echo ${busy}; else port=$1; until port_is_free $port; do port=$((port + 1)); done; echo $port; fi; }
    start_postgres ${data}/data ${data}/secrets; echo "on $PG_PORT"; stop_postgres`;
  try {
    const { stdout, stderr } = spawnSync('bash', ['-c', script], {
      cwd: ROOT,
      encoding: 'utf8',
      env: { ...process.env, KIND_GRANARY_DATA: data },
    });
    expect(stderr).not.toContain('did not start');
    expect(Number(/on (\d+)/.exec(stdout)?.[1])).toBeGreaterThan(busy);
  } finally {
    other.close();
  }
});

test('bin/demo starts, stops with Ctrl-C, keeps the data, and starts again after a crash', async () => {
  const data = await mkdtemp(join(tmpdir(), 'kind-granary-demo-'));
  spawnSync('chmod', ['755', data]);
  const port = String(await freePort());
  const url = `http://127.0.0.1:${port}`;
  const env = { KIND_GRANARY_DATA: data, PORT: port, PUBLIC_URL: url, SAMPLE_DATA: '' };
  const run = () => runUntil('bin/demo', env, /Ctrl-C stops it/);
  const lock = join(data, 'demo', 'postmaster.pid');
  let cookie = '';
  const ask = async (path: string, form?: Record<string, string>) => {
    const post = form && { method: 'POST', body: new URLSearchParams(form) };
    const answer = await fetch(url + path, { redirect: 'manual', ...post, headers: { origin: url, cookie } });
    cookie = answer.headers.get('set-cookie')?.split(';')[0] ?? cookie;
    return answer.text();
  };

  const first = await run();
  expect(first.output()).toContain('Sample data: 60 lots');
  const busy = spawnSync(join(ROOT, 'bin/demo'), { env: { ...process.env, ...env }, encoding: 'utf8' });
  expect(busy.stderr).toContain(`Port ${port} is in use by another program`);
  await ask('/sign-in', { email: 'helper@hollinreach.example', password: 'grain by grain' });
  await ask('/people/new', { key: randomUUID(), name: 'Kept Person', isMember: 'on' });
  interrupt(first.child);
  await ended(first.child);
  expect(first.output()).toContain('The data are kept');
  expect(existsSync(lock)).toBe(false);

  const second = await run();
  expect(second.output()).not.toContain('Sample data');
  expect(await ask('/desk?search=Kept')).toContain('Kept Person');
  const postmaster = Number(readFileSync(lock, 'utf8').split('\n')[0]);
  expect(/^Uid:\s+(\d+)/m.exec(readFileSync(`/proc/${postmaster}/status`, 'utf8'))![1]).not.toBe('0');
  process.kill(-second.child.pid!, 'SIGKILL');
  process.kill(postmaster, 'SIGKILL');
  while (existsSync(`/proc/${postmaster}`)) await new Promise((resolve) => setTimeout(resolve, 50));

  const third = await run();
  expect(third.output()).toContain('Clearing the lock');
  expect(await ask('/desk?search=Kept')).toContain('Kept Person');
  interrupt(third.child);
  await ended(third.child);
  spawnSync('rm', ['-rf', data]);
});
