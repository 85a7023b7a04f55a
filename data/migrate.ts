import { Migrator, sql } from 'kysely';
import type { Db } from './database.ts';
import { migrations } from './migrations/index.ts';

/**
 * Brings the schema up to date as its owner; several servers may start at once (the migrator holds an advisory lock).
 * @returns the names of the migrations that ran
 * @throws the first migration's error; everything it did is rolled back
 */
export async function migrate(owner: Db): Promise<string[]> {
  const migrator = new Migrator({ db: owner, provider: { getMigrations: () => Promise.resolve(migrations) } });
  const { error, results } = await migrator.migrateToLatest();
  if (error) throw error;
  await refuseTemporaryTables(owner);
  return (results ?? []).map(({ migrationName }) => migrationName);
}

/**
 * Nobody makes temporary tables in this database: one could stand before a real table of the same name. Not part of a migration, since a
 * restored or copied database has its rights anew. Where the login does not own the database PostgreSQL warns, and nothing is changed.
 */
async function refuseTemporaryTables(owner: Db): Promise<void> {
  await sql`do $$ begin execute format('revoke temporary on database %I from public', current_database()); end $$`.execute(owner);
}
