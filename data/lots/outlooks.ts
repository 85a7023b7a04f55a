import { sql } from 'kysely';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { Rules } from '#core/house/rules.ts';
import type { Day, LotId, PlaceId, Seeds } from '#core/kernel/kinds.ts';
import type { Passport } from '#core/passport/passport.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Climate, Stay } from '#core/viability/whereabouts.ts';
import type { Db } from '#data/database.ts';
import { isAmong } from '#data/isAmong.ts';

/** Marks lots to be reckoned again in the background. */
export async function markOutlooksStale(db: Db, only: { cropId?: string; placeId?: PlaceId } = {}): Promise<void> {
  await sql`
    insert into outlook_stale (lot_id)
    select lot.id from lot join line on line.id = lot.line_id
    where true
      ${only.cropId ? sql`and line.crop_id = ${only.cropId}` : sql``}
      ${only.placeId ? sql`and exists (select from holding where holding.lot_id = lot.id and holding.place_id = ${only.placeId})` : sql``}
    on conflict (lot_id) do update set since = now()`.execute(db);
}

/** The next lots to reckon, locked until the transaction ends: those that have changed first, then those not reckoned since `before`. */
export async function takeStaleOutlooks(db: Db, before: string, most: number): Promise<number[]> {
  const changed = await db.selectFrom('outlook_stale').select('lot_id').orderBy('lot_id').limit(most).forUpdate().skipLocked().execute();
  if (changed.length > 0) return changed.map(({ lot_id }) => lot_id);
  const old = await db
    .selectFrom('lot_outlook')
    .select('lot_id')
    .where('reckoned_on', '<', before)
    .orderBy('reckoned_on')
    .limit(most)
    .forUpdate()
    .skipLocked()
    .execute();
  return old.map(({ lot_id }) => lot_id);
}

/** These lots wait no more. */
export async function forgetStaleOutlooks(db: Db, lotIds: readonly LotId[]): Promise<void> {
  if (lotIds.length > 0) await db.deleteFrom('outlook_stale').where(isAmong('lot_id', lotIds)).execute();
}

export async function countStaleOutlooks(db: Db): Promise<number> {
  return (
    await db
      .selectFrom('outlook_stale')
      .select((eb) => eb.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow()
  ).count;
}

/** All that the outlook of some lots depends on. */
export async function readForOutlook(db: Db, lotIds: readonly LotId[], today: Day) {
  const [lots, tests, emergence, stays, climates, jars, foundDry] = await Promise.all([
    readLots(db, lotIds, today),
    db
      .selectFrom('germination_test')
      .innerJoin('test_end', 'test_end.test_id', 'germination_test.id')
      .select(['lot_id as lotId', 'laid_on as laidOn', 'ended_on as endedOn', 'seeds_laid as laid', 'sprouted', 'counted'])
      .where(isAmong('lot_id', lotIds))
      .where('outcome', '=', 'read')
      .where('kind', '=', 'viability')
      .orderBy('ended_on')
      .orderBy('germination_test.id')
      .execute(),
    db
      .selectFrom('emergence')
      .select(['lot_id as lotId', 'sown', 'up', 'seen_on as seenOn'])
      .where(isAmong('lot_id', lotIds))
      .orderBy('id')
      .execute(),
    readStays(db, lotIds),
    readClimates(db),
    db
      .selectFrom('air_reading')
      .innerJoin('batch', 'batch.id', 'air_reading.batch_id')
      .select(['batch.lot_id as lotId', 'humidity', 'celsius', sql<string>`(read_at at time zone 'UTC')::date`.as('on')])
      .where('of', '=', 'jar')
      .where(isAmong('batch.lot_id', lotIds))
      .orderBy('read_at')
      .execute(),
    // What was put away before it was dry got its hold in the same act.
    db
      .selectFrom('batch_end')
      .innerJoin('batch', 'batch.id', 'batch_end.batch_id')
      .select(['batch.lot_id as lotId', sql<string>`(ended_at at time zone 'UTC')::date`.as('on')])
      .where('outcome', '=', 'finished')
      .where(isAmong('batch.lot_id', lotIds))
      .where((eb) =>
        eb.not(
          eb.exists(
            eb.selectFrom('hold').select('hold.id').whereRef('hold.act_key', '=', 'batch_end.act_key').where('hold.kind', '=', 'drying'),
          ),
        ),
      )
      .execute(),
  ]);
  return { lots, tests, emergence, stays, climates, jars, foundDry };
}

interface LotRow {
  readonly id: number;
  readonly cropId: string;
  readonly harvested: string | null;
  readonly takenInOn: Day;
  readonly onHand: number;
  readonly unit: StockUnit;
  readonly seedsPerGram: number;
  readonly lineRules: Rules;
  readonly answers: Pick<Passport, 'packet' | 'storedIn' | 'storedSince' | 'sample'> | null;
  /** Loans of it in the last year, and other lots of its line that still have seed. */
  readonly lent: number;
  readonly others: number;
  /** Where a blend's forecast begins; null for all others. */
  readonly blend: { readonly mean: number; readonly spread: number } | null;
}

/** A lot taken back has no seed: what is kept of a line is counted without looking for it, which takes longer to plan than to do. */
async function readLots(db: Db, lotIds: readonly LotId[], today: Day): Promise<LotRow[]> {
  const { rows } = await sql<LotRow>`
    with wanted as (select * from lot where ${isAmong('lot.id', lotIds)}),
      kept as (select line_id, count(*)::int as lots from lot_written join lot_state on lot_id = id where on_hand > 0 and line_id in (select line_id from wanted) group by line_id),
      lent as (select lot_id, count(*)::int as loans from loan where ${isAmong('lot_id', lotIds)} and lent_on > ${today}::date - 365 group by lot_id)
    select wanted.id, line.crop_id as "cropId", wanted.harvested, wanted.taken_in_on as "takenInOn", wanted.on_hand as "onHand", wanted.unit,
      wanted.seeds_per_gram as "seedsPerGram", line.rules as "lineRules", said.answers,
      coalesce(lent.loans, 0) as lent, coalesce(kept.lots, 0) - (wanted.on_hand > 0)::int as others,
      case when blend.lot_id is not null then json_build_object('mean', blend.probit_mean, 'spread', blend.probit_spread) end as blend
    from wanted
    join line on line.id = wanted.line_id
    left join kept on kept.line_id = wanted.line_id
    left join lent on lent.lot_id = wanted.id
    left join blend on blend.lot_id = wanted.id
    left join lateral (select jsonb_build_object('packet', answers->'packet', 'storedIn', answers->'storedIn', 'storedSince', answers->'storedSince', 'sample', answers->'sample') as answers
      from passport where passport.lot_id = wanted.id order by passport.id desc limit 1) said on true
    order by wanted.id`.execute(db);
  return rows;
}

/**
 * Where lots lay, by the day each of their jars was first filled, and each day on which all of a jar was moved: a part that goes into a
 * better place does not better the rest. Packets go where they are handed out, and do not count.
 */
async function readStays(db: Db, lotIds: readonly LotId[]): Promise<(Stay & { readonly lotId: LotId })[]> {
  const { rows } = await sql<Stay & { lotId: LotId }>`
    with leg as (
      select movement.id, kind, happened_on, side.holding, side.came,
        sum(side.amount) over so_far as balance, count(*) filter (where side.came) over so_far as nth
      from movement cross join lateral (values (to_holding, amount, true), (from_holding, -amount, false)) as side (holding, amount, came)
      where ${isAmong('movement.lot_id', lotIds)} and side.holding is not null
      window so_far as (partition by side.holding order by movement.id))
    select holding.lot_id as "lotId", coalesce(filled.happened_on, lot.taken_in_on) as since, place.name as place, holding.container
    from holding
    join place on place.id = holding.place_id
    join lot_written as lot on lot.id = holding.lot_id
    left join leg as filled on filled.holding = holding.id and filled.came
    left join leg as source on source.id = filled.id and not source.came
    where ${isAmong('holding.lot_id', lotIds)} and holding.packet_units is null
      and ((coalesce(filled.nth, 1) = 1 and filled.kind is distinct from 'moved') or (filled.kind in ('moved', 'correction') and source.balance = 0))
    order by since, filled.id nulls first, holding.id`.execute(db);
  return rows;
}

/** What every place is like, and has been. */
export async function readClimates(
  db: Db,
): Promise<(Climate & { readonly id: number; readonly why: string | null; readonly actKey: string })[]> {
  return db
    .selectFrom('place_climate')
    .innerJoin('place', 'place.id', 'place_climate.place_id')
    .select(['place_climate.id', 'place.name as place', 'since', 'celsius', 'humidity', 'why', 'act_key as actKey'])
    .orderBy('since')
    .orderBy('place_climate.id')
    .execute();
}

export async function addClimate(
  db: Db,
  climate: { placeId: PlaceId; since: string; celsius: number; humidity: number; why: string | null; writtenBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('place_climate')
    .values({
      place_id: climate.placeId,
      since: climate.since,
      celsius: climate.celsius,
      humidity: climate.humidity,
      why: climate.why,
      written_by: climate.writtenBy,
      act_key: climate.actKey,
    })
    .execute();
}

/** What was seen to come up of a lot, with its note and who wrote it down. */
export async function findEmergence(db: Db, lotId: LotId) {
  return db
    .selectFrom('emergence')
    .leftJoin('person', 'person.id', 'emergence.written_by')
    .select(['seen_on as on', 'sown', 'up', 'emergence.note', 'person.name as by'])
    .where('lot_id', '=', lotId)
    .orderBy('emergence.id')
    .execute();
}

export async function addEmergence(
  db: Db,
  seen: { lotId: LotId; sown: number; up: number; seenOn: Day; note: string | null; writtenBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('emergence')
    .values({
      lot_id: seen.lotId,
      sown: seen.sown,
      up: seen.up,
      seen_on: seen.seenOn,
      note: seen.note,
      written_by: seen.writtenBy,
      act_key: seen.actKey,
    })
    .execute();
}

export interface OutlookRow {
  readonly lotId: LotId;
  readonly verdict: VerdictKind;
  readonly low: number;
  readonly median: number;
  readonly high: number;
  readonly mayBeLent: number;
  readonly fullStrength: number;
  readonly ownShare: number;
  readonly underOn: Day | null;
  /** Seeds that sow one representative grow-out, null where too little lives; seeds of its tests of the coming year; share of its book that is surely there. */
  readonly toSow: Seeds | null;
  readonly toTest: Seeds;
  readonly sureShare: number;
  readonly nextTestOn: Day | null;
  readonly nextTestReason: string;
  /** The last test of its viability that was read; null where there is none. */
  readonly sprouted: number | null;
  readonly laid: number | null;
  readonly testedOn: Day | null;
}

/** Keeps outlooks in place of those before, and with each lot its last test, its verdict and its next test; it waits no longer. The rows travel as one JSON text. */
export async function saveOutlooks(db: Db, rows: readonly OutlookRow[], today: Day): Promise<void> {
  if (rows.length === 0) return;
  await sql`
    with told as materialized (
      select * from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as told ("lotId" bigint, low real, median real, high real, "mayBeLent" real, "fullStrength" real,
        "ownShare" real, "underOn" date, "toSow" integer, "toTest" integer, "sureShare" real, "nextTestOn" date, "nextTestReason" text, verdict text, sprouted integer, laid integer, "testedOn" date)
    ), outlook as (
      insert into lot_outlook (lot_id, low, median, high, may_be_lent, full_strength, own_share, under_on, to_sow, to_test, sure_share, reckoned_on)
      select "lotId", low, median, high, "mayBeLent", "fullStrength", "ownShare", "underOn", "toSow", "toTest", "sureShare", ${today}::date from told
      on conflict (lot_id) do update set low = excluded.low, median = excluded.median, high = excluded.high, may_be_lent = excluded.may_be_lent,
        full_strength = excluded.full_strength, own_share = excluded.own_share, under_on = excluded.under_on, to_sow = excluded.to_sow, to_test = excluded.to_test,
        sure_share = excluded.sure_share, reckoned_on = excluded.reckoned_on
    ), state as (
      update lot_state as state set next_test_on = told."nextTestOn", next_test_reason = told."nextTestReason", verdict = told.verdict,
        tested_sprouted = told.sprouted, tested_laid = told.laid, tested_on = told."testedOn", germination = told.median from told
      where state.lot_id = told."lotId"
        and (state.next_test_on, state.next_test_reason, state.verdict, state.tested_sprouted, state.tested_laid, state.tested_on, state.germination)
          is distinct from (told."nextTestOn", told."nextTestReason", told.verdict, told.sprouted, told.laid, told."testedOn", told.median)
    ), at_risk as (
      insert into risk_stale (line_id) select distinct line_id from lot_written join told on told."lotId" = lot_written.id order by line_id
      on conflict (line_id) do update set since = now()
    )
    delete from outlook_stale using told where outlook_stale.lot_id = told."lotId"`.execute(db);
}

export type KeptOutlook = NonNullable<Awaited<ReturnType<typeof readOutlook>>>;

/** What is kept of a lot's outlook, or null while it waits. */
export async function readOutlook(db: Db, lotId: LotId) {
  const row = await db.selectFrom('lot_outlook').selectAll().where('lot_id', '=', lotId).executeTakeFirst();
  return row ?? null;
}
