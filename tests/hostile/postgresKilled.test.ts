import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { sql } from 'kysely';
import { openDatabase } from '#data/database.ts';
import { audit } from './audit.ts';
import { deedsOn, drawnFrom, hostileLibrary, send, timesOnRecord, type Deed, type HostileLibrary } from './hostileLibrary.ts';

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
  const { rows } = await sql<{ code: string }>`select code from lot where unit = 'seed' and on_hand > 300 order by id limit 4`.execute(
    library.owner,
  );
  const member = (await sql<{ id: number }>`select min(id) as id from person where is_member`.execute(library.owner)).rows[0]!.id;
  deed = deedsOn({ codes: rows.map(({ code }) => code), member }, chance);
});
afterAll(() => library.stop());

whereItMayBeKilled(
  'a PostgreSQL that is killed ten times under load loses nothing that was promised, and the server goes on by itself',
  async () => {
    const { url } = library.server();
    for (let round = 0; round < 10; round += 1) {
      const sent: { deed: Deed; status: number | null }[] = [];
      let isOver = false;
      const lane = async () => {
        while (!isOver) {
          const one = deed();
          sent.push({ deed: one, status: await send(url, one) });
        }
      };
      const lanes = Array.from({ length: 4 }, lane);
      await wait(300 + chance() * 700);
      process.kill(Number(readFileSync(join(PG_DATA!, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
      await wait(300);
      isOver = true;
      await Promise.all(lanes);
      startAgain();
      for (let tries = 0; tries < 60 && (await fetch(`${url}/health`)).status !== 200; tries += 1) await wait(500);
      const owner = openDatabase({ url: library.database.ownerUrl, most: 1 });
      const promised = sent.filter(({ status, deed: { path } }) => (status === 302 || status === 200) && !path.startsWith('/intake'));
      expect(
        (
          await timesOnRecord(
            owner,
            promised.map((one) => one.deed),
          )
        ).filter((times) => times !== 1),
      ).toEqual([]);
      for (const one of sent.filter(({ status }) => status === null || status >= 500)) expect(await send(url, one.deed)).toBeLessThan(500);
      expect(await audit(owner)).toEqual([]);
      await owner.destroy();
      expect(library.server().process.exitCode).toBeNull();
    }
  },
  1_800_000,
);
