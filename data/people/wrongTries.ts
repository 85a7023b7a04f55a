import { sql } from 'kysely';
import type { Db } from '#data/database.ts';

/** Lets whoever else tries under one of these names wait until the transaction ends. */
export async function lockTries(db: Db, names: readonly string[]): Promise<void> {
  // Always in the same order, so that two who share several names do not wait for one another.
  for (const name of [...names].sort()) await sql`select pg_advisory_xact_lock(hashtextextended(${name}, 0))`.execute(db);
}

/** When there were tries under a name after `since`, latest first. */
export async function listTries(db: Db, who: string, since: Date, most: number): Promise<Date[]> {
  const rows = await db
    .selectFrom('wrong_try')
    .select('at')
    .where('who', '=', who)
    .where('at', '>', since)
    .orderBy('at', 'desc')
    .limit(most)
    .execute();
  return rows.map(({ at }) => at);
}

/** @returns the ids of what was written, in the order of the names */
export async function recordTry(db: Db, names: readonly string[], at: Date): Promise<number[]> {
  const rows = await db
    .insertInto('wrong_try')
    .values(names.map((who) => ({ who, at })))
    .returning('id')
    .execute();
  return rows.map(({ id }) => id);
}

/** Forgets tries: these, all under these names, and everybody's older than `before`. */
export async function forgetTries(db: Db, ids: readonly number[], names: readonly string[], before: Date): Promise<void> {
  await db
    .deleteFrom('wrong_try')
    .where((eb) => eb.or([eb('id', 'in', ids), eb('who', 'in', names), eb('at', '<', before)]))
    .execute();
}
