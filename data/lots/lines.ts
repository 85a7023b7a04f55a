import { sql } from 'kysely';
import type { Rules } from '#core/house/rules.ts';
import type { Seeds, LineId, Milligrams } from '#core/kernel/kinds.ts';
import type { Aim } from '#core/lots/words.ts';
import type { Claim } from '#core/promise/judge.ts';
import { searchKey } from '#core/search/searchKey.ts';
import { isNearly, LEAST_ALIKE } from '#core/search/slips.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';

/** The line of this name within a crop, under its own name or an alias, made if need be; returns its id and its name as first written. */
export async function ensureLine(
  db: Db,
  cropId: string,
  name: string,
  make: { readonly offspring: boolean; readonly aim: Aim } = { offspring: false, aim: 'keep true' },
): Promise<{ id: number; name: string; aim: Aim }> {
  const found = await findLineByName(db, cropId, name);
  if (found) return found;
  const made = await db
    .insertInto('line')
    .values({ crop_id: cropId, name, offspring: make.offspring, aim: make.aim })
    .onConflict((conflict) => conflict.doNothing())
    .returning(['id', 'name', 'aim'])
    .executeTakeFirst();
  return made ?? (await findLineByName(db, cropId, name))!;
}

export async function findLineByName(
  db: Db,
  cropId: string,
  name: string,
): Promise<{ id: number; name: string; aim: Aim; rules: Rules } | undefined> {
  return db
    .selectFrom('line')
    .select(['id', 'name', 'aim', 'rules'])
    .where('crop_id', '=', cropId)
    .where(
      (eb) =>
        sql<boolean>`(lower(${eb.ref('name')}) = lower(${name}) or exists (select from line_alias where line_id = line.id and lower(line_alias.name) = lower(${name})))`,
    )
    .orderBy(sql`lower(name) = lower(${name})`, 'desc')
    .limit(1)
    .executeTakeFirst();
}

/** Lines that have or had a lot, or were entered before there was one. */
const isKnownLine = (id: string) =>
  sql`(exists (select from lot where lot.line_id = ${sql.ref(id)}) or exists (select from line as listed where listed.id = ${sql.ref(id)} and listed.is_listed))`;

export interface NearLine {
  readonly id: number;
  readonly name: string;
  readonly alias: string | null;
  readonly exact: boolean;
  readonly lots: number;
  readonly seeds: Seeds;
  readonly promise: Claim | null;
}

/** Lines of a crop whose name or alias is spelled like this, with what is in store and the best promise among it. */
export async function findNearLines(db: Db, cropId: string, typed: string): Promise<NearLine[]> {
  const key = searchKey(typed);
  const { rows } = await sql<NearLine>`
    with near as (
      select line.id, line.name, null::text as alias, similarity(search_key(line.name), ${key}) as likeness, lower(line.name) = lower(${typed}) as exact
      from line where crop_id = ${cropId} and (search_key(line.name) % ${key} or ${holdsWords(typed, 'line.name')})
      union all
      select line.id, line.name, line_alias.name, similarity(search_key(line_alias.name), ${key}), lower(line_alias.name) = lower(${typed})
      from line_alias join line on line.id = line_alias.line_id where crop_id = ${cropId} and search_key(line_alias.name) % ${key}
    ), best as (
      select distinct on (id) * from near where ${isKnownLine('near.id')} order by id, exact desc, likeness desc
    )
    select best.id, best.name, best.alias, best.exact,
      count(lot.id) filter (where lot.on_hand > 0)::int as lots,
      coalesce(sum(case when lot.unit = 'mg' then floor(lot.on_hand * lot.seeds_per_gram / 1000) else lot.on_hand end), 0)::bigint as seeds,
      (array_agg(lot_promise.promise order by array_position(array['true', 'likely true', 'may vary', 'mixture'], lot_promise.promise)) filter (where lot.on_hand > 0 and lot_promise.promise is not null))[1] as promise
    from best left join lot on lot.line_id = best.id left join lot_promise on lot_promise.lot_id = lot.id
    group by best.id, best.name, best.alias, best.exact, best.likeness
    order by best.exact desc, best.likeness desc limit 5`.execute(db);
  return rows;
}

/** Names of a crop's lines, and other names of theirs, that are nearly this one, where none has this very name: it is probably one of them, mistyped. */
export async function nearLineNames(db: Db, cropId: string, name: string): Promise<string[]> {
  const key = searchKey(name);
  const { rows } = await sql<{ name: string; key: string; likeness: number }>`
    select name, search_key(name) as key, similarity(search_key(name), ${key}) as likeness from (
      select line.id, line.name from line where crop_id = ${cropId}
      union all select line.id, line_alias.name from line_alias join line on line.id = line_alias.line_id where crop_id = ${cropId}) as known
    where (search_key(name) = ${key} or similarity(search_key(name), ${key}) > ${LEAST_ALIKE})
      and ${isKnownLine('known.id')} order by likeness desc limit 40`.execute(db);
  if (rows.some((line) => line.key === key)) return [];
  return rows.filter((line) => isNearly(line.key, key, line.likeness)).map((line) => line.name);
}

export const LINE_SORTS = ['name', 'lots', 'seeds', 'risk'] as const;
export type LineSort = (typeof LINE_SORTS)[number];

const LINE_ORDER: Record<LineSort, ReturnType<typeof sql>> = {
  name: sql`crop, name`,
  lots: sql`lots desc, crop, name`,
  seeds: sql`seeds desc, crop, name`,
  risk: sql`(lots = 0), lots, gardens, seeds, crop, name`,
};

const SEEDS = sql`coalesce(sum(case when lot.unit = 'mg' then floor(lot.on_hand * lot.seeds_per_gram / 1000) else lot.on_hand end), 0)::bigint`;
const BEST_PROMISE = sql<Claim | null>`(array_agg(lot_promise.promise order by array_position(array['true', 'likely true', 'may vary', 'mixture'], lot_promise.promise)) filter (where lot.on_hand > 0 and lot_promise.promise is not null))[1]`;

/** One page of the lines that have or had a lot, with what is in store of each and how many jars and gardens stand behind it. */
export async function listLines(db: Db, page: { search: string; crop: string; sort: LineSort; limit: number; offset: number }) {
  const cut = sql`limit ${page.limit} offset ${page.offset}`;
  // By name the page is cut before its lots are counted, line by line; any other order is one of the counts themselves.
  const byName = page.sort === 'name';
  const { rows } = await sql<{
    id: number;
    name: string;
    crop: string;
    cropId: string;
    aim: Aim;
    lots: number;
    gardens: number;
    seeds: Seeds;
    promise: Claim | null;
    total: number;
  }>`
    with found as materialized (
      select line.id, line.name, crop.name as crop, crop.id as "cropId", line.aim from line join crop on crop.id = line.crop_id
      where ${holdsWords(page.search, 'line.name', 'crop.name', sql`(select string_agg(line_alias.name, ' ') from line_alias where line_id = line.id)`)}
        and (${page.crop} = '' or crop.id = ${page.crop})
        and (line.is_listed or (select true from lot_written where line_id = line.id and not exists (select from undone where undone.act_key = lot_written.act_key) limit 1))
    ), looked_at as (select * from found ${byName ? sql`order by ${LINE_ORDER.name} ${cut}` : sql``})
    select looked_at.*, coalesce(kept.lots, 0) as lots, coalesce(kept.gardens, 0) as gardens, coalesce(kept.seeds, 0) as seeds, kept.promise,
      (select count(*) from found)::int as total
    from looked_at left join ${byName ? sql`lateral` : sql``} (
      select lot.line_id, count(lot.id) filter (where lot.on_hand > 0)::int as lots,
        count(distinct lot.garden_id) filter (where lot.on_hand > 0)::int as gardens,
        ${SEEDS} as seeds, ${BEST_PROMISE} as promise
      from lot left join lot_promise on lot_promise.lot_id = lot.id ${byName ? sql`where lot.line_id = looked_at.id` : sql``} group by lot.line_id
    ) kept on kept.line_id = looked_at.id
    order by ${LINE_ORDER[page.sort]} ${byName ? sql`` : cut}`.execute(db);
  return { lines: rows, total: rows[0]?.total ?? 0 };
}

/** A line with its aliases, or undefined. */
export async function findLine(db: Db, id: number) {
  return db
    .selectFrom('line')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select((eb) => [
      'line.id',
      'line.name',
      'line.aim',
      'line.story',
      'line.offspring',
      'line.rules',
      'line.version',
      'line.kept_elsewhere as keptElsewhere',
      'crop.id as cropId',
      'crop.name as crop',
      'crop.facts',
      eb
        .selectFrom('line_alias')
        .whereRef('line_alias.line_id', '=', 'line.id')
        .select(sql<string[]>`coalesce(array_agg(line_alias.name order by line_alias.name), '{}')`.as('names'))
        .as('aliases'),
    ])
    .where('line.id', '=', id)
    .executeTakeFirst();
}

/** Lots of a line, those in store first. */
export async function findLotsOfLine(db: Db, lineId: LineId) {
  return db
    .selectFrom('lot')
    .leftJoin('garden', 'garden.id', 'lot.garden_id')
    .leftJoin('person as donor', 'donor.id', 'lot.donor_id')
    .leftJoin('lot_promise', 'lot_promise.lot_id', 'lot.id')
    .select([
      'lot.id',
      'lot.code',
      'lot.harvested',
      'lot.on_hand as onHand',
      'lot.form',
      'lot.unit',
      'lot.seeds_per_gram as seedsPerGram',
      'lot.plants_harvested as plants',
      'lot.garden_id as gardenId',
      'garden.name as garden',
      'donor.name as donor',
      'lot.verdict',
      'lot.germination',
      'lot.tested_laid as laid',
      'lot.treated',
      'lot_promise.promise',
      'lot_promise.chance',
      'lot_promise.generations',
    ])
    .where('lot.line_id', '=', lineId)
    .orderBy(sql`lot.on_hand > 0`, 'desc')
    .orderBy('lot.id', 'desc')
    .execute();
}

/** Counted and weighed samples along a line, for the drift of its seed weight. */
export async function findSamplesOfLine(db: Db, lineId: LineId) {
  const { rows } = await sql<{ generation: number; seeds: Seeds; milligrams: Milligrams; code: string }>`
    select coalesce(lot_promise.generations, 0) as generation, (p.answers->'sample'->>'seeds')::int as seeds, (p.answers->'sample'->>'milligrams')::int as milligrams, lot.code
    from lot join lateral (select answers from passport where lot_id = lot.id order by id desc limit 1) p on true
    left join lot_promise on lot_promise.lot_id = lot.id
    where lot.line_id = ${lineId} and jsonb_typeof(p.answers->'sample') = 'object' order by 1, lot.id`.execute(db);
  return rows;
}

/** Changes a line if nobody else has since `version`; returns whether it did. */
export async function updateLine(
  db: Db,
  id: number,
  change: { aim: Aim; story: string | null; rules: Rules; keptElsewhere: boolean; version: number },
): Promise<boolean> {
  const result = await db
    .updateTable('line')
    .set({
      aim: change.aim,
      story: change.story,
      rules: JSON.stringify(change.rules),
      kept_elsewhere: change.keptElsewhere,
      version: change.version + 1,
    })
    .where('id', '=', id)
    .where('version', '=', change.version)
    .executeTakeFirst();
  return result.numUpdatedRows === 1n;
}

/** Sets the other names a line is known by. */
export async function saveAliases(db: Db, lineId: LineId, names: readonly string[]): Promise<void> {
  await db.deleteFrom('line_alias').where('line_id', '=', lineId).execute();
  if (names.length > 0)
    await db
      .insertInto('line_alias')
      .values(names.map((name) => ({ line_id: lineId, name })))
      .onConflict((conflict) => conflict.doNothing())
      .execute();
}

export async function listLotIdsOfLine(db: Db, lineId: LineId): Promise<number[]> {
  return (await db.selectFrom('lot').select('id').where('line_id', '=', lineId).execute()).map(({ id }) => id);
}
