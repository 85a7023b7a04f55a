import { sql } from 'kysely';
import type { AccountId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from './database.ts';
import { COUNTED_AHEAD, holdsWords, keyHoldsWords } from './search.ts';

export interface ActRow {
  readonly key: string;
  readonly kind: string;
  readonly subject: string | null;
  readonly accountId: AccountId | null;
  readonly answer: unknown;
  /** A digest of the form that was sent; null where there was none. */
  readonly sent?: string | null;
}

/** Makes a second sending of the same form wait for the first; released at the end of the transaction. */
export async function lockActKey(db: Db, key: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${key}, 0))`.execute(db);
}

/** The act already done under this key, and when; null where there is none. */
export async function findAct(db: Db, key: string): Promise<(ActRow & { readonly writtenAt: Date }) | null> {
  const row = await db
    .selectFrom('act')
    .select(['key', 'kind', 'subject', 'account_id as accountId', 'answer', 'sent', 'written_at as writtenAt'])
    .where('key', '=', key)
    .executeTakeFirst();
  return row ?? null;
}

/** Writes what was done, by whom, and the answer that the same key will get again. */
export async function recordAct(db: Db, act: ActRow): Promise<void> {
  await db
    .insertInto('act')
    .values({
      key: act.key,
      kind: act.kind,
      subject: act.subject,
      account_id: act.accountId,
      answer: JSON.stringify(act.answer),
      sent: act.sent ?? null,
    })
    .execute();
}

/** The record of who did what, newest first; `total` counts no further than the next 2000, and `more` says that it stopped there. @param kindsOf the kinds of acts that a word calls, where they are called otherwise than they are kept */
export async function readActs(
  db: Db,
  page: { limit: number; offset: number; search: string },
  kindsOf: (word: string) => readonly string[] = () => [],
) {
  let query = db
    .selectFrom('act')
    .leftJoin('account', 'account.id', 'act.account_id')
    .leftJoin('person', 'person.id', 'account.person_id')
    .leftJoin('undone', 'undone.act_key', 'act.key');
  // Said of the act (by its index) or by the person (few, by the accounts' index): each word one or the other.
  for (const word of page.search.split(/\s+/).filter(Boolean))
    query = query.where(
      sql<boolean>`(${sql.join(
        [word, ...kindsOf(word)].map((each) => keyHoldsWords(each, [sql`act.searched`])),
        sql` or `,
      )} or act.account_id = any(array(
        select account.id from account join person on person.id = account.person_id where ${holdsWords(word, 'person.name')})))`,
    );
  const rows = query
    .select(['act.key', 'act.kind', 'act.subject', 'act.written_at as writtenAt', 'person.name as by', 'undone.by_act as undoneBy'])
    // The record holds no names of people, so that who is erased is gone from it too: they are read as they are now.
    // A garden or a recipe may be called like it, with any number.
    .select(
      sql<{ readonly id: PersonId; readonly name: string } | null>`(
        select json_build_object('id', about.id, 'name', about.name) from person as about
        where about.id = substring(act.subject from '^person ([0-9]{1,15})$')::bigint)`.as('person'),
    )
    .orderBy('act.written_at', 'desc')
    .limit(page.limit)
    .offset(page.offset);
  const [acts, { count }] = await Promise.all([
    rows.execute(),
    db
      .selectFrom(
        query
          .select('act.key')
          .limit(page.offset + COUNTED_AHEAD)
          .as('counted'),
      )
      .select((eb) => eb.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow(),
  ]);
  return { acts, total: count, more: count === page.offset + COUNTED_AHEAD };
}
