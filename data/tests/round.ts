import type { AccountId, Day, TestId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** Open towels that were counted on a day, whatever they wait for now. */
export async function testsCountedOn(db: Db, day: Day, most: number): Promise<TestId[]> {
  const rows = await db
    .selectFrom('test_check')
    .innerJoin('germination_test', 'germination_test.id', 'test_check.test_id')
    .select('test_check.test_id as id')
    .distinct()
    .where('test_check.checked_on', '=', day)
    .where('germination_test.next_count_on', 'is not', null)
    .limit(most)
    .execute();
  return rows.map(({ id }) => id);
}

/** Of some towels, the newest count there is of each: when, and by whom. */
export async function lastChecks(db: Db, ids: readonly TestId[]) {
  if (ids.length === 0) return [];
  return db
    .selectFrom('test_check')
    .leftJoin('person', 'person.id', 'test_check.checked_by')
    .select(['test_check.id', 'test_check.test_id as testId', 'test_check.checked_on as checkedOn'])
    .select(['test_check.checked_by as byId', 'person.name as by'])
    .distinctOn('test_check.test_id')
    .where('test_check.test_id', 'in', ids)
    .orderBy('test_check.test_id')
    .orderBy('test_check.id', 'desc')
    .execute();
}

/**
 * Says that somebody counts a towel now, and no other. Whoever said so of it since a moment keeps it.
 * @returns whether it is theirs
 */
export async function claimTowel(db: Db, claim: { testId: TestId; accountId: AccountId; now: Date; since: Date }): Promise<boolean> {
  await db.deleteFrom('towel_claim').where('account_id', '=', claim.accountId).where('test_id', '!=', claim.testId).execute();
  const taken = await db
    .insertInto('towel_claim')
    .values({ test_id: claim.testId, account_id: claim.accountId, claimed_at: claim.now })
    .onConflict((conflict) =>
      conflict
        .column('test_id')
        .doUpdateSet({ account_id: claim.accountId, claimed_at: claim.now })
        .where((eb) => eb.or([eb('towel_claim.account_id', '=', claim.accountId), eb('towel_claim.claimed_at', '<', claim.since)])),
    )
    .executeTakeFirst();
  return taken.numInsertedOrUpdatedRows === 1n;
}

/** Who counts which of these towels, of those who said so since a moment. */
export async function readClaims(db: Db, ids: readonly TestId[], since: Date) {
  if (ids.length === 0) return [];
  return db
    .selectFrom('towel_claim')
    .innerJoin('account', 'account.id', 'towel_claim.account_id')
    .innerJoin('person', 'person.id', 'account.person_id')
    .select(['towel_claim.test_id as testId', 'towel_claim.account_id as accountId', 'person.name'])
    .where('towel_claim.test_id', 'in', ids)
    .where('towel_claim.claimed_at', '>=', since)
    .execute();
}
