import type { SeedMark } from '#core/germination/towel.ts';
import type { Day, Seeds, TestId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** All sightings of a test in the order they were written. */
export async function readMarks(db: Db, testId: TestId): Promise<SeedMark[]> {
  return db
    .selectFrom('seed_mark')
    .innerJoin('test_check', 'test_check.id', 'seed_mark.check_id')
    .select(['seed_mark.replicate', 'seed_mark.seed', 'seed_mark.state', 'test_check.checked_on as on'])
    .where('seed_mark.test_id', '=', testId)
    .orderBy('seed_mark.id')
    .execute();
}

/** A test's towels as they were laid and corrected, in the order written. */
export async function readTowels(db: Db, testId: TestId) {
  return db
    .selectFrom('test_towel')
    .leftJoin('person', 'person.id', 'test_towel.written_by')
    .select(['replicate', 'seeds', 'places', 'reason', 'written_on as writtenOn', 'person.name as by'])
    .where('test_id', '=', testId)
    .orderBy('test_towel.id')
    .execute();
}

export interface NewTowel {
  readonly testId: TestId;
  readonly replicate: number;
  readonly seeds: Seeds;
  readonly places: number;
  readonly reason: string;
  readonly writtenOn: Day;
  readonly writtenBy: number;
  readonly actKey: string;
}

export async function putTowelRight(db: Db, towel: NewTowel): Promise<void> {
  await db
    .insertInto('test_towel')
    .values({
      test_id: towel.testId,
      replicate: towel.replicate,
      seeds: towel.seeds,
      places: towel.places,
      reason: towel.reason,
      written_on: towel.writtenOn,
      written_by: towel.writtenBy,
      act_key: towel.actKey,
    })
    .execute();
}
