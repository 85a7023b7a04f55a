import { sql } from 'kysely';
import type { Day, GrowOutId, LineId, LotId, Seeds } from '#core/kernel/kinds.ts';
import type { Remedy } from '#core/risk/remedies.ts';
import type { RiskReason } from '#core/risk/whys.ts';
import type { Db } from '#data/database.ts';
import { isAmong } from '#data/isAmong.ts';
import { holdsWords } from '#data/search.ts';
import { hasEnded } from './standing.ts';

/** Marks all lines of which seed is left to be reckoned again in the background. */
export async function markRisksStale(db: Db): Promise<void> {
  await sql`
    insert into risk_stale (line_id) select distinct line_id from lot where on_hand > 0
    on conflict (line_id) do update set since = now()`.execute(db);
}

/** Marks the line of a grow-out. One that waits already is touched: whoever reckons it now does not see yet what has just changed. */
export async function markRiskStale(db: Db, growOutId: GrowOutId): Promise<void> {
  await sql`
    insert into risk_stale (line_id) select lot.line_id from grow_out join lot on lot.id = grow_out.lot_id where grow_out.id = ${growOutId}
    on conflict (line_id) do update set since = now()`.execute(db);
}

/** The next lines to reckon, locked until the transaction ends: those that have changed first, then those not reckoned since `before`. */
export async function takeStaleRisks(db: Db, before: Day, most: number): Promise<LineId[]> {
  const changed = await db.selectFrom('risk_stale').select('line_id').orderBy('line_id').limit(most).forUpdate().skipLocked().execute();
  if (changed.length > 0) return changed.map(({ line_id }) => line_id);
  const old = db.selectFrom('line_risk').select('line_id').where('reckoned_on', '<', before).orderBy('reckoned_on').limit(most);
  return (await old.forUpdate().skipLocked().execute()).map(({ line_id }) => line_id);
}

export interface SeedInPlace {
  readonly lineId: LineId;
  readonly lotId: LotId;
  readonly code: string;
  readonly place: string;
  readonly container: string;
  readonly seeds: Seeds;
}

/** Where the seed of some lines lies, jar by jar. */
export async function seedInPlaces(db: Db, lineIds: readonly LineId[]): Promise<SeedInPlace[]> {
  const { rows } = await sql<SeedInPlace>`
    select lot.line_id as "lineId", lot.id as "lotId", lot.code, place.name as place, holding.container,
      floor(case when lot.unit = 'mg' then holding.balance * lot.seeds_per_gram / 1000 else holding.balance end)::float as seeds
    from lot join holding on holding.lot_id = lot.id and holding.balance > 0 join place on place.id = holding.place_id
    where ${isAmong('lot.line_id', lineIds)} order by lot.harvested nulls first, lot.id, holding.id`.execute(db);
  return rows;
}

export interface UnderWay {
  readonly lineId: LineId;
  readonly lotId: LotId;
  readonly plants: number;
  readonly seeds: Seeds;
  readonly backBy: Day;
}

/** Grow-outs of some lines whose seed is in a garden. */
export async function growOutsUnderWay(db: Db, lineIds: readonly LineId[]): Promise<UnderWay[]> {
  const { rows } = await sql<UnderWay>`
    select lot.line_id as "lineId", lot.id as "lotId", grow_out.plants, grow_out.seeds, grow_out.back_by as "backBy"
    from grow_out join lot on lot.id = grow_out.lot_id
    where ${isAmong('lot.line_id', lineIds)} and not ${hasEnded}
      and exists (select from grow_out_step as out where out.grow_out_id = grow_out.id and out.step = 'handed over')
    order by grow_out.back_by`.execute(db);
  return rows;
}

/** How many grow-outs of each crop came home and how many failed. */
export async function howGrowOutsEnded(db: Db): Promise<{ readonly cropId: string; readonly back: number; readonly failed: number }[]> {
  const { rows } = await sql<{ cropId: string; back: number; failed: number }>`
    select line.crop_id as "cropId", count(*) filter (where step = 'back')::int as back, count(*) filter (where step = 'failed')::int as failed
    from grow_out_step as step join grow_out on grow_out.id = step.grow_out_id join lot_written as lot on lot.id = grow_out.lot_id join line on line.id = lot.line_id
    where step in ('back', 'failed') group by line.crop_id`.execute(db);
  return rows;
}

/** Which of some lines others keep too. */
export async function linesKeptElsewhere(db: Db, lineIds: readonly LineId[]): Promise<ReadonlySet<LineId>> {
  const rows = await db.selectFrom('line').select('id').where(isAmong('id', lineIds)).where('kept_elsewhere', '=', true).execute();
  return new Set(rows.map(({ id }) => id));
}

export interface RiskRow {
  readonly lineId: LineId;
  readonly byYear: readonly number[];
  readonly grownByYear: readonly number[] | null;
  readonly bestByYear: readonly number[];
  readonly risk: number;
  readonly error: number;
  readonly whys: readonly RiskReason[];
  readonly remedies: readonly Remedy[];
  readonly worth: number;
}

/** Keeps what was reckoned of some lines, and forgets the others among them: nothing is left of these to lose. */
export async function saveRisks(db: Db, lineIds: readonly LineId[], rows: readonly RiskRow[], today: Day): Promise<void> {
  await db.deleteFrom('risk_stale').where(isAmong('line_id', lineIds)).execute();
  const left = new Set(rows.map(({ lineId }) => lineId));
  const gone = lineIds.filter((id) => !left.has(id));
  if (gone.length > 0) await db.deleteFrom('line_risk').where(isAmong('line_id', gone)).execute();
  if (rows.length === 0) return;
  await db
    .insertInto('line_risk')
    .values(
      rows.map(({ lineId, byYear, grownByYear, bestByYear, risk, error, whys, remedies, worth }) => ({
        line_id: lineId,
        reckoned_on: today,
        by_year: [...byYear],
        grown_by_year: grownByYear && [...grownByYear],
        best_by_year: [...bestByYear],
        risk,
        error,
        whys: JSON.stringify(whys),
        remedies: JSON.stringify(remedies),
        worth,
      })),
    )
    .onConflict((conflict) =>
      conflict.column('line_id').doUpdateSet((eb) => ({
        reckoned_on: eb.ref('excluded.reckoned_on'),
        by_year: eb.ref('excluded.by_year'),
        grown_by_year: eb.ref('excluded.grown_by_year'),
        best_by_year: eb.ref('excluded.best_by_year'),
        risk: eb.ref('excluded.risk'),
        error: eb.ref('excluded.error'),
        whys: eb.ref('excluded.whys'),
        remedies: eb.ref('excluded.remedies'),
        worth: eb.ref('excluded.worth'),
      })),
    )
    .execute();
}

export const RISK_SORTS = ['worth', 'risk', 'name'] as const;
export type RiskSort = (typeof RISK_SORTS)[number];

/** Lines by what may be done for them first, by their risk or by name. */
export async function listRisks(
  db: Db,
  { search, sort, limit, offset }: { readonly search: string; readonly sort: RiskSort; readonly limit: number; readonly offset: number },
) {
  let query = db
    .selectFrom('line_risk')
    .innerJoin('line', 'line.id', 'line_risk.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select(['line.id', 'line.name', 'crop.name as crop', 'line.kept_elsewhere as keptElsewhere', 'risk', 'error', 'whys', 'remedies'])
    .limit(limit)
    .offset(offset);
  if (search) query = query.where(holdsWords(search, 'line.name', 'crop.name'));
  query =
    sort === 'name' ? query.orderBy('crop.name').orderBy('line.name').orderBy('line.id') : query.orderBy(sort, 'desc').orderBy('line.id');
  return query.execute();
}

/** Lines that a copy elsewhere would make safer, those that gain most first. */
export async function linesWantingCopies(db: Db, limit: number) {
  const { rows } = await sql<{ id: LineId; name: string; crop: string; risk: number; after: number; code: string; seeds: Seeds | null }>`
    select line.id, line.name, crop.name as crop, line_risk.risk, (remedy ->> 'risk')::float8 as after, remedy ->> 'code' as code, (remedy ->> 'seeds')::float8 as seeds
    from line_risk join line on line.id = line_risk.line_id join crop on crop.id = line.crop_id
    cross join lateral jsonb_array_elements(line_risk.remedies) as remedy
    where remedy ->> 'kind' = 'safety copy' and line_risk.risk - (remedy ->> 'risk')::float8 >= 0.02
    order by line_risk.risk - (remedy ->> 'risk')::float8 desc, line.id limit ${limit}`.execute(db);
  return rows;
}

/** The chance of losing each line, and what a grow-out would leave of it where one can be made. */
export async function risksOfLines(db: Db): Promise<ReadonlyMap<LineId, { readonly risk: number; readonly grown: number | null }>> {
  const rows = await db
    .selectFrom('line_risk')
    .select(['line_id', 'risk', sql<number | null>`grown_by_year[cardinality(grown_by_year)]`.as('grown')])
    .execute();
  return new Map(rows.map(({ line_id, ...kept }) => [line_id, kept]));
}

/** What can be done for each line. */
export async function remediesOfLines(db: Db): Promise<ReadonlyMap<LineId, readonly Remedy[]>> {
  const rows = await db.selectFrom('line_risk').select(['line_id', 'remedies']).execute();
  return new Map(rows.map(({ line_id, remedies }) => [line_id, remedies]));
}

/** How many lines are more likely lost than not. */
export async function countLinesAtRisk(db: Db, risk: number): Promise<number> {
  const { lines } = await db
    .selectFrom('line_risk')
    .select((eb) => eb.fn.countAll<number>().as('lines'))
    .where('risk', '>=', risk)
    .executeTakeFirstOrThrow();
  return lines;
}

/** What is kept of one line's risk; undefined while it waits, and where nothing is left of it. */
export const findRisk = (db: Db, lineId: LineId) =>
  db.selectFrom('line_risk').select(['risk', 'error', 'whys', 'remedies']).where('line_id', '=', lineId).executeTakeFirst();

/** Lines expected to be lost by a year: as things are, with the grow-outs that are planned, and with the best remedy for each. */
export interface LostByYear {
  readonly asItIs: number;
  readonly planned: number;
  readonly best: number;
}

/** What the risks of all lines, or of those found, add up to, by year. Planned is what has been proposed, and what the newest plan of a season grows. */
export async function riskOfAll(
  db: Db,
  year: number,
  search = '',
): Promise<{ lines: number; waiting: number; years: readonly LostByYear[] }> {
  const found = search ? sql`where ${holdsWords(search, 'line.name', 'crop.name')}` : sql``;
  const { rows } = await sql<{ lines: number; waiting: number; years: readonly LostByYear[] }>`
    with shown as (
      select by_year, best_by_year, case when planned.line_id is null then by_year else coalesce(grown_by_year, by_year) end as planned_by_year
      from line_risk join line on line.id = line_risk.line_id join crop on crop.id = line.crop_id
      left join (
        select distinct lot.line_id from grow_out join lot on lot.id = grow_out.lot_id
        where not ${hasEnded} and not exists (select from grow_out_step as out where out.grow_out_id = grow_out.id and out.step in ('handed over', 'declined'))
        union select line::bigint from (select choices from season_plan where year = ${year} order by version desc limit 1) as newest cross join lateral jsonb_object_keys(choices) as line
      ) as planned on planned.line_id = line_risk.line_id ${found}
    ), years as (
      select year, sum("is") as "asItIs", sum(planned) as planned, sum(best) as best
      from shown cross join lateral unnest(by_year, planned_by_year, best_by_year) with ordinality as by ("is", planned, best, year) group by year
    )
    select (select count(*)::int from shown) as lines, (select count(*)::int from risk_stale) as waiting,
      coalesce((select json_agg(json_build_object('asItIs', "asItIs", 'planned', planned, 'best', best) order by year) from years), '[]') as years`.execute(
    db,
  );
  return rows[0]!;
}
