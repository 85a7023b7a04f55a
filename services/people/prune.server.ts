import type { Db } from '#data/database.ts';
import { deleteStale } from '#data/people/stale.ts';

/** So long somebody who comes back still finds the form that a session, run out meanwhile, did not take. */
const KEPT_MS = 30 * 86_400_000;

/** Forgets sessions, links, wrong tries and parked forms that ended or were left a month ago. @returns how many */
export const pruneAccess = (db: Db, now: Date): Promise<number> => deleteStale(db, new Date(now.getTime() - KEPT_MS));
