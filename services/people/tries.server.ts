import { MOST_TRIES_AN_HOUR, ROOM_OF_A_MACHINE, secondsToWait, TRIES_COUNT_FOR_MS } from '#core/people/guessing.ts';
import type { Db } from '#data/database.ts';
import { forgetTries, listTries, lockTries, recordTry } from '#data/people/wrongTries.ts';
import { hashToken } from '#services/secrets.server.ts';

/** Under what a try is counted: an account's or a device's name, and that of a machine, which several people may share. */
export interface Tried {
  readonly own: string;
  readonly shared: string | null;
}

export type TryProblem = { readonly code: 'wrong' } | { readonly code: 'wait'; readonly seconds: number };

/** The name under which guesses at an account are counted that come from devices nobody has signed in on. */
export const strangersAt = (email: string): string => `email ${email.toLowerCase()}`;

/** Whom somebody tries to be stays unread in the database: only a digest is kept. */
const kept = (name: string): string => hashToken(name).toString('hex');

/**
 * Lets somebody try a secret. The try is counted before it is made, one after the other for each name, so that a burst gets no more of them
 * than a patient hand; a right one is forgotten again, with the wrong ones before it under its own name.
 * @param check whether it was right
 */
export async function letTry<Right>(
  db: Db,
  now: Date,
  tried: Tried,
  check: () => Promise<Right | null>,
): Promise<{ readonly ok: true; readonly right: Right } | { readonly ok: false; readonly problem: TryProblem }> {
  const own = kept(tried.own);
  const shared = tried.shared === null ? [] : [kept(tried.shared)];
  const names = [own, ...shared];
  const since = new Date(now.getTime() - TRIES_COUNT_FOR_MS);
  const counted = await db.transaction().execute(async (tx) => {
    await lockTries(tx, names);
    const waits = await Promise.all(
      names.map(async (name) => {
        const room = name === own ? 1 : ROOM_OF_A_MACHINE;
        return secondsToWait(await listTries(tx, name, since, MOST_TRIES_AN_HOUR * room), now, room);
      }),
    );
    const seconds = Math.max(...waits);
    return seconds > 0 ? { seconds } : { ids: await recordTry(tx, names, now) };
  });
  if (counted.ids === undefined) return { ok: false, problem: { code: 'wait', seconds: counted.seconds } };
  const right = await check();
  if (right === null) return { ok: false, problem: { code: 'wrong' } };
  await forgetTries(db, counted.ids, [own], since);
  return { ok: true, right };
}

/** Forgets the tries under a name, whose owner has come by another door or is gone. */
export const forgetTriesOf = (db: Db, name: string, now: Date): Promise<void> =>
  forgetTries(db, [0], [kept(name)], new Date(now.getTime() - TRIES_COUNT_FOR_MS));
