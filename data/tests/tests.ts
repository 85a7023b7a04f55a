import { sql } from 'kysely';
import type { Counted, Spot, TestKind, TreatmentBefore } from '#core/germination/layout.ts';
import type { Countable, StateCounts } from '#core/germination/towel.ts';
import type { Day, LotId, TestId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { COUNTED_AHEAD, holdsWords } from '#data/search.ts';

export interface NewTest {
  readonly lotId: LotId;
  readonly laidOn: Day;
  /** Of all replicates together, which are laid of one size. */
  readonly seedsLaid: number;
  readonly replicates: number;
  readonly counted: Counted;
  readonly kind: TestKind;
  readonly medium: string;
  readonly spot: Spot;
  readonly treatments: readonly TreatmentBefore[];
  readonly celsius: number;
  readonly firstCountDays: number;
  readonly finalCountDays: number;
  readonly checkDays: readonly number[] | null;
  readonly part: string | null;
  readonly seriesOf: number | null;
  readonly batchSeeds: number | null;
  readonly nextCountOn: Day;
  readonly laidBy: number;
  readonly actKey: string;
}

/** Writes a test down; the database lays its towels. */
export async function createTest(db: Db, test: NewTest): Promise<number> {
  const row = await db
    .insertInto('germination_test')
    .values({
      lot_id: test.lotId,
      laid_on: test.laidOn,
      seeds_laid: test.seedsLaid,
      replicates: test.replicates,
      counted: test.counted,
      kind: test.kind,
      medium: test.medium,
      spot: test.spot,
      treatments: test.treatments,
      celsius: test.celsius,
      first_count_days: test.firstCountDays,
      final_count_days: test.finalCountDays,
      check_days: test.checkDays,
      part: test.part,
      series_of: test.seriesOf,
      batch_seeds: test.batchSeeds,
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
    .leftJoin('person as layer', 'layer.id', 'germination_test.laid_by')
    .leftJoin('person as ender', 'ender.id', 'test_end.ended_by')
    .select([
      'germination_test.id',
      'layer.name as laidBy',
      'ender.name as endedBy',
      'germination_test.lot_id as lotId',
      'lot.code',
      'line.name as variety',
      'crop.name as crop',
      'crop.id as cropId',
      'crop.seed_looks as seedLooks',
      'lot.treated',
      'germination_test.laid_on as laidOn',
      'germination_test.seeds_laid as seedsLaid',
      'germination_test.replicates',
      'germination_test.counted',
      'germination_test.kind',
      'germination_test.medium',
      'germination_test.spot',
      'germination_test.treatments',
      'germination_test.celsius',
      'germination_test.check_days as checkDays',
      'germination_test.part',
      'germination_test.series_of as seriesOf',
      'germination_test.batch_seeds as batchSeeds',
      'germination_test.first_count_days as firstCountDays',
      'germination_test.final_count_days as finalCountDays',
      'germination_test.next_count_on as nextCountOn',
      'test_end.ended_on as endedOn',
      'test_end.outcome',
      'test_end.sprouted',
      'test_end.abnormal',
      'test_end.hard',
      'test_end.fresh',
      'test_end.dead',
      'test_end.reason as endReason',
    ]);
}

export async function findTest(db: Db, id: number) {
  return tests(db).where('germination_test.id', '=', id).executeTakeFirst();
}

/** Several tests, in the order of their numbers. */
export async function findTests(db: Db, ids: readonly number[]) {
  if (ids.length === 0) return [];
  return tests(db).where('germination_test.id', 'in', ids).orderBy('germination_test.id').execute();
}

/** Towels that want counting by a day, place by place as one walks along the bench. */
export async function listDueTowels(db: Db, by: string, most: number) {
  return tests(db)
    .where('germination_test.next_count_on', '<=', by)
    .orderBy('germination_test.spot')
    .orderBy('germination_test.id')
    .limit(most)
    .execute();
}

/** Locks the test's row so that counts and its end wait for each other. */
export async function lockTest(db: Db, id: number) {
  await db.selectFrom('germination_test').select('id').where('id', '=', id).forUpdate().execute();
  return findTest(db, id);
}

export async function testsOfLot(db: Db, lotId: LotId) {
  return tests(db)
    .where('germination_test.lot_id', '=', lotId)
    .orderBy('germination_test.laid_on', 'desc')
    .orderBy('germination_test.id', 'desc')
    .execute();
}

/** Open towels by their next count (`open`), or ended ones newest first; `total` counts no further than 2000 beyond the page, and `more` says that it stopped there. */
export async function listTests(db: Db, page: { open: boolean; search: string; limit: number; offset: number }) {
  let query = page.open
    ? tests(db).where('germination_test.next_count_on', 'is not', null)
    : tests(db).where('test_end.ended_on', 'is not', null);
  if (page.search) query = query.where(holdsWords(page.search, 'lot.search_text'));
  const sorted = page.open
    ? query.orderBy('germination_test.next_count_on').orderBy('germination_test.id')
    : query.orderBy('test_end.ended_on', 'desc').orderBy('germination_test.id', 'desc');
  const [rows, total] = await Promise.all([
    sorted.limit(page.limit).offset(page.offset).execute(),
    db
      .selectFrom(
        query
          .clearSelect()
          .select('germination_test.id')
          .limit(page.offset + COUNTED_AHEAD)
          .as('counted'),
      )
      .select((eb) => eb.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow(),
  ]);
  return { tests: rows, total: total.count, more: total.count === page.offset + COUNTED_AHEAD };
}

/** Other batches of a test's series that have ended or are open, oldest first, the test itself among them. */
export async function readSeries(db: Db, test: { id: number; seriesOf: number | null }) {
  const first = test.seriesOf ?? test.id;
  return tests(db)
    .where((eb) => eb.or([eb('germination_test.id', '=', first), eb('germination_test.series_of', '=', first)]))
    .orderBy('germination_test.id')
    .execute();
}

/** The towel that wants counting next after this one, today's and overdue ones in order of place and age; null when it is the last. */
export async function nextDueTest(db: Db, today: Day, after: { id: number } | null) {
  const rows = await db
    .selectFrom('germination_test')
    .select(['id'])
    .where('next_count_on', '<=', today)
    .orderBy('spot')
    .orderBy('id')
    .execute();
  const at = rows.findIndex(({ id }) => id === after?.id);
  return { next: rows[at + 1]?.id ?? rows.find(({ id }) => id !== after?.id)?.id ?? null, due: rows.length };
}

export async function setNextCount(db: Db, testId: TestId, on: string): Promise<void> {
  await db.updateTable('germination_test').set({ next_count_on: on }).where('id', '=', testId).execute();
}

export async function endTest(
  db: Db,
  end: {
    testId: TestId;
    endedOn: Day;
    outcome: 'read' | 'abandoned';
    counts: Pick<StateCounts, Countable>;
    reason: string | null;
    endedBy: number;
    actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('test_ending')
    .values({
      test_id: end.testId,
      ended_on: end.endedOn,
      outcome: end.outcome,
      ...end.counts,
      reason: end.reason,
      ended_by: end.endedBy,
      act_key: end.actKey,
    })
    .execute();
}

/** How many towels lie on the bench, and how many want counting by `today`. */
export async function countOpenTests(db: Db, today: Day): Promise<{ open: number; due: number }> {
  const row = await db
    .selectFrom('germination_test')
    .select((eb) => [eb.fn.countAll<number>().as('open'), sql<number>`count(*) filter (where next_count_on <= ${today})`.as('due')])
    .where('next_count_on', 'is not', null)
    .executeTakeFirstOrThrow();
  return row;
}
