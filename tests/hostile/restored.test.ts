import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '#data/database.ts';
import { amissWith, deedsOn, readGround, underLoad } from '../support/deeds.ts';
import { bareDatabase, dropDatabase } from '../support/databases.ts';
import { now } from '../support/library.ts';
import { ROOT, startServer } from '../support/server.ts';
import { audit } from './audit.ts';
import { drawnFrom, hostileLibrary, upTo, type HostileLibrary } from './hostileLibrary.ts';

let library: HostileLibrary;
let folder: string;
beforeAll(async () => {
  library = await hostileLibrary();
  folder = mkdtempSync(join(tmpdir(), 'kind-granary-restored-'));
});
afterAll(async () => {
  await library.stop();
  rmSync(folder, { recursive: true });
});

const run = (command: string, words: string[], { ownerUrl, serverUrl }: { ownerUrl: string; serverUrl: string }) =>
  spawnSync(join(ROOT, command), words, {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '', OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: serverUrl },
  });

// bin/test backs up and restores in its tests of the commands.
(upTo(0, 1) ? test : test.skip)(
  'a backup made under load, a library that is wiped, and the backup restored elsewhere: what was promised before it is there, and adds up',
  async () => {
    const deed = deedsOn(await readGround(library.owner, now(), 4), drawnFrom(47));
    for (let round = 0; round < 5; round += 1) {
      const { url } = library.server();
      const before = await underLoad(url, deed, () => new Promise((resolve) => setTimeout(resolve, 1_500)));
      // In a process of its own, so that the load goes on beside it.
      const during = await underLoad(url, deed, async () => {
        const backup = spawn(join(ROOT, 'bin/backup'), [folder], {
          env: {
            ...process.env,
            NODE_OPTIONS: '',
            OWNER_DATABASE_URL: library.database.ownerUrl,
            DATABASE_URL: library.database.serverUrl,
          },
        });
        expect(await new Promise((resolve) => backup.once('exit', resolve))).toBe(0);
      });
      expect(during.length).toBeGreaterThan(5);
      const archive = readdirSync(folder).sort().at(-1)!;
      const anew = await bareDatabase();
      const restored = run('bin/restore', [join(folder, archive)], anew);
      expect([restored.status, restored.stderr]).toEqual([0, '']);
      const server = await startServer(anew, now());
      const owner = openDatabase({ url: anew.ownerUrl, most: 1 });
      expect(await audit(owner)).toEqual([]);
      expect(await amissWith(owner, server.url, before)).toEqual([]);
      await owner.destroy();
      await server.stop();
      await dropDatabase(anew.name);
      rmSync(join(folder, archive));
    }
  },
);
