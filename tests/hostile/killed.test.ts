import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { setTimeout as wait } from 'node:timers/promises';
import { sql } from 'kysely';
import { ended } from '../support/server.ts';
import { audit } from './audit.ts';
import { deedsOn, drawnFrom, hostileLibrary, send, timesOnRecord, upTo, type Deed, type HostileLibrary } from './hostileLibrary.ts';

let library: HostileLibrary;
let deed: () => Deed;
const chance = drawnFrom(2026);
beforeAll(async () => {
  library = await hostileLibrary();
  const { rows } = await sql<{ code: string }>`
    select code from lot where unit = 'seed' and on_hand > 300 and origin = 'donated' order by id limit 4`.execute(library.owner);
  const member = (await sql<{ id: number }>`select min(id) as id from person where is_member`.execute(library.owner)).rows[0]!.id;
  expect(rows.length).toBeGreaterThan(1);
  deed = deedsOn({ codes: rows.map(({ code }) => code), member }, chance);
});
afterAll(() => library.stop());

/** Sends forms in some lanes for as long as it takes; gives all that were sent, with the answer that came back. */
async function underLoad(break_: () => Promise<unknown>): Promise<{ deed: Deed; status: number | null }[]> {
  const sent: { deed: Deed; status: number | null }[] = [];
  let isOver = false;
  const { url } = library.server();
  const lane = async () => {
    while (!isOver) {
      const one = deed();
      sent.push({ deed: one, status: await send(url, one) });
    }
  };
  const lanes = Array.from({ length: 4 }, lane);
  await break_();
  isOver = true;
  await Promise.all(lanes);
  return sent;
}

/** What was promised is there, and what is sent once more is done once: the ledger adds up. */
async function isWhole(sent: readonly { deed: Deed; status: number | null }[]): Promise<void> {
  const promised = sent.filter(({ status, deed: { path } }) => (status === 302 || status === 200) && !path.startsWith('/intake'));
  expect(
    (
      await timesOnRecord(
        library.owner,
        promised.map((one) => one.deed),
      )
    ).filter((times) => times !== 1),
  ).toEqual([]);
  const unsure = sent.filter(({ status }) => status === null || status >= 500).map((one) => one.deed);
  for (const one of unsure) expect(await send(library.server().url, one)).toBeLessThan(500);
  expect((await timesOnRecord(library.owner, unsure)).filter((times) => times > 1)).toEqual([]);
  expect(await audit(library.owner)).toEqual([]);
}

test('a server that is killed in the middle of its work loses nothing that it promised, and does nothing by halves', async () => {
  let broken = 0;
  for (let round = 0; round < upTo(2, 60); round += 1) {
    const sent = await underLoad(async () => {
      await wait(150 + chance() * 500);
      library.server().process.kill('SIGKILL');
      await ended(library.server().process);
    });
    broken += sent.filter(({ status }) => status === null).length;
    await library.start();
    await isWhole(sent);
  }
  expect(broken).toBeGreaterThan(0);
}, 1_800_000);

test('connections that PostgreSQL cuts in the middle of a transaction leave nothing half, and the server goes on', async () => {
  for (let round = 0; round < upTo(2, 40); round += 1) {
    const sent = await underLoad(async () => {
      for (let cut = 0; cut < 5; cut += 1) {
        await wait(60 + chance() * 120);
        await sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${library.database.name} and usename = 'granary_server'`.execute(
          library.owner,
        );
      }
    });
    expect(library.server().process.exitCode).toBeNull();
    await isWhole(sent);
  }
}, 1_800_000);
