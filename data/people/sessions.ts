import { sql } from 'kysely';
import type { AccountId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Actor } from './accounts.ts';

/** A session that is good: who acts in it now, and whether it is that of a shared tablet. */
export interface Session {
  /** Null at a shared tablet that is locked. */
  readonly actor: Actor | null;
  readonly isShared: boolean;
}

/**
 * Who holds this session, if it is still good at `now`: not expired, not revoked, and of an open account. At a shared tablet it is whoever last gave
 * their PIN, until nobody has touched it since `touchedSince`.
 */
export async function findSession(db: Db, tokenHash: Buffer, now: Date, touchedSince: Date): Promise<Session | null> {
  const row = await db
    .selectFrom('session')
    .innerJoin('account as owner', 'owner.id', 'session.account_id')
    .leftJoin('account as worker', 'worker.id', 'session.worker_id')
    .innerJoin('account', (join) =>
      join.on(sql<boolean>`account.id = case when session.is_shared then coalesce(worker.id, owner.id) else owner.id end`),
    )
    .innerJoin('person', 'person.id', 'account.person_id')
    .select(['account.id as accountId', 'person.id as personId', 'person.name', 'account.role'])
    .select([
      'session.is_shared as isShared',
      'session.worker_id as workerId',
      'session.touched_at as touchedAt',
      'account.closed_at as closedAt',
    ])
    .where('session.token_hash', '=', tokenHash)
    .where('session.revoked_at', 'is', null)
    .where('session.expires_at', '>', now)
    .where('owner.closed_at', 'is', null)
    .executeTakeFirst();
  if (!row) return null;
  const { isShared, workerId, touchedAt, closedAt, ...actor } = row;
  const isOpen = !isShared || (workerId !== null && closedAt === null && touchedAt !== null && touchedAt > touchedSince);
  return { actor: isOpen ? actor : null, isShared };
}

/** Makes a session that of a shared tablet, at which nobody works yet. */
export async function shareSession(db: Db, tokenHash: Buffer, expiresAt: Date): Promise<void> {
  await db.updateTable('session').set({ is_shared: true, expires_at: expiresAt }).where('token_hash', '=', tokenHash).execute();
}

/** Somebody works at a shared tablet from now on; null locks it. */
export async function letWork(db: Db, tokenHash: Buffer, accountId: AccountId, now: Date): Promise<void> {
  await db.updateTable('session').set({ worker_id: accountId, touched_at: now }).where('token_hash', '=', tokenHash).execute();
}

/** Nobody works at a shared tablet until a PIN is given; whose it was stays, for what they were typing. */
export async function lockSession(db: Db, tokenHash: Buffer): Promise<void> {
  await db.updateTable('session').set({ touched_at: null }).where('token_hash', '=', tokenHash).where('is_shared', '=', true).execute();
}

/** Somebody touched a shared tablet; written at most every so often. */
export async function touchSession(db: Db, tokenHash: Buffer, now: Date, unlessSince: Date): Promise<void> {
  await db
    .updateTable('session')
    .set({ touched_at: now })
    .where('token_hash', '=', tokenHash)
    .where('is_shared', '=', true)
    .where('touched_at', '<', unlessSince)
    .execute();
}

/** The account a token once belonged to, even when the session has run out. */
export async function findFormerSession(db: Db, tokenHash: Buffer): Promise<number | null> {
  const row = await db.selectFrom('session').select(['account_id', 'worker_id']).where('token_hash', '=', tokenHash).executeTakeFirst();
  return row ? (row.worker_id ?? row.account_id) : null;
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

/** Forgets on what devices somebody was, and what they were typing when a session ran out. */
export async function dropTraces(db: Db, accountId: AccountId): Promise<void> {
  await db.updateTable('session').set({ worker_id: null, touched_at: null }).where('worker_id', '=', accountId).execute();
  await db.deleteFrom('session').where('account_id', '=', accountId).execute();
  await db.deleteFrom('parked_form').where('account_id', '=', accountId).execute();
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
