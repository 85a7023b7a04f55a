import { sql } from 'kysely';
import type { Counted, Spot, TestKind, TreatmentBefore } from '#core/germination/layout.ts';
import type { Countable, SeedMark, SeedPlace, SeedState, StateCounts } from '#core/germination/towel.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';

export interface NewTest {
  readonly lotId: number;
  readonly laidOn: string;
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
  readonly nextCountOn: string;
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

export async function testsOfLot(db: Db, lotId: number) {
  return tests(db)
    .where('germination_test.lot_id', '=', lotId)
    .orderBy('germination_test.laid_on', 'desc')
    .orderBy('germination_test.id', 'desc')
    .execute();
}

/** Open towels by their next count (`open`), or ended ones newest first. */
export async function listTests(db: Db, page: { open: boolean; search: string; limit: number; offset: number }) {
  let query = tests(db).where('germination_test.next_count_on', page.open ? 'is not' : 'is', null);
  if (page.search) query = query.where(holdsWords(page.search, 'lot.search_text'));
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
    .leftJoin('test_photo', 'test_photo.check_id', 'test_check.id')
    .select([
      'test_check.id',
      'test_check.checked_on as checkedOn',
      'test_check.note',
      'test_check.re_wetted as reWetted',
      'test_check.mould',
      'test_photo.width',
      'test_photo.height',
      'person.name as by',
    ])
    .where('test_id', '=', testId)
    .orderBy('test_check.id')
    .execute();
}

/** All sightings of a test in the order they were written. */
export async function readMarks(db: Db, testId: number): Promise<SeedMark[]> {
  return db
    .selectFrom('seed_mark')
    .innerJoin('test_check', 'test_check.id', 'seed_mark.check_id')
    .select(['seed_mark.replicate', 'seed_mark.seed', 'seed_mark.state', 'test_check.checked_on as on'])
    .where('seed_mark.test_id', '=', testId)
    .orderBy('seed_mark.id')
    .execute();
}

/** A test's towels as they were laid and put right, in the order written. */
export async function readTowels(db: Db, testId: number) {
  return db
    .selectFrom('test_towel')
    .leftJoin('person', 'person.id', 'test_towel.written_by')
    .select(['replicate', 'seeds', 'places', 'reason', 'written_on as writtenOn', 'person.name as by'])
    .where('test_id', '=', testId)
    .orderBy('test_towel.id')
    .execute();
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
export async function nextDueTest(db: Db, today: string, after: { id: number } | null) {
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

export interface NewTowel {
  readonly testId: number;
  readonly replicate: number;
  readonly seeds: number;
  readonly places: number;
  readonly reason: string;
  readonly writtenOn: string;
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

export interface NewCheck {
  readonly testId: number;
  readonly checkedOn: string;
  readonly note: string | null;
  readonly reWetted: boolean;
  readonly mould: boolean;
  readonly checkedBy: number;
  readonly actKey: string;
  readonly marks: readonly (SeedPlace & { readonly state: SeedState })[];
}

export async function createCheck(db: Db, check: NewCheck): Promise<number> {
  const { id } = await db
    .insertInto('test_check')
    .values({
      test_id: check.testId,
      checked_on: check.checkedOn,
      note: check.note,
      re_wetted: check.reWetted,
      mould: check.mould,
      checked_by: check.checkedBy,
      act_key: check.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  if (check.marks.length > 0)
    await db
      .insertInto('seed_mark')
      .values(check.marks.map(({ replicate, seed, state }) => ({ check_id: id, test_id: check.testId, replicate, seed, state })))
      .execute();
  return id;
}

export async function createTestPhoto(
  db: Db,
  { checkId, actKey, jpeg, width, height }: { checkId: number; actKey: string; jpeg: Uint8Array; width: number; height: number },
): Promise<void> {
  await db
    .insertInto('test_photo')
    .values({ check_id: checkId, act_key: actKey, jpeg: Buffer.from(jpeg), width, height })
    .execute();
}

export async function findTestPhoto(db: Db, checkId: number): Promise<Buffer | null> {
  return (await db.selectFrom('test_photo').select('jpeg').where('check_id', '=', checkId).executeTakeFirst())?.jpeg ?? null;
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
export async function countOpenTests(db: Db, today: string): Promise<{ open: number; due: number }> {
  const row = await db
    .selectFrom('germination_test')
    .select((eb) => [eb.fn.countAll<number>().as('open'), sql<number>`count(*) filter (where next_count_on <= ${today})`.as('due')])
    .where('next_count_on', 'is not', null)
    .executeTakeFirstOrThrow();
  return row;
}

/** Lots that may be put on the bench: those of some codes, or those due for a test by a day that have none under way, the longest due first. */
export async function listToTest(db: Db, which: { codes: readonly string[] } | { dueBy: string; limit: number }) {
  const query = db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select([
      'lot.id',
      'lot.code',
      'line.name as variety',
      'crop.name as crop',
      'lot.unit',
      'lot.on_hand as onHand',
      'lot.seeds_per_gram as seedsPerGram',
      'lot.treated',
      'lot.next_test_on as nextTestOn',
      'lot.next_test_reason as nextTestReason',
    ])
    .where('lot.on_hand', '>', 0)
    .orderBy('lot.next_test_on')
    .orderBy('lot.id');
  if ('codes' in which) return which.codes.length === 0 ? [] : query.where('lot.code', 'in', which.codes).execute();
  return query
    .where('lot.next_test_on', '<=', which.dueBy)
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom('germination_test')
            .select('germination_test.id')
            .whereRef('germination_test.lot_id', '=', 'lot.id')
            .where('next_count_on', 'is not', null),
        ),
      ),
    )
    .limit(which.limit)
    .execute();
}
