import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { openDatabase } from '#data/database.ts';
import { amissWith, deedsOn, readGround, underLoad, type Deed } from '../support/deeds.ts';
import { now } from '../support/library.ts';
import { audit } from './audit.ts';
import { drawnFrom, hostileLibrary, type HostileLibrary } from './hostileLibrary.ts';

// Only bin/hostile has a PostgreSQL that may be killed: that of bin/test writes nothing to the disk in time, to be fast.
const { PG_DATA, PG_BIN, PG_PORT, HOSTILE } = process.env;
const whereItMayBeKilled = HOSTILE === 'whole' && PG_DATA && PG_BIN && PG_PORT ? test : test.skip;

/** Starts a PostgreSQL that was killed, as its own user, on its own port. */
function startAgain(): void {
  const words = ['start', '-w', '-t', '60', '-s', '-D', PG_DATA!, '-l', join(PG_DATA!, 'server.log'), '-o', `-p ${PG_PORT}`];
  const program = join(PG_BIN!, 'pg_ctl');
  for (let tries = 0; tries < 20; tries += 1) {
    const done =
      process.getuid!() === 0
        ? spawnSync('setpriv', ['--reuid=postgres', '--regid=postgres', '--init-groups', 'env', 'HOME=/', program, ...words], { cwd: '/' })
        : spawnSync(program, words);
    if (done.status === 0) return;
    spawnSync('sleep', ['1']);
  }
  throw new Error('PostgreSQL did not start again');
}

let library: HostileLibrary;
let deed: () => Deed;
const chance = drawnFrom(99);
beforeAll(async () => {
  library = await hostileLibrary();
  deed = deedsOn(await readGround(library.owner, now(), 4), chance);
});
afterAll(() => library.stop());

whereItMayBeKilled(
  'a PostgreSQL that is killed ten times under load loses nothing that was promised, and the server goes on by itself',
  async () => {
    const { url } = library.server();
    for (let round = 0; round < 10; round += 1) {
      const sent = await underLoad(url, deed, async () => {
        await wait(300 + chance() * 700);
        process.kill(Number(readFileSync(join(PG_DATA!, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
        await wait(300);
      });
      startAgain();
      for (let tries = 0; tries < 60 && (await fetch(`${url}/health`)).status !== 200; tries += 1) await wait(500);
      const owner = openDatabase({ url: library.database.ownerUrl, most: 1 });
      expect(await amissWith(owner, url, sent)).toEqual([]);
      expect(await audit(owner)).toEqual([]);
      await owner.destroy();
      expect(library.server().process.exitCode).toBeNull();
    }
  },
  1_800_000,
);
