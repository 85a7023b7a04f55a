import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { readAlmanac } from '#almanac/read.ts';
import { loadAlmanac } from '#data/almanac/almanac.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { migrate } from '#data/migrate.ts';

/** A database of the tests' cluster: as the owner of its tables reaches it, and as the server does. */
export interface Addresses {
  readonly name: string;
  readonly ownerUrl: string;
  readonly serverUrl: string;
}

function addressIn(variable: 'OWNER_DATABASE_URL' | 'DATABASE_URL', database: string): string {
  const address = process.env[variable];
  if (!address) throw new Error(`${variable} is not set: run these tests through bin/test`);
  const url = new URL(address);
  url.pathname = `/${database}`;
  return url.href;
}

const addressesOf = (name: string): Addresses => ({
  name,
  ownerUrl: addressIn('OWNER_DATABASE_URL', name),
  serverUrl: addressIn('DATABASE_URL', name),
});

/** Runs statements that no transaction may hold, as the owner, beside the databases they are about. */
async function asOwner<Result>(work: (db: Db) => Promise<Result>): Promise<Result> {
  const db = openDatabase({ url: addressIn('OWNER_DATABASE_URL', 'postgres'), most: 1 });
  try {
    return await work(db);
  } finally {
    await db.destroy();
  }
}

/** An empty database, without a single table. */
export async function bareDatabase(): Promise<Addresses> {
  const name = newName();
  await asOwner((db) => sql.raw(`create database ${name}`).execute(db));
  return addressesOf(name);
}

/** A copy of a database to which nobody is connected; a tenth of a second instead of migrating from nothing. */
export async function cloneDatabase(template: string): Promise<Addresses> {
  const name = newName();
  await asOwner(async (db) => {
    await sql.raw(`create database ${name} template ${template}`).execute(db);
    // The rights to a database itself are not copied with it.
    await sql.raw(`revoke temporary on database ${name} from public`).execute(db);
  });
  return addressesOf(name);
}

export async function dropDatabase(name: string): Promise<void> {
  await asOwner((db) => sql.raw(`drop database if exists ${name} with (force)`).execute(db));
}

const newName = () => `test_${randomUUID().replaceAll('-', '')}`;
const TEMPLATE = 'template_up_to_date';

/** The name of a database with every migration and the almanac, and nothing else. Made by whoever asks first. */
export function upToDateTemplate(): Promise<string> {
  return asOwner(async (db) => {
    await sql`select pg_advisory_lock(hashtext(${TEMPLATE}))`.execute(db);
    const { rows } = await sql`select from pg_database where datname = ${TEMPLATE}`.execute(db);
    if (rows.length === 0) {
      const making = await bareDatabase();
      const owner = openDatabase({ url: making.ownerUrl, most: 2 });
      await migrate(owner);
      await loadAlmanac(owner, readAlmanac());
      await owner.destroy();
      await sql.raw(`alter database ${making.name} rename to ${TEMPLATE}`).execute(db);
    }
    return TEMPLATE;
  });
}
