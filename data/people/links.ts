import type { AccountId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export async function createLink(db: Db, link: { tokenHash: Buffer; accountId: AccountId | null; expiresAt: Date }): Promise<void> {
  await db
    .insertInto('one_time_link')
    .values({ token_hash: link.tokenHash, account_id: link.accountId, expires_at: link.expiresAt })
    .execute();
}

/** Ends whatever links an account, or whoever comes first, still has: a newer one, a chosen password or the end of access takes their place. */
export async function dropLinks(db: Db, accountId: AccountId | null): Promise<void> {
  await db
    .deleteFrom('one_time_link')
    .where('account_id', accountId === null ? 'is' : '=', accountId)
    .execute();
}

/** The link if it is unused and not expired, locked until the transaction ends so that it works once. */
export async function findLink(db: Db, tokenHash: Buffer, now: Date): Promise<{ accountId: AccountId | null } | null> {
  const row = await db
    .selectFrom('one_time_link')
    .select('account_id as accountId')
    .where('token_hash', '=', tokenHash)
    .where('used_at', 'is', null)
    .where('expires_at', '>', now)
    .forUpdate()
    .executeTakeFirst();
  return row ?? null;
}
