import { Migrator, sql, type Kysely, type Migration } from 'kysely';
import type { Db } from './database.ts';
import { isLockTimeout } from './databaseErrors.ts';
import { migrations } from './migrations/index.ts';

/** How long a migration waits for a table before it gives it up: everybody else would wait behind it. And how often a start tries. */
export interface Patience {
  readonly longestLock: string;
  readonly tries: number;
}
const USUAL: Patience = { longestLock: '10s', tries: 6 };

const giveUpAfter = (longestLock: string): Record<string, Migration> =>
  Object.fromEntries(
    Object.entries(migrations).map(([name, { up }]) => {
      const impatient = async (db: Kysely<unknown>) => {
        await sql`select set_config('lock_timeout', ${longestLock}, true)`.execute(db);
        await up(db);
      };
      return [name, { up: impatient }];
    }),
  );

/**
 * Brings the schema up to date as its owner; several servers may start at once (the migrator holds an advisory lock). Where another server
 * keeps a table busy it gives up and tries again.
 * @returns the names of the migrations that ran
 * @throws the first migration's error; everything that this start did is rolled back
 */
export async function migrate(owner: Db, { longestLock, tries }: Patience = USUAL): Promise<string[]> {
  const provider = { getMigrations: () => Promise.resolve(giveUpAfter(longestLock)) };
  for (let tried = 1; ; tried += 1) {
    const { error, results } = await new Migrator({ db: owner, provider }).migrateToLatest();
    if (!error) {
      await refuseTemporaryTables(owner);
      return (results ?? []).map(({ migrationName }) => migrationName);
    }
    if (tried === tries || !isLockTimeout(error)) throw error;
  }
}

/**
 * Nobody makes temporary tables in this database: one could stand before a real table of the same name. Not part of a migration, since a
 * restored or copied database has its rights anew. Where the login does not own the database PostgreSQL warns, and nothing is changed.
 */
async function refuseTemporaryTables(owner: Db): Promise<void> {
  await sql`do $$ begin execute format('revoke temporary on database %I from public', current_database()); end $$`.execute(owner);
}
