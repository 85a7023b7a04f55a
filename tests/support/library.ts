import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { Role } from '#core/people/may.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import type { Actor } from '#data/people/accounts.ts';
import { createSession } from '#data/people/sessions.ts';
import { clockFrom } from '#services/clock.server.ts';
import { hashToken } from '#services/secrets.server.ts';
import { cloneDatabase, dropDatabase, type Addresses } from './databases.ts';
import { startServer, type RunningServer } from './server.ts';

/** The time of this process and of the servers that it starts; bin/test sets it. */
export const now = clockFrom(process.env['CLOCK']);

/** The sample library on a database and a server of its own; nobody else changes it. */
export interface SampleLibrary {
  readonly server: RunningServer;
  readonly database: Addresses;
  readonly url: string;
  readonly db: Db;
  readonly actors: Readonly<Record<Role, Actor>>;
  readonly now: () => Date;
  /** The house's calendar day. */
  readonly today: () => string;
  stop(): Promise<void>;
}

const ROLES = ['coordinator', 'helper', 'member'] as const satisfies readonly Role[];

/** The session token of each sample person; made up, the same in every copy of the sample library. */
export const tokenOf = (role: Role): string => `sample-session-of-the-${role}`.padEnd(43, '-');

const A_FORTNIGHT_MS = 14 * 86_400_000;

/** The sample accounts by role, each signed in with a known token. */
export async function signEverybodyIn(owner: Db): Promise<Record<Role, Actor>> {
  const accounts = await owner
    .selectFrom('account')
    .innerJoin('person', 'person.id', 'account.person_id')
    .select(['account.id as accountId', 'person.id as personId', 'person.name', 'account.role'])
    .orderBy('account.id')
    .execute();
  const actors = Object.fromEntries(ROLES.map((role) => [role, accounts.find((account) => account.role === role)!]));
  for (const role of ROLES)
    await createSession(owner, {
      tokenHash: hashToken(tokenOf(role)),
      accountId: actors[role]!.accountId,
      device: 'a test',
      expiresAt: new Date(now().getTime() + A_FORTNIGHT_MS),
    });
  return actors as Record<Role, Actor>;
}

/** A fresh copy of the sample library with a server of its own, and each role signed in. */
export async function startSampleLibrary(env: Record<string, string> = {}): Promise<SampleLibrary> {
  const database = await cloneDatabase('granary');
  const owner = openDatabase({ url: database.ownerUrl, most: 1 });
  const actors = await signEverybodyIn(owner);
  const zone = (await readHouse(owner))!.timeZone;
  await owner.destroy();
  const server = await startServer(database, now(), env);
  const db = openDatabase({ url: database.serverUrl, most: 2 });
  const stop = async () => {
    await db.destroy();
    await server.stop();
    await dropDatabase(database.name);
  };
  return { server, database, url: server.url, db, actors, now, today: () => dayInZone(now(), zone), stop };
}
