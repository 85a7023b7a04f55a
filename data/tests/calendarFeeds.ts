import type { AccountId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** Lets whoever else makes or ends this account's address wait until the transaction ends. */
export async function lockFeed(db: Db, accountId: AccountId): Promise<void> {
  await db.selectFrom('account').select('id').where('id', '=', accountId).forUpdate().execute();
}

/** Ends whatever address somebody's calendar had. @returns whether there was one */
export async function revokeFeed(db: Db, accountId: AccountId, now: Date): Promise<boolean> {
  const done = await db
    .updateTable('calendar_feed')
    .set({ revoked_at: now })
    .where('account_id', '=', accountId)
    .where('revoked_at', 'is', null)
    .executeTakeFirst();
  return done.numUpdatedRows > 0n;
}

export async function createFeed(db: Db, feed: { tokenHash: Buffer; accountId: AccountId }): Promise<void> {
  await db.insertInto('calendar_feed').values({ token_hash: feed.tokenHash, account_id: feed.accountId }).execute();
}

/** Since when an account has an address for its calendar; null without one. */
export async function feedSince(db: Db, accountId: AccountId): Promise<Date | null> {
  const row = await db
    .selectFrom('calendar_feed')
    .select('made_at')
    .where('account_id', '=', accountId)
    .where('revoked_at', 'is', null)
    .executeTakeFirst();
  return row?.made_at ?? null;
}

/** The role of the account whose calendar this is; undefined for an address that is guessed, revoked, or of a closed account. */
export async function findFeed(db: Db, tokenHash: Buffer) {
  return db
    .selectFrom('calendar_feed')
    .innerJoin('account', 'account.id', 'calendar_feed.account_id')
    .select(['account.id', 'account.role', 'account.person_id as personId'])
    .where('token_hash', '=', tokenHash)
    .where('revoked_at', 'is', null)
    .where('account.closed_at', 'is', null)
    .executeTakeFirst();
}
