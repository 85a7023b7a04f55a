import type { AccountId, PersonId } from '#core/kernel/kinds.ts';
import type { Role } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';

export interface Actor {
  readonly accountId: AccountId;
  readonly personId: PersonId;
  readonly name: string;
  readonly role: Role;
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

/** Who holds this account, while it is open. */
export async function findActor(db: Db, accountId: AccountId): Promise<Actor | undefined> {
  return db
    .selectFrom('account')
    .innerJoin('person', 'person.id', 'account.person_id')
    .select(['account.id as accountId', 'person.id as personId', 'person.name', 'account.role'])
    .where('account.id', '=', accountId)
    .where('account.closed_at', 'is', null)
    .executeTakeFirst();
}

/** Makes an account, or gives the person's account a new role and opens it again; returns its id. */
export async function grantAccount(
  db: Db,
  account: { personId: PersonId; email: string; role: Role; passwordHash?: string },
): Promise<number> {
  const row = await db
    .insertInto('account')
    .values({ person_id: account.personId, email: account.email, role: account.role, password_hash: account.passwordHash ?? null })
    .onConflict((conflict) => conflict.column('person_id').doUpdateSet({ email: account.email, role: account.role, closed_at: null }))
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

export async function findAccountOfPerson(db: Db, personId: PersonId) {
  return db
    .selectFrom('account')
    .select(['id', 'email', 'role', 'closed_at as closedAt'])
    .where('person_id', '=', personId)
    .executeTakeFirst();
}

/** The same, locked until the transaction ends: a link is not made for an account that is being closed. */
export async function lockAccountOfPerson(db: Db, personId: PersonId) {
  return db.selectFrom('account').select(['id', 'closed_at as closedAt']).where('person_id', '=', personId).forUpdate().executeTakeFirst();
}

/** Closes an account for good: whoever is let in again chooses a new password. An erased person's address goes with it. */
export async function closeAccount(db: Db, accountId: AccountId, now: Date, erase: boolean): Promise<void> {
  await db
    .updateTable('account')
    .set({ closed_at: now, ...(erase && { email: `erased ${accountId}` }), password_hash: null, pin_hash: null })
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

export async function setPassword(db: Db, accountId: AccountId, passwordHash: string): Promise<void> {
  await db.updateTable('account').set({ password_hash: passwordHash }).where('id', '=', accountId).execute();
}

/** A PIN by which somebody takes a shared tablet. */
export async function setPin(db: Db, accountId: AccountId, pinHash: string): Promise<void> {
  await db.updateTable('account').set({ pin_hash: pinHash }).where('id', '=', accountId).execute();
}

/** Whoever works here and has a PIN, by name. */
export async function listPinHolders(db: Db): Promise<{ id: AccountId; name: string }[]> {
  return db
    .selectFrom('account')
    .innerJoin('person', 'person.id', 'account.person_id')
    .select(['account.id', 'person.name'])
    .where('pin_hash', 'is not', null)
    .where('closed_at', 'is', null)
    .where('role', 'in', ['helper', 'coordinator'])
    .orderBy('person.name')
    .execute();
}

/** The PIN of an open account of somebody who works here, or undefined. */
export async function findPin(db: Db, accountId: AccountId): Promise<string | undefined> {
  const row = await db
    .selectFrom('account')
    .select('pin_hash')
    .where('id', '=', accountId)
    .where('closed_at', 'is', null)
    .where('role', 'in', ['helper', 'coordinator'])
    .executeTakeFirst();
  return row?.pin_hash ?? undefined;
}
