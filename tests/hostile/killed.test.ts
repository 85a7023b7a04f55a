import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { setTimeout as wait } from 'node:timers/promises';
import { sql } from 'kysely';
import { ended } from '../support/server.ts';
import { amissWith, deedsOn, readGround, underLoad, type Deed, type Sent } from '../support/deeds.ts';
import { now } from '../support/library.ts';
import { audit } from './audit.ts';
import { drawnFrom, hostileLibrary, upTo, type HostileLibrary } from './hostileLibrary.ts';

let library: HostileLibrary;
let deed: () => Deed;
const chance = drawnFrom(2026);
beforeAll(async () => {
  library = await hostileLibrary();
  const ground = await readGround(library.owner, now(), 4);
  expect(ground.lots.length).toBeGreaterThan(1);
  deed = deedsOn(ground, chance);
});
afterAll(() => library.stop());

/** What was promised is there, and what is sent once more is done once: the ledger adds up. */
async function isWhole(sent: readonly Sent[]): Promise<void> {
  expect(await amissWith(library.owner, library.server().url, sent)).toEqual([]);
  expect(await audit(library.owner)).toEqual([]);
}

test('a server that is killed in the middle of its work loses nothing that it promised, and does nothing by halves', async () => {
  let broken = 0;
  for (let round = 0; round < upTo(2, 60); round += 1) {
    const sent = await underLoad(library.server().url, deed, async () => {
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
    const sent = await underLoad(library.server().url, deed, async () => {
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
