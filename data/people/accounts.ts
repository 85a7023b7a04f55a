import type { Role } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';

export interface Actor {
  readonly accountId: number;
  readonly personId: number;
  readonly name: string;
  readonly role: Role;
}

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
  session: { tokenHash: Buffer; accountId: number; device: string; expiresAt: Date },
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
export async function revokeSessions(db: Db, accountId: number, now: Date): Promise<number> {
  const result = await db
    .updateTable('session')
    .set({ revoked_at: now })
    .where('account_id', '=', accountId)
    .where('revoked_at', 'is', null)
    .where('expires_at', '>', now)
    .executeTakeFirst();
  return Number(result.numUpdatedRows);
}

/** The open account with this address, with its password hash. */
export async function findAccountByEmail(db: Db, email: string) {
  return db
    .selectFrom('account')
    .select(['id', 'password_hash as passwordHash', 'person_id as personId'])
    .where((eb) => eb(eb.fn('lower', ['email']), '=', email.toLowerCase()))
    .where('closed_at', 'is', null)
    .executeTakeFirst();
}

/** Makes an account, or gives the person's account a new role and opens it again; returns its id. */
export async function grantAccount(
  db: Db,
  account: { personId: number; email: string; role: Role; passwordHash?: string },
): Promise<number> {
  const row = await db
    .insertInto('account')
    .values({ person_id: account.personId, email: account.email, role: account.role, password_hash: account.passwordHash ?? null })
    .onConflict((conflict) => conflict.column('person_id').doUpdateSet({ email: account.email, role: account.role, closed_at: null }))
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

export async function findAccountOfPerson(db: Db, personId: number) {
  return db
    .selectFrom('account')
    .select(['id', 'email', 'role', 'closed_at as closedAt'])
    .where('person_id', '=', personId)
    .executeTakeFirst();
}

/** Closes an account; an erased person's address goes with it. */
export async function closeAccount(db: Db, accountId: number, now: Date, erase: boolean): Promise<void> {
  await db
    .updateTable('account')
    .set({ closed_at: now, ...(erase && { email: `erased ${accountId}`, password_hash: null }) })
    .where('id', '=', accountId)
    .execute();
}

/** Open coordinators, locked until the transaction ends so that two of them cannot remove each other. */
export async function lockCoordinators(db: Db): Promise<number[]> {
  const rows = await db
    .selectFrom('account')
    .select('id')
    .where('role', '=', 'coordinator')
    .where('closed_at', 'is', null)
    .forUpdate()
    .execute();
  return rows.map(({ id }) => id);
}

export async function setPassword(db: Db, accountId: number, passwordHash: string): Promise<void> {
  await db.updateTable('account').set({ password_hash: passwordHash }).where('id', '=', accountId).execute();
}

export async function createLink(db: Db, link: { tokenHash: Buffer; accountId: number | null; expiresAt: Date }): Promise<void> {
  await db
    .insertInto('one_time_link')
    .values({ token_hash: link.tokenHash, account_id: link.accountId, expires_at: link.expiresAt })
    .execute();
}

/** The link if it is unused and not expired, locked until the transaction ends so that it works once. */
export async function findLink(db: Db, tokenHash: Buffer, now: Date): Promise<{ accountId: number | null } | null> {
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

export async function useLink(db: Db, tokenHash: Buffer, now: Date): Promise<void> {
  await db.updateTable('one_time_link').set({ used_at: now }).where('token_hash', '=', tokenHash).execute();
}

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

/** Keeps what was typed into a form whose session had run out; returns its id. Older parked forms of the account are dropped. */
export async function parkForm(db: Db, form: { accountId: number; path: string; fields: Record<string, string> }): Promise<string> {
  await db.deleteFrom('parked_form').where('account_id', '=', form.accountId).execute();
  const row = await db
    .insertInto('parked_form')
    .values({ account_id: form.accountId, path: form.path, fields: JSON.stringify(form.fields) })
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

/** What the same person had typed; for nobody else. */
export async function readParkedForm(db: Db, id: string, accountId: number): Promise<Record<string, string> | null> {
  return (
    (await db.selectFrom('parked_form').select('fields').where('id', '=', id).where('account_id', '=', accountId).executeTakeFirst())
      ?.fields ?? null
  );
}
