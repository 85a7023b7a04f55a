import { sql } from 'kysely';
import type { Db } from './database.ts';
import { holdsWords } from './search.ts';

export interface ActRow {
  readonly key: string;
  readonly kind: string;
  readonly subject: string | null;
  readonly accountId: number | null;
  readonly answer: unknown;
}

/** Makes a second sending of the same form wait for the first; released at the end of the transaction. */
export async function lockActKey(db: Db, key: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${key}, 0))`.execute(db);
}

/** The act already done under this key, if any. */
export async function findAct(db: Db, key: string): Promise<ActRow | null> {
  const row = await db
    .selectFrom('act')
    .select(['key', 'kind', 'subject', 'account_id as accountId', 'answer'])
    .where('key', '=', key)
    .executeTakeFirst();
  return row ?? null;
}

/** Writes what was done, by whom, and the answer that the same key will get again. */
export async function recordAct(db: Db, act: ActRow): Promise<void> {
  await db
    .insertInto('act')
    .values({ key: act.key, kind: act.kind, subject: act.subject, account_id: act.accountId, answer: JSON.stringify(act.answer) })
    .execute();
}

/** The record of who did what, newest first. */
export async function readActs(db: Db, page: { limit: number; offset: number; search: string }) {
  let query = db
    .selectFrom('act')
    .leftJoin('account', 'account.id', 'act.account_id')
    .leftJoin('person', 'person.id', 'account.person_id')
    .leftJoin('undone', 'undone.act_key', 'act.key');
  if (page.search) query = query.where(holdsWords(page.search, 'act.kind', 'act.subject', 'person.name'));
  const rows = query
    .select(['act.key', 'act.kind', 'act.subject', 'act.written_at as writtenAt', 'person.name as by', 'undone.by_act as undoneBy'])
    .orderBy('act.written_at', 'desc')
    .limit(page.limit)
    .offset(page.offset);
  const [acts, { count }] = await Promise.all([
    rows.execute(),
    query.select((eb) => eb.fn.countAll<number>().as('count')).executeTakeFirstOrThrow(),
  ]);
  return { acts, total: count };
}
