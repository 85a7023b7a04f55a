import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { openDatabase } from '#data/database.ts';
import { cloneDatabase, type Addresses } from '../support/databases.ts';
import { now, signEverybodyIn } from '../support/library.ts';
import { Line } from '../support/line.ts';
import { startServer, type RunningServer } from '../support/server.ts';
import { inParallel, sessionOf } from '../support/session.ts';

let database: Addresses;
let line: Line;
let server: RunningServer;
const owner = () => openDatabase({ url: database.ownerUrl, most: 1 });
const alive = () => server.process.exitCode === null && server.process.signalCode === null;

beforeAll(async () => {
  database = await cloneDatabase('granary');
  const db = owner();
  await signEverybodyIn(db);
  await db.destroy();
  const far = new URL(database.serverUrl);
  line = new Line({ host: far.hostname, port: Number(far.port) });
  await line.up();
  far.port = String(line.port);
  server = await startServer({ ...database, serverUrl: far.href }, now());
});
afterAll(async () => {
  await server.stop();
  await line.down().catch(() => undefined);
});

test('connections that PostgreSQL ends while they are busy never end the server, however often', async () => {
  const db = owner();
  const session = sessionOf(server, 'helper');
  for (let round = 0; round < 22; round += 1) {
    const asked = inParallel(Array.from({ length: 8 }), async () => (await session.get('/shelves')).status);
    await sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${database.name} and usename = 'granary_server'`.execute(
      db,
    );
    for (const status of await asked) expect([200, 503]).toContain(status);
    expect(alive()).toBe(true);
  }
  await db.destroy();
});

test('while PostgreSQL is away every address says so with 503, and it recovers by itself', async () => {
  const session = sessionOf(server, 'helper');
  expect((await session.get('/health')).status).toBe(200);
  await line.down();
  const form = { key: randomUUID(), name: 'Sent Later', isMember: 'on' };
  for (const path of ['/', '/shelves', '/shelves.data', '/health', '/wants.csv']) {
    const answer = await session.get(path);
    expect([path, answer.status]).toEqual([path, 503]);
    expect(answer.headers.get('retry-after')).toBe('3');
  }
  const page = await session.text('/shelves');
  expect(page).toContain('database is not answering');
  expect((await session.post('/people/new.data', form)).status).toBe(503);
  expect(alive()).toBe(true);
  await line.up();
  let status = 503;
  for (let tries = 0; tries < 60 && status === 503; tries += 1) {
    await new Promise((resolve) => setTimeout(resolve, 250));
    status = (await session.get('/health')).status;
  }
  expect(status).toBe(200);
  // The same form, sent again as the page does by itself, has its one effect.
  for (let again = 0; again < 2; again += 1) expect((await session.post('/people/new', form)).status).toBe(302);
  expect((await session.text('/desk?search=Sent+Later')).match(/>Sent Later</g)).toHaveLength(1);
});
