import type { Db } from '#data/database.ts';

/** How many wrong tries there were after `since` under one name (an address or a machine), and when the latest was. */
export async function countWrongTries(db: Db, who: string, since: Date): Promise<{ tries: number; last: Date | null }> {
  const row = await db
    .selectFrom('wrong_try')
    .select((eb) => [eb.fn.countAll<number>().as('tries'), eb.fn.max('at').as('last')])
    .where('who', '=', who)
    .where('at', '>', since)
    .executeTakeFirstOrThrow();
  return { tries: row.tries, last: row.last };
}

export async function recordWrongTry(db: Db, who: readonly string[], at: Date): Promise<void> {
  await db
    .insertInto('wrong_try')
    .values(who.map((one) => ({ who: one, at })))
    .execute();
}

/** Forgets wrong tries by one name, and everybody's older than `before`. */
export async function forgetWrongTries(db: Db, who: string, before: Date): Promise<void> {
  await db
    .deleteFrom('wrong_try')
    .where((eb) => eb.or([eb('who', '=', who), eb('at', '<', before)]))
    .execute();
}
