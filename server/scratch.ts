import { sql } from 'kysely';
import { openDatabase, type Db } from '#data/database.ts';
import { beside, databaseOf, runPostgres, tablesOf, type Tables } from './archive.ts';

/** Restores a dump into a database of its own, which is gone afterwards. @returns its tables; null where this login may not create a database */
export async function tablesInScratch(dump: string, ownerUrl: string): Promise<Tables | null> {
  const name = `${databaseOf(ownerUrl).slice(0, 40)}_check_${process.pid}`;
  const owner = openDatabase({ url: ownerUrl, most: 1 });
  try {
    const { rows } = await sql<{ may: boolean }>`select rolcreatedb or rolsuper as may from pg_roles where rolname = current_user`.execute(
      owner,
    );
    if (!rows[0]?.may) return null;
    return await inScratch(owner, name, async () => {
      const url = beside(ownerUrl, name);
      await runPostgres('pg_restore', ['--no-owner', '--no-privileges', '--exit-on-error', `--dbname=${name}`, dump], url);
      const scratch = openDatabase({ url, most: 1 });
      return tablesOf(scratch).finally(() => scratch.destroy());
    });
  } finally {
    await owner.destroy();
  }
}

async function inScratch<Result>(owner: Db, name: string, work: () => Promise<Result>): Promise<Result> {
  await sql`create database ${sql.id(name)}`.execute(owner);
  try {
    return await work();
  } finally {
    await sql`drop database if exists ${sql.id(name)} with (force)`.execute(owner);
  }
}
