import { sql } from 'kysely';
import type { PartialDate } from '#core/calendar/plainDate.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Passport } from '#core/passport/passport.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';
import type { RecalledThere } from './tables.ts';

/** Writes down to whom seed was given, beside the movement that took it out. @param amount in the lot's unit */
export async function recordGift(
  db: Db,
  gift: { lotId: LotId; receiver: string; isLibrary: boolean; amount: number; givenOn: Day; actKey: string },
): Promise<void> {
  await db
    .insertInto('gift_written')
    .values({
      lot_id: gift.lotId,
      receiver: gift.receiver,
      is_library: gift.isLibrary,
      amount: gift.amount,
      given_on: gift.givenOn,
      act_key: gift.actKey,
    })
    .execute();
}

/** Writes down what a lot is called where it came from; the newest word counts. */
export async function recordOrigin(db: Db, origin: { lotId: LotId; code: string; library: string | null; actKey: string }): Promise<void> {
  await db
    .insertInto('lot_origin_written')
    .values({ lot_id: origin.lotId, code: origin.code, library: origin.library, act_key: origin.actKey })
    .execute();
}

/** Seed that went to another library on one day, all of it together. */
export interface SwapOut {
  readonly receiver: string;
  readonly givenOn: Day;
  readonly lots: readonly {
    readonly code: string;
    readonly crop: string;
    readonly variety: string;
    readonly amount: number;
    readonly unit: StockUnit;
  }[];
  readonly total: number;
}

interface Sought {
  readonly search: string;
  readonly limit: number;
  readonly offset: number;
}

/** What went to other libraries, newest first; those whose library, crop, variety or code has the words. */
export async function listSwapsOut(db: Db, { search, limit, offset }: Sought): Promise<SwapOut[]> {
  const { rows } = await sql<SwapOut>`
    select max(receiver) as receiver, given_on as "givenOn", count(*) over () as total,
      json_agg(json_build_object('code', code, 'crop', crop, 'variety', variety, 'amount', amount, 'unit', unit) order by code) as lots
    from (
      select search_key(gift.receiver) as key, max(gift.receiver) as receiver, gift.given_on, lot.code, crop.name as crop, line.name as variety, lot.unit, sum(gift.amount)::bigint as amount
      from gift join lot on lot.id = gift.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id
      where is_library and ${holdsWords(search, 'gift.receiver', 'lot.search_text')} group by search_key(gift.receiver), gift.given_on, lot.code, crop.name, line.name, lot.unit
    ) as each group by key, given_on order by given_on desc, key limit ${limit} offset ${offset}`.execute(db);
  return rows;
}

/** A lot that came from another library. */
export interface SwapIn {
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  readonly library: string;
  readonly theirCode: string;
  readonly takenInOn: Day;
  readonly total: number;
}

/** Lots that came from other libraries, newest first; those whose library, crop, variety or code has the words. */
export async function listSwapsIn(db: Db, { search, limit, offset }: Sought): Promise<SwapIn[]> {
  const { rows } = await sql<SwapIn>`
    select lot.code, crop.name as crop, line.name as variety, lot_origin.library, lot_origin.code as "theirCode", lot.taken_in_on as "takenInOn", count(*) over () as total
    from lot_origin join lot on lot.id = lot_origin.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id
    where lot_origin.library is not null and ${holdsWords(search, 'lot_origin.library', 'lot_origin.code', 'lot.search_text')}
    order by lot.taken_in_on desc, lot.id desc limit ${limit} offset ${offset}`.execute(db);
  return rows;
}

/** The names of other libraries that are known here, by whatever brought them. */
export async function listLibraries(db: Db): Promise<string[]> {
  const { rows } = await sql<{ name: string }>`
    select max(name) as name from (
      select library as name from listing union all select library from lot_origin where library is not null
      union all select receiver from gift where is_library union all select library from recall_heard
    ) as each group by search_key(name) order by search_key(name)`.execute(db);
  return rows.map(({ name }) => name);
}

/** A lot as it goes to another library: what is known of it, and how much went. */
export interface SwapRow {
  readonly code: string;
  /** The receiver's own code of a lot that this one descends from. */
  readonly grownFrom: string | null;
  readonly cameFrom: { readonly library: string; readonly code: string } | null;
  readonly crop: string;
  readonly species: string;
  readonly variety: string;
  readonly harvested: PartialDate | null;
  readonly amount: number;
  readonly unit: StockUnit;
  readonly passport: Passport;
  readonly promise: Claim | null;
  readonly test: { readonly on: Day; readonly sprouted: number; readonly laid: number } | null;
}

/** All that went to a library on a day, each lot once. */
export async function readSwap(db: Db, { receiver, day }: { receiver: string; day: Day }): Promise<SwapRow[]> {
  const { rows } = await sql<SwapRow>`
    select lot.code, crop.name as crop, crop.species, line.name as variety, lot.harvested, gift.amount, lot.unit,
      passport.answers as passport, lot_promise.promise,
      (with recursive up (id) as (select lot.id union select parent_id from lot_parent join up on child_id = up.id)
        select lot_origin.code from up join lot_origin on lot_origin.lot_id = up.id
        where search_key(lot_origin.library) = search_key(${receiver}) order by up.id desc limit 1) as "grownFrom",
      (with recursive up (id) as (select lot.id union select parent_id from lot_parent join up on child_id = up.id)
        select json_build_object('library', lot_origin.library, 'code', lot_origin.code) from up join lot_origin on lot_origin.lot_id = up.id
        where lot_origin.library is not null order by up.id desc limit 1) as "cameFrom",
      (select json_build_object('on', test.laid_on, 'sprouted', test_ending.sprouted, 'laid', test.seeds_laid)
        from germination_test as test join test_ending on test_ending.test_id = test.id
        where test.lot_id = lot.id and test_ending.outcome = 'read' and test.kind = 'viability' order by test.laid_on desc, test.id desc limit 1) as test
    from (select lot_id, sum(amount)::bigint as amount from gift
      where is_library and search_key(receiver) = search_key(${receiver}) and given_on = ${day} group by lot_id) as gift
    join lot on lot.id = gift.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id
    join lateral (select answers from passport where lot_id = lot.id order by id desc limit 1) as passport on true
    left join lot_promise on lot_promise.lot_id = lot.id order by lot.code`.execute(db);
  return rows;
}

/** Lots that came from a library under one of these codes, with its code. */
export async function findComeFrom(
  db: Db,
  library: string,
  codes: readonly string[],
): Promise<{ readonly id: LotId; readonly theirCode: string }[]> {
  const { rows } = await sql<{ id: LotId; theirCode: string }>`
    select lot.id, lot_origin.code as "theirCode" from lot_origin join lot on lot.id = lot_origin.lot_id
    where search_key(lot_origin.library) = search_key(${library})
      and lower(trim(lot_origin.code)) = any(array(select lower(trim(code)) from unnest(${sql.val([...codes])}::text[]) as code)) order by lot.id`.execute(
    db,
  );
  return rows;
}

/** Lots of this code at wherever they came from. */
export async function findByTheirCode(db: Db, code: string, limit: number) {
  return db
    .selectFrom('lot_origin')
    .innerJoin('lot', 'lot.id', 'lot_origin.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select(['lot.code', 'crop.name as crop', 'line.name as variety', 'lot_origin.code as theirCode', 'lot_origin.library'])
    .where(sql<boolean>`lower(lot_origin.code) = lower(${code})`)
    .orderBy('lot.id')
    .limit(limit)
    .execute();
}

/** Writes down what another library has recalled. */
export async function recordRecallHeard(
  db: Db,
  heard: { library: string; recalledOn: Day; heardOn: Day; lots: readonly RecalledThere[]; actKey: string },
): Promise<void> {
  await db
    .insertInto('recall_heard_written')
    .values({
      library: heard.library,
      recalled_on: heard.recalledOn,
      heard_on: heard.heardOn,
      lots: JSON.stringify(heard.lots),
      act_key: heard.actKey,
    })
    .execute();
}

/** Recalls of other libraries, newest first, each with the lots here that came from it. */
export async function listRecallsHeard(db: Db, limit: number) {
  const { rows } = await sql<{
    id: number;
    library: string;
    recalledOn: Day;
    lots: readonly RecalledThere[];
    here: readonly { readonly code: string; readonly theirCode: string }[];
  }>`
    select heard.id, heard.library, heard.recalled_on as "recalledOn", heard.lots,
      coalesce((select json_agg(json_build_object('code', lot.code, 'theirCode', lot_origin.code) order by lot.id)
        from lot_origin join lot on lot.id = lot_origin.lot_id where search_key(lot_origin.library) = search_key(heard.library)
        and lower(trim(lot_origin.code)) in (select lower(trim(told ->> 'code')) from jsonb_array_elements(heard.lots) as told)), '[]') as here
    from recall_heard as heard order by heard.id desc limit ${limit}`.execute(db);
  return rows;
}

/** Which of these, named by library and code, were recalled there, and why; the newest recall counts. */
export async function findRecalledThere(db: Db, origins: readonly { readonly library: string; readonly code: string }[]) {
  if (origins.length === 0) return [];
  const { rows } = await sql<{ at: number; library: string; reason: string }>`
    select distinct on (origin.at) origin.at::integer - 1 as at, heard.library, told ->> 'reason' as reason
    from unnest(${sql.val(origins.map(({ library }) => library))}::text[], ${sql.val(origins.map(({ code }) => code))}::text[]) with ordinality as origin (library, code, at)
    join recall_heard as heard on search_key(heard.library) = search_key(origin.library)
    cross join lateral jsonb_array_elements(heard.lots) as told
    where lower(trim(told ->> 'code')) = lower(trim(origin.code)) order by origin.at, heard.id desc`.execute(db);
  return rows;
}

/** What is recalled of all that went to a library: each lot once. */
export async function listRecalledOf(db: Db, receiver: string): Promise<(RecalledThere & { readonly since: Day })[]> {
  const { rows } = await sql<RecalledThere & { since: Day }>`
    select distinct on (lot.id) lot.code, crop.name as crop, line.name as variety, hold.reason, hold.set_on as since
    from gift join lot on lot.id = gift.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id
    join hold on hold.lot_id = lot.id and hold.kind = 'recall' and not exists (select from hold_lift where hold_id = hold.id)
    where gift.is_library and search_key(gift.receiver) = search_key(${receiver}) order by lot.id, hold.id`.execute(db);
  return rows;
}
