import { sql } from 'kysely';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Claim, Judgement } from '#core/promise/judge.ts';
import type { Db } from '#data/database.ts';
import { isAmong } from '#data/isAmong.ts';

/** Marks lots and all that descends from them to be judged again; returns which they are. */
export async function markStale(db: Db, lotIds: readonly LotId[]): Promise<number[]> {
  if (lotIds.length === 0) return [];
  const { rows } = await sql<{ lot_id: number }>`
    with recursive touched (id) as (
      select unnest(${sql.val([...lotIds])}::bigint[])
      union
      select lot_parent.child_id from lot_parent join touched on lot_parent.parent_id = touched.id
    )
    insert into promise_stale (lot_id) select id from touched on conflict (lot_id) do update set since = now()
    returning lot_id`.execute(db);
  return rows.map(({ lot_id }) => lot_id);
}

/** These lots and those of their ancestors that wait to be judged, oldest first; locked until the transaction ends. */
export async function takeWithAncestors(db: Db, lotIds: readonly LotId[]): Promise<number[]> {
  if (lotIds.length === 0) return [];
  const { rows } = await sql<{ lot_id: number }>`
    with recursive line (id) as (
      select unnest(${sql.val([...lotIds])}::bigint[])
      union
      select lot_parent.parent_id from lot_parent join line on lot_parent.child_id = line.id
    )
    select lot_id from promise_stale where lot_id in (select id from line) order by lot_id for update`.execute(db);
  return rows.map(({ lot_id }) => lot_id);
}

/** Marks every lot, or every lot of one crop or of one crossing group, to be judged again. */
export async function markAllStale(db: Db, only: { cropId?: string } = {}): Promise<void> {
  await sql`
    insert into promise_stale (lot_id)
    select lot.id from lot join line on line.id = lot.line_id ${only.cropId ? sql`where line.crop_id = ${only.cropId}` : sql``}
    on conflict (lot_id) do update set since = now()`.execute(db);
}

/** The next lots to judge, oldest lots first so that parents come before their children; locked until the transaction ends. */
export async function takeStale(db: Db, most: number): Promise<number[]> {
  const rows = await db.selectFrom('promise_stale').select('lot_id').orderBy('lot_id').limit(most).forUpdate().skipLocked().execute();
  return rows.map(({ lot_id }) => lot_id);
}

export async function countStale(db: Db): Promise<number> {
  return (
    await db
      .selectFrom('promise_stale')
      .select((eb) => eb.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow()
  ).count;
}

export async function forgetStale(db: Db, lotIds: readonly LotId[]): Promise<void> {
  if (lotIds.length > 0) await db.deleteFrom('promise_stale').where(isAmong('lot_id', lotIds)).execute();
}

/** Whether any of these lots, or a parent of one, still waits to be judged elsewhere. */
export async function someStale(db: Db, lotIds: readonly LotId[]): Promise<boolean> {
  if (lotIds.length === 0) return false;
  const row = await db.selectFrom('promise_stale').select('lot_id').where('lot_id', 'in', lotIds).limit(1).executeTakeFirst();
  return row !== undefined;
}

/** Takes the one seat of the background reckoner until the transaction ends; false when another server sits in it. */
export async function takeReckonersSeat(db: Db): Promise<boolean> {
  const { rows } = await sql<{
    mine: boolean;
  }>`select pg_try_advisory_xact_lock(hashtextextended('kind granary reckoner', 0)) as mine`.execute(db);
  return rows[0]!.mine;
}

/** All that is known of some lots, for judging them: newest passport, crop, parents, evidence that holds, incidents. */
export async function readForJudging(db: Db, lotIds: readonly LotId[]) {
  const [lots, parents, evidence, incidents] = await Promise.all([
    db
      .selectFrom('lot')
      .innerJoin('line', 'line.id', 'lot.line_id')
      .innerJoinLateral(
        (eb) =>
          eb
            .selectFrom('passport')
            .select('answers')
            .whereRef('passport.lot_id', '=', 'lot.id')
            .orderBy('passport.id', 'desc')
            .limit(1)
            .as('passport'),
        (join) => join.onTrue(),
      )
      .select(['lot.id', 'lot.origin', 'line.aim', 'line.crop_id as cropId', 'passport.answers'])
      .where(isAmong('lot.id', lotIds))
      .orderBy('lot.id')
      .execute(),
    db
      .selectFrom('lot_parent')
      .select(['child_id as child', 'parent_id as parent', 'seeds'])
      .where(isAmong('child_id', lotIds))
      .orderBy('parent_id')
      .execute(),
    findEvidenceOf(db, lotIds),
    db.selectFrom('incident').select(['lot_id as lotId', 'share', 'discarded']).where(isAmong('lot_id', lotIds)).execute(),
  ]);
  return { lots, parents, evidence, incidents };
}

async function findEvidenceOf(db: Db, lotIds: readonly LotId[]) {
  return db
    .selectFrom('evidence')
    .select(['lot_id as lotId', 'off_types as offTypes', 'looked_at as lookedAt', 'shows'])
    .where(isAmong('lot_id', lotIds))
    .where((eb) =>
      eb.not(eb.exists(eb.selectFrom('evidence as newer').whereRef('newer.instead_of', '=', 'evidence.id').select('newer.id'))),
    )
    .orderBy('evidence.id')
    .execute();
}

/** What lots hand on to their children; their rows are locked for sharing, so that a change under way is waited for. */
export async function readHandedOn(db: Db, lotIds: readonly LotId[]) {
  if (lotIds.length === 0) return [];
  await db.selectFrom('lot_written').select('id').where(isAmong('id', lotIds)).orderBy('id').forShare().execute();
  return db
    .selectFrom('lot_promise')
    .select(['lot_id as lotId', 'handed_on as handedOn', 'effective', 'generations'])
    .where(isAmong('lot_id', lotIds))
    .execute();
}

/** What each of these lots promises now; lots that were never judged are missing. */
export async function readClaims(db: Db, lotIds: readonly LotId[]): Promise<ReadonlyMap<number, Claim>> {
  const rows = await db.selectFrom('lot_promise').select(['lot_id', 'promise']).where(isAmong('lot_id', lotIds)).execute();
  return new Map(rows.map(({ lot_id, promise }) => [lot_id, promise]));
}

export interface PromiseRow {
  readonly lotId: LotId;
  readonly judgement: Judgement;
  readonly effective: number | null;
  readonly generations: number;
}

const SIX_PLACES = 1_000_000;
const rounded = (value: number) => Math.round(value * SIX_PLACES) / SIX_PLACES;

/** Keeps what was judged, in place of what was judged before. The rows travel as one JSON text: thousands of parameters are slow to bind. */
export async function savePromises(db: Db, rows: readonly PromiseRow[], today: Day): Promise<void> {
  if (rows.length === 0) return;
  const told = rows.map(({ lotId, judgement, effective, generations }) => ({
    lot_id: lotId,
    promise: judgement.promise,
    chance: rounded(judgement.chance),
    chance_true: rounded(judgement.chanceTrue),
    chance_likely: rounded(judgement.chanceLikely),
    low: rounded(judgement.foreign.low),
    middle: rounded(judgement.foreign.middle),
    high: rounded(judgement.foreign.high),
    mean: rounded(judgement.foreign.mean),
    handed_on: `{${judgement.handedOn.map(rounded).join(',')}}`,
    effective,
    generations,
  }));
  await sql`
    insert into lot_promise (lot_id, ${COLUMNS}, reckoned_on)
    select lot_id, promise, chance, chance_true, chance_likely, low, middle, high, mean, handed_on::real[], effective, generations, ${today}::date
    from jsonb_to_recordset(${JSON.stringify(told)}::jsonb) as told (lot_id bigint, promise text, chance real, chance_true real, chance_likely real,
      low real, middle real, high real, mean real, handed_on text, effective real, generations integer)
    on conflict (lot_id) do update set (${COLUMNS}, reckoned_on) = (select ${EXCLUDED}, excluded.reckoned_on)`.execute(db);
}

const COLUMN_NAMES = 'promise chance chance_true chance_likely low middle high mean handed_on effective generations'.split(' ');
const COLUMNS = sql.join(COLUMN_NAMES.map((name) => sql.ref(name)));
const EXCLUDED = sql.join(COLUMN_NAMES.map((name) => sql.ref(`excluded.${name}`)));

/** What was judged of a lot, or null while it waits. */
export async function readPromise(db: Db, lotId: LotId) {
  const row = await db.selectFrom('lot_promise').selectAll().where('lot_id', '=', lotId).executeTakeFirst();
  return row ?? null;
}
