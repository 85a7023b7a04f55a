import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { openDatabase, type Db } from '#data/database.ts';
import { cloneDatabase, dropDatabase, type Addresses } from '../support/databases.ts';
import { now, signEverybodyIn } from '../support/library.ts';
import { startServer, type RunningServer } from '../support/server.ts';
import { sessionOf } from '../support/session.ts';

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

/** A form as a page sends it, ready to be sent again. */
export interface Deed {
  readonly path: string;
  readonly form: Readonly<Record<string, string>>;
}

/** Things that may be done to a lot and a member, drawn by chance: lent, given, counted, held, a person added, an interview begun. */
export function deedsOn({ codes, member }: { readonly codes: readonly string[]; readonly member: number }, chance: () => number) {
  const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(chance() * items.length)]!;
  let made = 0;
  return (): Deed => {
    const [key, code] = [randomUUID(), pick(codes)];
    made += 1;
    return pick<() => Deed>([
      () => ({ path: `/people/${member}`, form: { key, code, packets: '1', overrideReason: 'for a trial' } }),
      () => ({ path: `/people/${member}`, form: { key, code, packets: '2', overrideReason: 'for a trial' } }),
      () => ({
        path: `/lots/${code}`,
        form: { intent: 'recount', key, amount: `${400 + Math.floor(chance() * 200)} seeds`, reason: 'counted' },
      }),
      () => ({ path: `/lots/${code}`, form: { intent: 'hold', key, kind: 'pests', reason: `seen ${made}` } }),
      () => ({ path: '/people/new', form: { key, name: `Worker Number ${made} ${key.slice(0, 8)}`, isMember: 'on' } }),
      () => ({ path: '/intake', form: { intent: 'save', key, crop: 'pea', variety: `Begun ${key.slice(0, 8)}` } }),
    ])();
  };
}

/** Sends a form; its status, or null where the connection broke. */
export const send = async (
  url: string,
  { path, form }: Deed,
  visitor: 'helper' | 'coordinator' = 'coordinator',
): Promise<number | null> => {
  try {
    const answer = await sessionOf({ url }, visitor).post(path, { ...form });
    await answer.arrayBuffer();
    return answer.status;
  } catch {
    return null;
  }
};

/** Of these keys, how often each is on record: never more than once. */
export async function timesOnRecord(owner: Db, deeds: readonly Deed[]): Promise<number[]> {
  const keys = deeds.map(({ form }) => form['key']!);
  const { rows } = await sql<{ times: number }>`
    select count(act.key)::int as times from unnest(${sql.val(keys)}::uuid[]) as key left join act on act.key = key.key group by key.key`.execute(
    owner,
  );
  return rows.map(({ times }) => times);
}
