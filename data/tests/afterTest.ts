import { sql } from 'kysely';
import type { Day, LotId, TestId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { setNextCount } from './tests.ts';

/** Takes back the end of a test: it is counted on, and may end again. */
export async function reopenTest(
  db: Db,
  reopening: { testId: TestId; reason: string; reopenedOn: Day; reopenedBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('test_reopening')
    .columns(['ending_id', 'reason', 'reopened_on', 'reopened_by', 'act_key'])
    .expression((eb) =>
      eb
        .selectFrom('test_ending')
        .select(({ val }) => [
          'test_ending.id',
          val(reopening.reason).as('reason'),
          sql<string>`${reopening.reopenedOn}::date`.as('reopened_on'),
          sql<number>`${reopening.reopenedBy}::bigint`.as('reopened_by'),
          sql<string>`${reopening.actKey}::uuid`.as('act_key'),
        ])
        .where('test_id', '=', reopening.testId)
        .where(({ not, exists, selectFrom }) =>
          not(exists(selectFrom('test_reopening').select('ending_id').whereRef('ending_id', '=', 'test_ending.id'))),
        ),
    )
    .execute();
  await setNextCount(db, reopening.testId, reopening.reopenedOn);
}

/** Ends of a test that were taken back, with why, oldest first. */
export async function readReopenings(db: Db, testId: TestId) {
  return db
    .selectFrom('test_reopening')
    .innerJoin('test_ending', 'test_ending.id', 'test_reopening.ending_id')
    .leftJoin('person', 'person.id', 'test_reopening.reopened_by')
    .select([
      'test_ending.ended_on as endedOn',
      'test_ending.outcome',
      'test_ending.sprouted',
      'test_reopening.reason',
      'reopened_on as reopenedOn',
      'person.name as by',
    ])
    .where('test_ending.test_id', '=', testId)
    .orderBy('test_ending.id')
    .execute();
}

export async function addPotted(
  db: Db,
  potted: { testId: TestId; seedlings: number; pottedOn: Day; note: string | null; pottedBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('potted')
    .values({
      test_id: potted.testId,
      seedlings: potted.seedlings,
      potted_on: potted.pottedOn,
      note: potted.note,
      potted_by: potted.pottedBy,
      act_key: potted.actKey,
    })
    .execute();
}

/** Seedlings that were potted up from the tests of a lot, oldest first. */
export async function readPotted(db: Db, of: { lotId: LotId } | { testId: TestId }) {
  const query = db
    .selectFrom('potted')
    .innerJoin('germination_test', 'germination_test.id', 'potted.test_id')
    .leftJoin('person', 'person.id', 'potted.potted_by')
    .select(['potted.seedlings', 'potted.potted_on as pottedOn', 'potted.note', 'person.name as by'])
    .orderBy('potted.id');
  return ('lotId' in of ? query.where('germination_test.lot_id', '=', of.lotId) : query.where('potted.test_id', '=', of.testId)).execute();
}
