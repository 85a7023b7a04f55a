import { randomUUID } from 'node:crypto';
import { pinForm } from '#contracts/people/people.ts';
import type { AccountId } from '#core/kernel/kinds.ts';
import { recordAct } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import { findPin, setPin, type Actor } from '#data/people/accounts.ts';
import { letWork, lockSession, shareSession } from '#data/people/sessions.ts';
import { command, type Inside } from '#services/command.server.ts';
import { hashPassword, hashToken, passwordFits } from '#services/secrets.server.ts';
import { letTry, type TryProblem } from './tries.server.ts';

const DAY_MS = 86_400_000;
/** A tablet stays at the bench: its session outlasts that of a phone. */
const TABLET_DAYS = 180;

/** Chooses one's own PIN for shared tablets. */
export const choosePin = command('pin chosen', { input: pinForm }, async ({ tx, actor }: Inside<never>, { pin }) => {
  await setPin(tx, actor.accountId, await hashPassword(pin));
  return { answer: null, subject: null };
});

/** Makes this device a tablet that several helpers share: from now on each gives name and PIN, and nobody works at it yet. */
export async function shareDevice(db: Db, now: Date, token: string, actor: Actor): Promise<void> {
  await shareSession(db, hashToken(token), new Date(now.getTime() + TABLET_DAYS * DAY_MS));
  await recordAct(db, { key: randomUUID(), kind: 'device shared', subject: null, accountId: actor.accountId, answer: null });
}

/** Takes a shared tablet by name and PIN, slower after each wrong one; every act there is this person's, until it locks. */
export async function takeTablet(
  db: Db,
  now: Date,
  taking: { readonly token: string; readonly accountId: AccountId; readonly pin: string },
): Promise<{ readonly ok: true } | { readonly ok: false; readonly problem: TryProblem }> {
  // Tries are counted for whoever's PIN it is and for the tablet. What strangers try elsewhere does not close it.
  const tried = { own: `pin ${taking.accountId}`, shared: `tablet ${taking.token}` };
  const done = await letTry(db, now, tried, async () => {
    const pinHash = await findPin(db, taking.accountId);
    return (await passwordFits(taking.pin, pinHash ?? null)) || null;
  });
  if (!done.ok) return done;
  await letWork(db, hashToken(taking.token), taking.accountId, now);
  await recordAct(db, { key: randomUUID(), kind: 'tablet taken', subject: null, accountId: taking.accountId, answer: null });
  return { ok: true };
}

/** Locks a shared tablet: the next one gives name and PIN. */
export const lockTablet = (db: Db, token: string): Promise<void> => lockSession(db, hashToken(token));
