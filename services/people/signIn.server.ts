import { USUAL_GROWING } from '#core/house/growing.ts';
import { randomUUID } from 'node:crypto';
import type { AccountId } from '#core/kernel/kinds.ts';
import { waitBeforeNextTry } from '#core/people/guessing.ts';
import { recordAct } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import { createHouse, readHouse, updateHouse } from '#data/house/house.ts';
import { findAccountByEmail, grantAccount, lockCoordinators, setPassword, type Actor } from '#data/people/accounts.ts';
import { createLink, findLink, useLink } from '#data/people/links.ts';
import { createPerson } from '#data/people/people.ts';
import { createSession, findSession, revokeSession, revokeSessions, touchSession, type Session } from '#data/people/sessions.ts';
import { LOCKS_AFTER_MS } from '#core/people/tablet.ts';
import { countWrongTries, forgetWrongTries, recordWrongTry } from '#data/people/wrongTries.ts';
import { hashPassword, hashToken, newToken, passwordFits } from '#services/secrets.server.ts';
import { UNNAMED_LIBRARY } from '#words/kept.ts';

const QUARTER_HOUR_MS = 15 * 60_000;
const SESSION_DAYS = 14;
const LINK_DAYS = 3;
const DAY_MS = 86_400_000;

export type SignInProblem = { readonly code: 'wrong' } | { readonly code: 'wait'; readonly seconds: number };
type SignedIn = { readonly ok: true; readonly token: string } | { readonly ok: false; readonly problem: SignInProblem };

/** Checks e-mail and password, slower after each wrong try for this address or from this machine, and opens a session. */
export async function signIn(
  db: Db,
  now: Date,
  attempt: { email: string; password: string; machine: string; device: string },
): Promise<SignedIn> {
  const address = `email ${attempt.email.toLowerCase()}`;
  const names = [address, `machine ${attempt.machine}`];
  const seconds = await waitFor(db, names, now);
  if (seconds > 0) return { ok: false, problem: { code: 'wait', seconds } };
  const account = await findAccountByEmail(db, attempt.email);
  if (!(await passwordFits(attempt.password, account?.passwordHash ?? null)) || !account) {
    await recordWrongTry(db, names, now);
    return { ok: false, problem: { code: 'wrong' } };
  }
  await forgetTries(db, address, now);
  return { ok: true, token: await openSession(db, now, account.id, attempt.device) };
}

/** Seconds until somebody may try again, of the names (an address, a machine) under which they tried wrongly before; 0 now. */
export async function waitFor(db: Db, names: readonly string[], now: Date): Promise<number> {
  const since = new Date(now.getTime() - QUARTER_HOUR_MS);
  return Math.max(...(await Promise.all(names.map((who) => secondsToWait(db, who, since, now)))));
}

export const forgetTries = (db: Db, name: string, now: Date): Promise<void> => forgetWrongTries(db, name, new Date(now.getTime() - DAY_MS));

async function secondsToWait(db: Db, who: string, since: Date, now: Date): Promise<number> {
  const { tries, last } = await countWrongTries(db, who, since);
  if (!last) return 0;
  // Many people may sit behind one machine's address, so it is given ten times the room of one account.
  const counted = who.startsWith('machine') ? Math.floor(tries / 10) : tries;
  return Math.ceil(waitBeforeNextTry(counted) - (now.getTime() - last.getTime()) / 1000);
}

async function openSession(db: Db, now: Date, accountId: AccountId, device: string): Promise<string> {
  const { token, tokenHash } = newToken();
  await createSession(db, {
    tokenHash,
    accountId,
    device: device.slice(0, 200),
    expiresAt: new Date(now.getTime() + SESSION_DAYS * DAY_MS),
  });
  await recordAct(db, { key: randomUUID(), kind: 'signed in', subject: null, accountId, answer: null });
  return token;
}

/** A touch of a shared tablet is written down at most this often. */
const TOUCH_MS = 20_000;

/** The session of this token and who acts in it now; null where it is none. A request at a shared tablet keeps it open. */
export async function sessionOf(db: Db, token: string, now: Date): Promise<Session | null> {
  const hash = hashToken(token);
  const session = await findSession(db, hash, now, new Date(now.getTime() - LOCKS_AFTER_MS));
  if (session?.isShared && session.actor) await touchSession(db, hash, now, new Date(now.getTime() - TOUCH_MS));
  return session;
}

export async function signOut(db: Db, token: string, now: Date, actor: Actor | null): Promise<void> {
  await revokeSession(db, hashToken(token), now);
  if (actor) await recordAct(db, { key: randomUUID(), kind: 'signed out', subject: null, accountId: actor.accountId, answer: null });
}

/** A link that works once within three days: for choosing a password, or (without an account) for the first coordinator. */
export async function makeLink(db: Db, now: Date, accountId: AccountId | null): Promise<string> {
  const { token, tokenHash } = newToken();
  await createLink(db, { tokenHash, accountId, expiresAt: new Date(now.getTime() + LINK_DAYS * DAY_MS) });
  return token;
}

/** What a link is for, or null when it is used, expired or invented. */
export async function readLink(db: Db, token: string, now: Date): Promise<'first coordinator' | 'password' | null> {
  const link = await db.transaction().execute((tx) => findLink(tx, hashToken(token), now));
  if (!link) return null;
  return link.accountId === null ? 'first coordinator' : 'password';
}

export interface FirstCoordinator {
  readonly name: string;
  readonly email: string;
  readonly house: string;
}

/** Uses a link up: sets the password, closes the account's other sessions and opens one. Null when the link no longer works. */
export function acceptLink(
  db: Db,
  now: Date,
  accepted: { token: string; password: string; device: string; first: FirstCoordinator | null },
): Promise<string | null> {
  return db.transaction().execute(async (tx) => {
    const tokenHash = hashToken(accepted.token);
    const link = await findLink(tx, tokenHash, now);
    if (!link) return null;
    const passwordHash = await hashPassword(accepted.password);
    const accountId = link.accountId ?? (await makeFirstCoordinator(tx, accepted.first));
    if (accountId === null) return null;
    await setPassword(tx, accountId, passwordHash);
    await useLink(tx, tokenHash, now);
    await revokeSessions(tx, accountId, now);
    return openSession(tx, now, accountId, accepted.device);
  });
}

async function makeFirstCoordinator(tx: Db, first: FirstCoordinator | null): Promise<number | null> {
  if (!first || (await lockCoordinators(tx)).length > 0) return null;
  const house = await readHouse(tx);
  if (house) await updateHouse(tx, { ...house, name: first.house });
  const personId = await createPerson(tx, { name: first.name, email: first.email, phone: null, note: null, isMember: true });
  return grantAccount(tx, { personId, email: first.email, role: 'coordinator' });
}

/**
 * Lets a successor in from the console, where no coordinator is left who could: whoever has this e-mail address, known or new, becomes a coordinator.
 * Recorded as an act of the server itself.
 * @returns the token of a link by which they choose a password
 */
export function letInSuccessor(db: Db, now: Date, { name, email }: { readonly name: string; readonly email: string }): Promise<string> {
  return db.transaction().execute(async (tx) => {
    await lockCoordinators(tx);
    const known = await findAccountByEmail(tx, email);
    const personId = known?.personId ?? (await createPerson(tx, { name, email, phone: null, note: null, isMember: false }));
    const accountId = await grantAccount(tx, { personId, email, role: 'coordinator' });
    await recordAct(tx, {
      key: randomUUID(),
      kind: 'access given: coordinator',
      subject: `person ${personId}`,
      accountId: null,
      answer: null,
    });
    return makeLink(tx, now, accountId);
  });
}

/** Sets up an empty database: the house's usual rules, and a link for the first coordinator where there is none yet. */
export async function prepareFirstStart(db: Db, now: Date, timeZone: string): Promise<string | null> {
  await createHouse(db, {
    name: UNNAMED_LIBRARY,
    timeZone,
    lastFrost: '05-01',
    firstFrost: '10-15',
    lendingOpens: '02-01',
    sowingStarts: '03-15',
    units: 'metric',
    southern: false,
    rules: {},
    thresholds: { lend: 0.5, full: 0.8, sureness: 0.8 },
    bench: { trays: 12, jars: 20, hours: 8 },
    cropThresholds: {},
    growing: USUAL_GROWING,
    howToAsk: null,
    prices: { currency: 'EUR', packet: 350, crops: {} },
  });
  const coordinators = await db.transaction().execute(lockCoordinators);
  return coordinators.length > 0 ? null : makeLink(db, now, null);
}
