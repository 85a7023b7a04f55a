import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Actor } from '#data/people/accounts.ts';
import { claimTowel, lastChecks, readClaims, testsCountedOn } from '#data/tests/round.ts';
import { findTests, listDueTowels } from '#data/tests/tests.ts';
import { readTowel } from './tests.server.ts';

/** More towels than two people count in an evening. */
const MOST = 40;
/** Whoever has not moved on for so long has put the phone away. */
const CLAIM_MINUTES = 10;

/** The towels that are due, and those counted today already: with the seeds as they stand, who counted last, and who is counting now. */
export async function readRound(db: Db, { actor, today, now }: { actor: Actor; today: Day; now: Date }) {
  const due = await listDueTowels(db, today, MOST);
  const counted = (await testsCountedOn(db, today, MOST)).filter((id) => !due.some((test) => test.id === id));
  const tests = [...due, ...(await findTests(db, counted))];
  const ids = tests.map(({ id }) => id);
  const [checks, claims] = await Promise.all([lastChecks(db, ids), readClaims(db, ids, claimedSince(now))]);
  const round = await Promise.all(
    tests.map(async (test) => {
      const last = checks.find(({ testId }) => testId === test.id);
      const claim = claims.find(({ testId, accountId }) => testId === test.id && accountId !== actor.accountId);
      return {
        test,
        seeds: (await readTowel(db, test.id)).towel,
        lastCheck: last?.id ?? 0,
        /** Who counted it today; null where nobody has. */
        countedBy: last?.checkedOn === today ? (last.by ?? 'somebody') : null,
        /** Who else is counting it now. */
        claimedBy: claim?.name ?? null,
      };
    }),
  );
  // What nobody has counted today comes first.
  return [...round.filter(({ countedBy }) => countedBy === null), ...round.filter(({ countedBy }) => countedBy !== null)];
}

/** Says that this person counts a towel now. @returns whether nobody else does; a towel that is not there is nobody's */
export async function claimInRound(db: Db, { actor, now }: { actor: Actor; now: Date }, testId: number): Promise<boolean> {
  if ((await findTests(db, [testId])).length === 0) return false;
  return claimTowel(db, { testId, accountId: actor.accountId, now, since: claimedSince(now) });
}

const claimedSince = (now: Date) => new Date(now.getTime() - CLAIM_MINUTES * 60_000);
