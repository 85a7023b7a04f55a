import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { ended, freePort, ROOT } from '../support/server.ts';
import { sessionOf } from '../support/session.ts';
import { amissWith, deedsOn, readGround, underLoad } from '../support/deeds.ts';
import { now } from '../support/library.ts';
import { audit } from './audit.ts';
import { drawnFrom, hostileLibrary, type HostileLibrary } from './hostileLibrary.ts';

const NGINX = ['/usr/sbin/nginx', '/usr/bin/nginx'].find(existsSync);
const whereThereIsNginx = NGINX ? test : test.skip;

let library: HostileLibrary;
let folder: string;
let proxy: ChildProcess | undefined;
let url: string;

beforeAll(async () => {
  if (!NGINX) return;
  folder = mkdtempSync(join(tmpdir(), 'kind-granary-proxy-'));
  const port = await freePort();
  url = `http://127.0.0.1:${port}`;
  library = await hostileLibrary({ PUBLIC_URL: url, TRUSTED_PROXIES: '1' });
  const [one, other] = [library.server(), await library.start()];
  // The file that is shipped, with this test's ports in the place of its own, and without a certificate.
  const site = readFileSync(join(ROOT, 'deploy/nginx.conf'), 'utf8')
    .replace('127.0.0.1:4747', new URL(one.url).host)
    .replace('127.0.0.1:4748', new URL(other.url).host)
    .replace('listen 443 ssl', `listen 127.0.0.1:${port}`)
    .replace('server_name seeds.example.org', 'server_name 127.0.0.1')
    .replaceAll(/ {2}ssl_certificate[^;]*;/g, '')
    .replaceAll('$host;', `$host:${port};`);
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((name) => `${name}_temp_path ${folder}/${name};`).join(' ');
  writeFileSync(
    join(folder, 'nginx.conf'),
    `daemon off; worker_processes 1; pid ${folder}/pid; error_log ${folder}/error.log;\nevents {}\nhttp { access_log off; ${temporary}\n${site}\n}`,
  );
  proxy = spawn(NGINX, ['-c', join(folder, 'nginx.conf'), '-p', folder]);
  for (let tries = 0; tries < 100 && !(await fetch(`${url}/health`).catch(() => null)); tries += 1) await wait(100);
});
afterAll(async () => {
  if (!NGINX) return;
  proxy?.kill();
  await library.stop();
  rmSync(folder, { recursive: true });
});

whereThereIsNginx('two servers behind a proxy: one is ended under load, nothing is lost and nobody is signed out', async () => {
  const deed = deedsOn(await readGround(library.owner, now(), 3), drawnFrom(5));
  const pages: number[] = [];
  let isOver = false;
  const reads = async () => {
    while (!isOver) pages.push((await sessionOf({ url }, 'helper').get('/shelves')).status);
  };
  const reading = reads();
  const sent = await underLoad(url, deed, async () => {
    await wait(1500);
    library.server().process.kill('SIGTERM');
    await ended(library.server().process);
    await wait(1500);
  });
  isOver = true;
  await reading;
  // Not one answer was lost on the way, and the session of one server is that of the other.
  expect(sent.filter(({ status }) => status === null || status >= 500)).toEqual([]);
  expect(new Set(pages)).toEqual(new Set([200]));
  expect(sent.length).toBeGreaterThan(10);
  expect(await amissWith(library.owner, url, sent)).toEqual([]);
  expect(await audit(library.owner)).toEqual([]);
});

const ANALYZE = '/usr/bin/systemd-analyze';
(existsSync(ANALYZE) ? test : test.skip)('the unit of systemd is sound', () => {
  const at = mkdtempSync(join(tmpdir(), 'kind-granary-unit-'));
  const unit = join(at, 'kind-granary.service');
  writeFileSync(unit, readFileSync(join(ROOT, 'deploy/kind-granary.service'), 'utf8').replaceAll('/opt/kind-granary', ROOT));
  expect(() => execFileSync(ANALYZE, ['verify', unit], { stdio: 'pipe' })).not.toThrow();
  rmSync(at, { recursive: true });
});
