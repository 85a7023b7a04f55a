import { openDatabase, type Db } from '#data/database.ts';
import { cloneDatabase, dropDatabase, type Addresses } from '../support/databases.ts';
import { now, signEverybodyIn } from '../support/library.ts';
import { startServer, type RunningServer } from '../support/server.ts';

/** Whether the whole trial runs, as bin/hostile lets it; bin/test takes a small part of each. */
const IS_WHOLE = process.env['HOSTILE'] === 'whole';
export const upTo = (few: number, many: number): number => (IS_WHOLE ? many : few);

/** A number that goes on from a kept seed, at least 0 and below 1: what was tried once can be tried again. */
export function drawnFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/** A copy of the sample library whose server may be killed and started again. */
export interface HostileLibrary {
  readonly database: Addresses;
  readonly owner: Db;
  readonly server: () => RunningServer;
  /** Starts another server on it, beside or in the place of the one there was. */
  readonly start: (env?: Record<string, string>) => Promise<RunningServer>;
  readonly stop: () => Promise<void>;
}

export async function hostileLibrary(env: Record<string, string> = {}): Promise<HostileLibrary> {
  const database = await cloneDatabase('granary');
  const owner = openDatabase({ url: database.ownerUrl, most: 2 });
  await signEverybodyIn(owner);
  const all: RunningServer[] = [];
  const start = async (more: Record<string, string> = {}) => {
    const server = await startServer(database, now(), { ...env, ...more });
    all.push(server);
    return server;
  };
  await start();
  return {
    database,
    owner,
    server: () => all.at(-1)!,
    start,
    stop: async () => {
      for (const server of all) await server.stop();
      await owner.destroy();
      await dropDatabase(database.name);
    },
  };
}
