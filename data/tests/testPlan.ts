import { sql } from 'kysely';
import type { Spot } from '#core/germination/layout.ts';
import type { LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export interface TestBench {
  readonly towels: Readonly<Record<Spot, number>>;
  readonly hours: number;
  /** Mondays of weeks when nobody is here. */
  readonly closed: readonly string[];
  readonly version: number;
}

export async function readTestBench(db: Db): Promise<TestBench> {
  const { warm, room, cool, hours, closed, version } = await db
    .selectFrom('test_bench')
    .select(['warm', 'room', 'cool', 'hours', sql<string[]>`closed::text[]`.as('closed'), 'version'])
    .executeTakeFirstOrThrow();
  return { towels: { warm, room, cool }, hours, closed, version };
}

/** Changes the bench or its plan if nobody else has since `version`; returns whether it may. */
export async function nextBenchVersion(db: Db, version: number): Promise<boolean> {
  const done = await db
    .updateTable('test_bench')
    .set({ version: version + 1 })
    .where('version', '=', version)
    .executeTakeFirst();
  return done.numUpdatedRows === 1n;
}

export async function saveTestBench(db: Db, { towels, hours, closed }: Omit<TestBench, 'version'>): Promise<void> {
  await db
    .updateTable('test_bench')
    .set({ ...towels, hours, closed: sql`${closed}::date[]` })
    .execute();
}

/** Lots that are due for a test by a day and have none under way, with what the plan weighs. */
export async function listForPlan(db: Db, dueBy: string, yearAgo: string) {
  return (
    db
      .selectFrom('lot')
      .innerJoin('line', 'line.id', 'lot.line_id')
      .innerJoin('crop', 'crop.id', 'line.crop_id')
      .leftJoin('lot_outlook', 'lot_outlook.lot_id', 'lot.id')
      .leftJoin('line_risk', 'line_risk.line_id', 'lot.line_id')
      .leftJoin('planned_test', 'planned_test.lot_id', 'lot.id')
      // Counted once for all: thousands of lots may be due.
      .leftJoin(
        (eb) =>
          eb
            .selectFrom('loan')
            .select(['loan.lot_id', sql<number>`count(*)`.as('times')])
            .where('loan.lent_on', '>=', yearAgo)
            .groupBy('loan.lot_id')
            .as('lent'),
        (join) => join.onRef('lent.lot_id', '=', 'lot.id'),
      )
      .leftJoin(
        (eb) =>
          eb
            .selectFrom('lot as kin')
            .select(['kin.line_id', sql<number>`count(*)`.as('lots')])
            .where('kin.on_hand', '>', 0)
            .groupBy('kin.line_id')
            .as('in_store'),
        (join) => join.onRef('in_store.line_id', '=', 'lot.line_id'),
      )
      .select([
        'lot.id',
        'lot.code',
        'line.name as variety',
        'crop.id as cropId',
        'crop.name as crop',
        'lot.unit',
        'lot.on_hand as onHand',
        'lot.seeds_per_gram as seedsPerGram',
        'lot.next_test_on as dueOn',
        'lot.next_test_reason as reason',
        'lot_outlook.may_be_lent as mayBeLent',
        'lot_outlook.full_strength as fullStrength',
        'line_risk.risk',
        'planned_test.week',
        'planned_test.pinned',
        sql<number>`coalesce(lent.times, 0)`.as('lent'),
        sql<number>`coalesce(in_store.lots, 1) - 1`.as('others'),
      ])
      .where('lot.on_hand', '>', 0)
      .where('lot.next_test_on', '<=', dueBy)
      .where(sql<boolean>`not exists (select from germination_test t where t.lot_id = lot.id and t.next_count_on is not null)`)
      .orderBy('lot.next_test_on')
      .orderBy('lot.id')
      .execute()
  );
}

/** Towels on the bench, with the days that they still stand. */
export async function listStanding(db: Db) {
  return db
    .selectFrom('germination_test')
    .select([
      'id',
      'spot',
      'replicates',
      'laid_on as laidOn',
      'first_count_days as firstCountDays',
      'final_count_days as finalCountDays',
      'check_days as checkDays',
    ])
    .where('next_count_on', 'is not', null)
    .execute();
}

export interface PlannedTest {
  readonly lotId: LotId;
  readonly week: string;
  readonly pinned: boolean;
}

/** Puts a whole plan in the place of the one before. */
export async function replacePlan(db: Db, plan: readonly PlannedTest[], by: { actKey: string; personId: PersonId }): Promise<void> {
  await db.deleteFrom('planned_test').execute();
  if (plan.length > 0)
    await db
      .insertInto('planned_test')
      .values(plan.map(({ lotId, week, pinned }) => ({ lot_id: lotId, week, pinned, act_key: by.actKey })))
      .execute();
}

/** What is planned up to a week and not laid yet, with where its jar stands. */
export async function listPlanned(db: Db, until: string) {
  return db
    .selectFrom('planned_test')
    .innerJoin('lot', 'lot.id', 'planned_test.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select([
      'planned_test.week',
      'planned_test.pinned',
      'lot.id',
      'lot.code',
      'lot.unit',
      'lot.on_hand as onHand',
      'lot.seeds_per_gram as seedsPerGram',
      'line.name as variety',
      'crop.name as crop',
      'lot.treated',
      sql<
        string | null
      >`(select string_agg(place.name || ', ' || holding.container, '; ') from holding join place on place.id = holding.place_id where holding.lot_id = lot.id and holding.balance > 0 and holding.packet_units is null)`.as(
        'where',
      ),
    ])
    .where('planned_test.week', '<=', until)
    .where('lot.on_hand', '>', 0)
    .where(sql<boolean>`not exists (select from germination_test t where t.lot_id = lot.id and t.next_count_on is not null)`)
    .orderBy('planned_test.week')
    .orderBy('crop.name')
    .orderBy('line.name')
    .execute();
}
