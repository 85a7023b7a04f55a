import { sql } from 'kysely';
import type { SeedMark } from '#core/germination/towel.ts';
import type { SeedState } from '#core/germination/towel.ts';
import type { Db } from './database.ts';
import type { Counted } from './schema.ts';

export interface NewTest {
  readonly lotId: number;
  readonly laidOn: string;
  readonly seedsLaid: number;
  readonly counted: Counted;
  readonly celsius: number;
  readonly firstCountDays: number;
  readonly finalCountDays: number;
  readonly nextCountOn: string;
  readonly laidBy: number;
  readonly actKey: string;
}

export async function createTest(db: Db, test: NewTest): Promise<number> {
  const row = await db
    .insertInto('germination_test')
    .values({
      lot_id: test.lotId,
      laid_on: test.laidOn,
      seeds_laid: test.seedsLaid,
      counted: test.counted,
      celsius: test.celsius,
      first_count_days: test.firstCountDays,
      final_count_days: test.finalCountDays,
      next_count_on: test.nextCountOn,
      laid_by: test.laidBy,
      act_key: test.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

function tests(db: Db) {
  return db
    .selectFrom('germination_test')
    .innerJoin('lot', 'lot.id', 'germination_test.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .leftJoin('test_end', 'test_end.test_id', 'germination_test.id')
    .select([
      'germination_test.id',
      'germination_test.lot_id as lotId',
      'lot.code',
      'line.name as variety',
      'crop.name as crop',
      'lot.treated',
      'germination_test.laid_on as laidOn',
      'germination_test.seeds_laid as seedsLaid',
      'germination_test.counted',
      'germination_test.celsius',
      'germination_test.first_count_days as firstCountDays',
      'germination_test.final_count_days as finalCountDays',
      'germination_test.next_count_on as nextCountOn',
      'test_end.ended_on as endedOn',
      'test_end.outcome',
      'test_end.sprouted',
      'test_end.reason as endReason',
    ]);
}

export async function findTest(db: Db, id: number) {
  return tests(db).where('germination_test.id', '=', id).executeTakeFirst();
}

/** Locks the test's row so that counts and its end wait for each other. */
export async function lockTest(db: Db, id: number) {
  await db.selectFrom('germination_test').select('id').where('id', '=', id).forUpdate().execute();
  return findTest(db, id);
}

export async function testsOfLot(db: Db, lotId: number) {
  return tests(db)
    .where('germination_test.lot_id', '=', lotId)
    .orderBy('germination_test.laid_on', 'desc')
    .orderBy('germination_test.id', 'desc')
    .execute();
}

/** The last test of a lot that was read to its end. */
export async function lastReadTest(db: Db, lotId: number) {
  return tests(db)
    .where('germination_test.lot_id', '=', lotId)
    .where('test_end.outcome', '=', 'read')
    .orderBy('test_end.ended_on', 'desc')
    .orderBy('germination_test.id', 'desc')
    .limit(1)
    .executeTakeFirst();
}

/** Open towels by their next count (`open`), or ended ones newest first. */
export async function listTests(db: Db, page: { open: boolean; search: string; limit: number; offset: number }) {
  let query = tests(db).where('germination_test.next_count_on', page.open ? 'is not' : 'is', null);
  for (const word of page.search.split(/\s+/).filter(Boolean)) query = query.where('lot.search_text', 'ilike', `%${word}%`);
  const sorted = page.open
    ? query.orderBy('germination_test.next_count_on').orderBy('germination_test.id')
    : query.orderBy('test_end.ended_on', 'desc').orderBy('germination_test.id', 'desc');
  const [rows, total] = await Promise.all([
    sorted.limit(page.limit).offset(page.offset).execute(),
    query
      .clearSelect()
      .select((eb) => eb.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow(),
  ]);
  return { tests: rows, total: total.count };
}

export async function readChecks(db: Db, testId: number) {
  return db
    .selectFrom('test_check')
    .leftJoin('person', 'person.id', 'test_check.checked_by')
    .select(['test_check.id', 'test_check.checked_on as checkedOn', 'test_check.note', 'person.name as by'])
    .where('test_id', '=', testId)
    .orderBy('test_check.id')
    .execute();
}

/** All sightings on a towel in the order they were written. */
export async function readMarks(db: Db, testId: number): Promise<SeedMark[]> {
  return db
    .selectFrom('seed_mark')
    .innerJoin('test_check', 'test_check.id', 'seed_mark.check_id')
    .select(['seed_mark.seed', 'seed_mark.state', 'test_check.checked_on as on'])
    .where('seed_mark.test_id', '=', testId)
    .orderBy('seed_mark.id')
    .execute();
}

export interface NewCheck {
  readonly testId: number;
  readonly checkedOn: string;
  readonly note: string | null;
  readonly checkedBy: number;
  readonly actKey: string;
  readonly marks: readonly { readonly seed: number; readonly state: SeedState }[];
}

export async function createCheck(db: Db, check: NewCheck): Promise<void> {
  const { id } = await db
    .insertInto('test_check')
    .values({ test_id: check.testId, checked_on: check.checkedOn, note: check.note, checked_by: check.checkedBy, act_key: check.actKey })
    .returning('id')
    .executeTakeFirstOrThrow();
  if (check.marks.length > 0)
    await db
      .insertInto('seed_mark')
      .values(check.marks.map(({ seed, state }) => ({ check_id: id, test_id: check.testId, seed, state })))
      .execute();
}

export async function setNextCount(db: Db, testId: number, on: string): Promise<void> {
  await db.updateTable('germination_test').set({ next_count_on: on }).where('id', '=', testId).execute();
}

export async function endTest(
  db: Db,
  end: {
    testId: number;
    endedOn: string;
    outcome: 'read' | 'abandoned';
    sprouted: number;
    reason: string | null;
    endedBy: number;
    actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('test_end')
    .values({
      test_id: end.testId,
      ended_on: end.endedOn,
      outcome: end.outcome,
      sprouted: end.sprouted,
      reason: end.reason,
      ended_by: end.endedBy,
      act_key: end.actKey,
    })
    .execute();
}

/** How many towels lie on the bench, and how many want counting by `today`. */
export async function countOpenTests(db: Db, today: string): Promise<{ open: number; due: number }> {
  const row = await db
    .selectFrom('germination_test')
    .select((eb) => [eb.fn.countAll<number>().as('open'), sql<number>`count(*) filter (where next_count_on <= ${today})`.as('due')])
    .where('next_count_on', 'is not', null)
    .executeTakeFirstOrThrow();
  return row;
}
