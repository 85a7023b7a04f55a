import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '#data/database.ts';
import { listSwapsIn } from '#data/exchange/swaps.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings } from '#data/stock/places.ts';
import { bareDatabase, dropDatabase } from '../support/databases.ts';
import { now, startSampleLibrary, type SampleLibrary } from '../support/library.ts';
import { checkRows, importComesTo, sendForm, sendSheet } from '../support/importing.ts';
import { ROOT, startServer, type RunningServer } from '../support/server.ts';
import { sessionOf } from '../support/session.ts';

// Two libraries, each a server and a database of its own, that know each other by what they send: listings, seed, a recall. Between seed and recall one
// of them is lost and restored. Both began as the same sample library, so every code of one is a code of the other too.

const HERE = 'Hollin Reach Seed Library';
const THERE = 'Lower Wend Seed Library';
let here: SampleLibrary;
let there: SampleLibrary;
let restored: RunningServer | undefined;
const folder = mkdtempSync(join(tmpdir(), 'kind-granary-two-'));

beforeAll(async () => {
  here = await startSampleLibrary();
  there = await startSampleLibrary({ LISTINGS_FROM_LOOPBACK: new URL(here.url).host });
  const owner = openDatabase({ url: there.database.ownerUrl, most: 1 });
  await owner.updateTable('house').set({ name: THERE }).execute();
  await owner.destroy();
});
afterAll(async () => {
  await Promise.all([here.stop(), restored?.stop()]);
  rmSync(folder, { recursive: true, force: true });
});

const coordinator = (library: Pick<SampleLibrary, 'url'>) => sessionOf(library, 'coordinator');

/** That a page says this; a page is too long to be shown where it does not. */
const says = (page: string, words: string) => expect([words, page.includes(words)]).toEqual([words, true]);

const fileOf = async (answer: Response, name: string) => {
  expect([name, answer.status]).toEqual([name, 200]);
  return new File([await answer.arrayBuffer()], name);
};

/** A lot here that may be given, and what there is of it. */
async function givable() {
  const table = (await coordinator(here).text('/tables/shelves.csv?state=may+be+lent')).trim().split('\n').slice(1);
  for (const code of table.map((row) => row.split(',')[0]!)) {
    const lot = (await findLotByCode(here.db, code))!;
    const jar = (await findHoldings(here.db, lot.id)).find(({ balance, packetUnits }) => packetUnits === null && balance > 400);
    if (lot.unit === 'seed' && jar) return { code, holding: String(jar.id), name: `${lot.crop} ‘${lot.variety}’`, variety: lot.variety };
  }
  throw new Error('nothing to give');
}

let given: Awaited<ReturnType<typeof givable>>;
let cameAs = '';

test('they read each other’s listings: one at its address, the other from a file', async () => {
  const read = await sendForm(there, '/listings', { address: `${here.url}/offer.json` });
  expect(read.status).toBe(200);
  const page = await coordinator(there).text('/listings');
  says(page, HERE);
  says(page, 'Read it again');
  expect((await sendForm(here, '/listings', { file: await fileOf(await fetch(`${there.url}/offer.json`), 'offer.json') })).status).toBe(
    200,
  );
  says(await coordinator(here).text('/listings'), THERE);
  // What is not allowed by name is not read, even of this machine.
  const refused = await sendForm(here, '/listings', { address: `${there.url}/offer.json` });
  expect(refused.status).toBe(400);
  says(await refused.text(), 'not on the public internet');
});

test('seed goes from one to the other, and its file comes in there without a doubt', async () => {
  given = await givable();
  const gift = { intent: 'give', holding: given.holding, part: '30 seeds', to: THERE, isLibrary: 'on' };
  const gave = await coordinator(here).post(`/lots/${given.code}/give`, { key: randomUUID(), ...gift });
  expect([gave.status, gave.headers.get('location')]).toEqual([302, '/swaps']);
  const sheet = await fileOf(await coordinator(here).get(`/swaps.csv?to=${encodeURIComponent(THERE)}&on=${here.today()}`), 'seed.csv');

  const { address, one } = await sendSheet(there, sheet);
  expect((await checkRows(there, address, one)).counts).toMatchObject({ doubtful: 0, wrong: 0, lots: 1 });
  await coordinator(there).post(address, { intent: 'write' });
  await importComesTo(there.db, one.id, ({ state }) => state === 'done');
  const [came] = await listSwapsIn(there.db, { search: given.variety, limit: 1, offset: 0 });
  expect(came).toMatchObject({ library: HERE, theirCode: given.code });
  cameAs = came!.code;
  expect(cameAs).not.toBe(given.code);
});

test('one of them is lost, and restored from its backup', async () => {
  const { ownerUrl, serverUrl, name } = there.database;
  const run = (command: string, words: readonly string[], urls: { readonly ownerUrl: string; readonly serverUrl: string }) =>
    spawnSync(join(ROOT, command), [...words], {
      env: { ...process.env, NODE_OPTIONS: '', OWNER_DATABASE_URL: urls.ownerUrl, DATABASE_URL: urls.serverUrl },
      encoding: 'utf8',
      timeout: 120_000,
      input: '',
    });
  expect(run('bin/backup', [folder], { ownerUrl, serverUrl })).toMatchObject({ status: 0 });
  await there.db.destroy();
  await there.server.stop();
  await dropDatabase(name);
  const anew = await bareDatabase();
  const archive = readdirSync(folder).find((file) => file.endsWith('.tar'))!;
  expect(run('bin/restore', [join(folder, archive)], anew)).toMatchObject({
    status: 0,
    stdout: expect.stringContaining('tables are as they were'),
  });
  restored = await startServer(anew, now(), {});
  there = { ...there, database: anew, server: restored, url: restored.url, db: openDatabase({ url: anew.serverUrl, most: 2 }) };
});

test('a recall of one crosses over, and holds at the other what came from it and nothing else', async () => {
  const reason = 'Another variety was mixed in';
  await coordinator(here).post(`/lots/${given.code}/recall`, { key: randomUUID(), intent: 'recall', reason });
  const whom = await coordinator(here).text(`/lots/${given.code}/recall`);
  says(whom, THERE);
  says(await coordinator(here).text('/'), `${THERE} about ${given.name}`);
  const file = await fileOf(await coordinator(here).get(`/recall.json?to=${encodeURIComponent(THERE)}`), 'recall.json');

  const heard = await sendForm(there, '/swaps', { file });
  expect(heard.status).toBe(200);
  says(await heard.text(), '1 lot is now on hold');
  const holdsOf = async (code: string) => activeHolds(there.db, (await findLotByCode(there.db, code))!.id);
  expect(await holdsOf(cameAs)).toContain('recall');
  expect(await holdsOf(given.code)).not.toContain('recall');
  says(await coordinator(there).text(`/lots/${cameAs}`), `Recalled by ${HERE}: ${reason}`);
  await there.db.destroy();
});
