import type { AccountId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Actor } from './accounts.ts';

/** Who holds this session, if it is still good at `now`: not expired, not revoked, and of an open account. */
export async function findSession(db: Db, tokenHash: Buffer, now: Date): Promise<Actor | null> {
  const row = await db
    .selectFrom('session')
    .innerJoin('account', 'account.id', 'session.account_id')
    .innerJoin('person', 'person.id', 'account.person_id')
    .select(['account.id as accountId', 'person.id as personId', 'person.name', 'account.role'])
    .where('session.token_hash', '=', tokenHash)
    .where('session.revoked_at', 'is', null)
    .where('session.expires_at', '>', now)
    .where('account.closed_at', 'is', null)
    .executeTakeFirst();
  return row ?? null;
}

/** The account a token once belonged to, even when the session has run out. */
export async function findFormerSession(db: Db, tokenHash: Buffer): Promise<number | null> {
  return (await db.selectFrom('session').select('account_id').where('token_hash', '=', tokenHash).executeTakeFirst())?.account_id ?? null;
}

export async function createSession(
  db: Db,
  session: { tokenHash: Buffer; accountId: AccountId; device: string; expiresAt: Date },
): Promise<void> {
  await db
    .insertInto('session')
    .values({ token_hash: session.tokenHash, account_id: session.accountId, device: session.device, expires_at: session.expiresAt })
    .execute();
}

/** Ends one session. */
export async function revokeSession(db: Db, tokenHash: Buffer, now: Date): Promise<void> {
  await db.updateTable('session').set({ revoked_at: now }).where('token_hash', '=', tokenHash).where('revoked_at', 'is', null).execute();
}

/** Ends all of an account's sessions; returns how many were open. */
export async function revokeSessions(db: Db, accountId: AccountId, now: Date): Promise<number> {
  const result = await db
    .updateTable('session')
    .set({ revoked_at: now })
    .where('account_id', '=', accountId)
    .where('revoked_at', 'is', null)
    .where('expires_at', '>', now)
    .executeTakeFirst();
  return Number(result.numUpdatedRows);
}
