import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, request as apiRequest, test } from './granary.ts';
import { answer, restIsUnknown } from './interview.ts';
import pg from 'pg';
import { stateOf } from './roles.ts';

const ROOT = join(import.meta.dirname, '../..');
const baseURL = process.env['PUBLIC_URL']!;

test.describe('what the server says and refuses', () => {
  test('pages carry a content security policy with a nonce, and the usual headers', async ({ request }) => {
    const headers = (await request.get('/sign-in')).headers();
    expect(headers['content-security-policy']).toMatch(/script-src 'self' 'nonce-[\w+/=]+'/);
    expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
    expect(headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'same-origin', 'cache-control': 'no-store' });
    expect(headers['x-powered-by']).toBeUndefined();
    const other = (await request.get('/sign-in')).headers();
    expect(other['content-security-policy']).not.toBe(headers['content-security-policy']);
  });

  test('a post from another site, or from nowhere, does nothing', async () => {
    const session = await apiRequest.newContext({ baseURL, storageState: stateOf('coordinator'), maxRedirects: 0 });
    const origins: Record<string, string>[] = [{ origin: 'https://elsewhere.example' }, { origin: 'null' }, {}];
    for (const headers of origins) {
      expect((await session.post('/people/new', { form: { key: randomUUID(), name: 'Nobody' }, headers })).status()).toBe(403);
      expect((await session.post('/people/new.data', { form: { key: randomUUID(), name: 'Nobody' }, headers })).status()).toBe(403);
    }
    expect(await (await session.get('/desk?who=everybody&search=Nobody')).text()).toContain('Nobody here is called');
    await session.dispose();
  });

  test('the session cookie is out of reach of scripts and of other sites', async () => {
    const stranger = await apiRequest.newContext({ baseURL, maxRedirects: 0 });
    const answer = await stranger.post('/sign-in', {
      form: { email: 'member@hollinreach.example', password: 'grain by grain' },
      headers: { origin: baseURL },
    });
    expect(answer.headers()['set-cookie']).toMatch(/granary_session=[\w-]{43}; HttpOnly; Path=\/; .*SameSite=Lax/);
    await stranger.dispose();
  });

  test('signing in goes on only to a page of this site', async () => {
    for (const then of ['https://elsewhere.example/', '//elsewhere.example', '/\\elsewhere.example']) {
      const stranger = await apiRequest.newContext({ baseURL, maxRedirects: 0 });
      const answer = await stranger.post('/sign-in', {
        form: { email: 'member@hollinreach.example', password: 'grain by grain', then },
        headers: { origin: baseURL },
      });
      expect(answer.headers()['location']).toBe('/');
      await stranger.dispose();
    }
  });

  test('what people type is shown as text', async ({ browser }) => {
    const page = await (await browser.newContext({ storageState: stateOf('coordinator') })).newPage();
    await page.goto(`/find?q=${encodeURIComponent('<img src=x onerror=alert(1)>')}`);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('<img src=x');
  });
});

const started: ChildProcess[] = [];
test.afterAll(() => started.forEach((child) => child.kill('SIGKILL')));

/** Runs a command of bin/ until it says something that fits; gives what it said. */
function runUntil(
  command: string,
  args: string[],
  env: Record<string, string>,
  said: RegExp,
): Promise<{ child: ChildProcess; output: () => string }> {
  const child = spawn(join(ROOT, command), args, { env: { ...process.env, ...env }, detached: true });
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

const ended = (child: ChildProcess) =>
  new Promise<number | null>((resolve) => (child.exitCode !== null ? resolve(child.exitCode) : child.on('exit', resolve)));
/** As Ctrl-C does: to the whole group. */
const interrupt = (child: ChildProcess) => process.kill(-child.pid!, 'SIGINT');

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

/** An empty database in the tests' cluster, and its two addresses. */
async function ownDatabase() {
  const owner = new URL(process.env['OWNER_DATABASE_URL']!);
  const server = new URL(process.env['DATABASE_URL']!);
  const name = `own_${randomUUID().replaceAll('-', '')}`;
  const maker = new pg.Client({ connectionString: owner.href });
  await maker.connect();
  await maker.query(`create database ${name}`);
  await maker.end();
  owner.pathname = server.pathname = `/${name}`;
  return { DATABASE_URL: server.href, OWNER_DATABASE_URL: owner.href };
}

test.describe('bin/start on a database of one’s own', () => {
  test.setTimeout(90_000);

  test('makes no sample accounts; the first coordinator comes by a link on the console, and two servers share the session', async ({
    browser,
  }) => {
    const database = await ownDatabase();
    const [one, other] = [await freePort(), await freePort()];
    const env = (port: number) => ({ ...database, PORT: String(port), PUBLIC_URL: `http://127.0.0.1:${port}`, SAMPLE_DATA: '' });
    const first = await runUntil('bin/start', [], env(one), /Kind Granary is at/);
    const second = await runUntil('bin/start', [], env(other), /Kind Granary is at/);
    const link = /(http:\S+\/welcome\/\S+)/.exec(first.output())![1]!;
    const page = await (await browser.newContext()).newPage();
    await page.goto(`http://127.0.0.1:${one}/sign-in`);
    await expect(page.getByText('Sample sign-ins')).toBeHidden();
    await page.goto(link);
    await page.getByLabel('Your library’s name').fill('Upper Wend Seeds');
    await page.getByLabel('Your name').fill('Una Sallow');
    await page.getByLabel('E-mail').fill('una@house.example');
    await page.getByLabel('New password').fill('short');
    await page.getByLabel('The same again').fill('other');
    await page.getByRole('button', { name: 'Go in' }).click();
    await expect(page.getByText('Use at least 12 characters')).toBeVisible();
    await page.getByLabel('New password').fill('four dry words here');
    await page.getByLabel('The same again').fill('four dry words here');
    await page.getByRole('button', { name: 'Go in' }).click();
    await expect(page.getByText('Nothing is due')).toBeVisible();
    await page.goto(`http://127.0.0.1:${other}/shelves`);
    await expect(page.getByText('The shelves are empty')).toBeVisible();
    // The very first lot of a new library, with the very first place.
    await page.goto(`http://127.0.0.1:${other}/intake`);
    await answer(page, {
      'How did it come?': 'Donated',
      Crop: 'Pea',
      Variety: 'First Comer',
      'What kind of seed?': 'Open-pollinated',
      'When was it harvested?': 'unknown',
      'What does it come as?': 'Clean seed',
      'How much is there?': '½ oz',
      'Where does it go?': 'Tin box under the stairs',
      'Into a': 'Tin',
    });
    await restIsUnknown(page);
    await page.getByRole('button', { name: 'Take it in' }).click();
    await expect(page.getByRole('main')).toContainText('Tin box under the stairs');
    await expect(page.getByText('nobody knows how old it is').first()).toBeVisible();
    for (const { child } of [first, second]) {
      child.kill('SIGTERM');
      expect(await ended(child)).toBe(0);
    }
  });

  test('says what is wrong, in a line, when it cannot start', async () => {
    const run = (env: Record<string, string>) =>
      spawnSync(join(ROOT, 'bin/start'), { env: { ...process.env, ...env }, encoding: 'utf8', timeout: 180_000 });
    const busy = new URL(baseURL).port;
    const cases: [Record<string, string>, RegExp][] = [
      [{ DATABASE_URL: '' }, /DATABASE_URL is not set/],
      [{ PORT: 'many' }, /PORT is "many"/],
      [{ PORT: busy }, new RegExp(`Port ${busy} is in use`)],
      [
        { DATABASE_URL: 'postgresql://nobody:x@127.0.0.1:1/none', OWNER_DATABASE_URL: 'postgresql://nobody:x@127.0.0.1:1/none' },
        /PostgreSQL does not answer/,
      ],
    ];
    for (const [env, said] of cases) {
      const { status, stderr } = run(env);
      expect(stderr).toMatch(said);
      expect(status).not.toBe(0);
    }
  });
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

test('bin/demo starts, stops with Ctrl-C, keeps the data, and starts again after a crash', async () => {
  test.setTimeout(180_000);
  const data = await mkdtemp(join(tmpdir(), 'kind-granary-demo-'));
  spawnSync('chmod', ['755', data]);
  const env = { KIND_GRANARY_DATA: data, PORT: String(await freePort()), PUBLIC_URL: '', SAMPLE_DATA: '' };
  const url = `http://127.0.0.1:${env.PORT}`;
  const run = () => runUntil('bin/demo', [], { ...env, PUBLIC_URL: url }, /Ctrl-C stops it/);
  const lock = join(data, 'demo', 'postmaster.pid');

  const first = await run();
  expect(first.output()).toContain('Sample data: 60 lots');
  const busy = spawnSync(join(ROOT, 'bin/demo'), { env: { ...process.env, ...env }, encoding: 'utf8' });
  expect(busy.stderr).toContain(`Port ${env.PORT} is in use by another program`);
  const session = await apiRequest.newContext({ baseURL: url, extraHTTPHeaders: { origin: url } });
  await session.post('/sign-in', { form: { email: 'helper@hollinreach.example', password: 'grain by grain' } });
  await session.post('/people/new', { form: { key: randomUUID(), name: 'Kept Person', isMember: 'on' } });
  interrupt(first.child);
  await ended(first.child);
  expect(first.output()).toContain('The data are kept');
  expect(existsSync(lock)).toBe(false);

  const second = await run();
  expect(second.output()).not.toContain('Sample data');
  expect(await (await session.get('/desk?search=Kept')).text()).toContain('Kept Person');
  const postmaster = Number(readFileSync(lock, 'utf8').split('\n')[0]);
  expect(/^Uid:\s+(\d+)/m.exec(readFileSync(`/proc/${postmaster}/status`, 'utf8'))![1]).not.toBe('0');
  process.kill(-second.child.pid!, 'SIGKILL');
  process.kill(postmaster, 'SIGKILL');
  await expect.poll(() => existsSync(`/proc/${postmaster}`)).toBe(false);

  const third = await run();
  expect(third.output()).toContain('Clearing the lock');
  expect(await (await session.get('/desk?search=Kept')).text()).toContain('Kept Person');
  interrupt(third.child);
  await ended(third.child);
  spawnSync('rm', ['-rf', data]);
});
