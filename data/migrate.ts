import { Migrator } from 'kysely';
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
  return (results ?? []).map(({ migrationName }) => migrationName);
}
