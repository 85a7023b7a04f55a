import { halfAYearOn } from '#core/calendar/plainDate.ts';
import { USUAL_GROWING } from '#core/house/growing.ts';
import { randomUUID } from 'node:crypto';
import type { AccountId } from '#core/kernel/kinds.ts';
import { recordAct } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import { createHouse, readHouse, updateHouse, type House } from '#data/house/house.ts';
import { findAccountByEmail, grantAccount, lockCoordinators, setPassword, type Actor } from '#data/people/accounts.ts';
import { forgetDevices, isDeviceKnown, knowDevice } from '#data/people/devices.ts';
import { createLink, dropLinks, findLink } from '#data/people/links.ts';
import { createPerson } from '#data/people/people.ts';
import { createSession, findSession, revokeSession, revokeSessions, touchSession, type Session } from '#data/people/sessions.ts';
import { LOCKS_AFTER_MS } from '#core/people/tablet.ts';
import { hashPassword, hashToken, newToken, passwordFits } from '#services/secrets.server.ts';
import { UNNAMED_LIBRARY } from '#words/kept.ts';
import { letTry, strangersAt, type TryProblem } from './tries.server.ts';

const SESSION_DAYS = 14;
const LINK_DAYS = 3;
const DAY_MS = 86_400_000;

/** What a browser keeps: the session, and by what it is known as this person's even after that. */
export interface Door {
  readonly token: string;
  readonly known: string;
}
type SignedIn = { readonly ok: true; readonly door: Door } | { readonly ok: false; readonly problem: TryProblem };

/** Where somebody comes from. */
export interface From {
  /** What the browser calls itself. */
  readonly device: string;
  /** What the browser kept of an earlier visit. */
  readonly known: string | null;
}

/**
 * Checks e-mail and password, slower after each wrong try, and opens a session. A device on which this person has signed in before is counted
 * by itself: strangers who guess at the account, or from the same machine, do not keep its owner out.
 */
export async function signIn(
  db: Db,
  now: Date,
  attempt: From & { readonly email: string; readonly password: string; readonly machine: string },
): Promise<SignedIn> {
  const { email, password, machine, known } = attempt;
  const isKnown = await isDeviceKnown(db, hashToken(known ?? ''), email);
  const tried = isKnown
    ? { own: `device ${known} ${email.toLowerCase()}`, shared: null }
    : { own: strangersAt(email), shared: `machine ${machine}` };
  const done = await letTry(db, now, tried, async () => {
    const account = await findAccountByEmail(db, email);
    return (await passwordFits(password, account?.passwordHash ?? null)) && account ? account : null;
  });
  return done.ok ? { ok: true, door: await openSession(db, now, done.right.id, attempt) } : done;
}

async function openSession(db: Db, now: Date, accountId: AccountId, { device, known }: From): Promise<Door> {
  const { token, tokenHash } = newToken();
  const knownAs = known ?? newToken().token;
  await createSession(db, {
    tokenHash,
    accountId,
    device: device.slice(0, 200),
    expiresAt: new Date(now.getTime() + SESSION_DAYS * DAY_MS),
  });
  await recordAct(db, { key: randomUUID(), kind: 'signed in', subject: null, accountId, answer: null });
  await knowDevice(db, { tokenHash: hashToken(knownAs), accountId, seenAt: now });
  return { token, known: knownAs };
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

/** A link that works once within three days: for choosing a password, or (without an account) for the first coordinator. Older ones end. */
export async function makeLink(db: Db, now: Date, accountId: AccountId | null): Promise<string> {
  const { token, tokenHash } = newToken();
  await dropLinks(db, accountId);
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
  readonly hemisphere: 'northern' | 'southern';
}

/** Uses a link up: sets the password, closes the account's other sessions, forgets its devices and opens one. Null when the link no longer works. */
export function acceptLink(
  db: Db,
  now: Date,
  accepted: From & { readonly token: string; readonly password: string; readonly first: FirstCoordinator | null },
): Promise<Door | null> {
  return db.transaction().execute(async (tx) => {
    const tokenHash = hashToken(accepted.token);
    const link = await findLink(tx, tokenHash, now);
    if (!link) return null;
    const passwordHash = await hashPassword(accepted.password);
    const accountId = link.accountId ?? (await makeFirstCoordinator(tx, accepted.first));
    if (accountId === null) return null;
    await setPassword(tx, accountId, passwordHash);
    await dropLinks(tx, link.accountId);
    await revokeSessions(tx, accountId, now);
    await forgetDevices(tx, accountId);
    return openSession(tx, now, accountId, accepted);
  });
}

/** The usual days of a house, where the seasons are the other way round. */
const inTheSouth = ({ lastFrost, firstFrost, lendingOpens, sowingStarts }: House) => ({
  southern: true,
  lastFrost: halfAYearOn(lastFrost),
  firstFrost: halfAYearOn(firstFrost),
  lendingOpens: halfAYearOn(lendingOpens),
  sowingStarts: halfAYearOn(sowingStarts),
});

async function makeFirstCoordinator(tx: Db, first: FirstCoordinator | null): Promise<number | null> {
  if (!first || (await lockCoordinators(tx)).length > 0) return null;
  const house = await readHouse(tx);
  if (house) await updateHouse(tx, { ...house, name: first.house, ...(first.hemisphere === 'southern' && inTheSouth(house)) });
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
