import { sql } from 'kysely';
import { nextLotCode } from '#core/lotcode/lotCode.ts';
import type { Asked, HoldKind, Isolation, Kind, Origin, ShelfSort, ShelfState, StoredSoFar } from '#core/lots/words.ts';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Db } from './database.ts';

export interface NewLot {
  readonly code: string;
  readonly lineId: number;
  readonly origin: Origin;
  readonly kind: Kind;
  readonly unit: StockUnit;
  readonly seedsPerGram: number;
  readonly donorId: number | null;
  readonly gardenId: number | null;
  readonly harvested: string | null;
  readonly plantsHarvested: number | null;
  readonly isolation: Isolation;
  readonly storedSoFar: StoredSoFar | null;
  readonly unknowns: Asked[];
  readonly generation: number | null;
  readonly note: string | null;
  readonly takenInOn: string;
  readonly searchText: string;
  readonly actKey: string;
}

/** Hands out the next unused code of a year; two intakes at once wait for each other. */
export async function takeLotCode(db: Db, year: number): Promise<string> {
  await db
    .insertInto('lot_code_counter')
    .values({ year, last: 0 })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  const { last } = await db.selectFrom('lot_code_counter').select('last').where('year', '=', year).forUpdate().executeTakeFirstOrThrow();
  const { code, running } = nextLotCode(year, last + 1);
  await db.updateTable('lot_code_counter').set({ last: running }).where('year', '=', year).execute();
  return code;
}

/** The line of this name within a crop, made if need be; returns its id and its name as first written. */
export async function ensureLine(db: Db, cropId: string, name: string): Promise<{ id: number; name: string }> {
  const same = db
    .selectFrom('line')
    .select(['id', 'name'])
    .where('crop_id', '=', cropId)
    .where((eb) => eb(eb.fn('lower', ['name']), '=', name.toLowerCase()));
  const found = await same.executeTakeFirst();
  if (found) return found;
  const made = await db
    .insertInto('line')
    .values({ crop_id: cropId, name })
    .onConflict((conflict) => conflict.doNothing())
    .returning(['id', 'name'])
    .executeTakeFirst();
  return made ?? (await same.executeTakeFirstOrThrow());
}

export async function createLot(db: Db, lot: NewLot, parents: readonly number[]): Promise<number> {
  const { id } = await db
    .insertInto('lot')
    .values({
      code: lot.code,
      line_id: lot.lineId,
      origin: lot.origin,
      kind: lot.kind,
      unit: lot.unit,
      seeds_per_gram: lot.seedsPerGram,
      donor_id: lot.donorId,
      garden_id: lot.gardenId,
      harvested: lot.harvested,
      plants_harvested: lot.plantsHarvested,
      isolation: JSON.stringify(lot.isolation),
      stored_so_far: lot.storedSoFar,
      unknowns: lot.unknowns,
      generation: lot.generation,
      note: lot.note,
      taken_in_on: lot.takenInOn,
      search_text: lot.searchText,
      act_key: lot.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  if (parents.length > 0)
    await db
      .insertInto('lot_parent')
      .values(parents.map((parent) => ({ child_id: id, parent_id: parent })))
      .execute();
  return id;
}

export interface LotOutlook {
  readonly verdict: VerdictKind | null;
  readonly sprouted: number | null;
  readonly laid: number | null;
  readonly testedOn: string | null;
  readonly nextTestOn: string | null;
  readonly nextTestReason: string;
}

/** Keeps what the last test said of a lot, for lists that would otherwise read every test. */
export async function saveOutlook(db: Db, lotId: number, outlook: LotOutlook): Promise<void> {
  await db
    .updateTable('lot')
    .set({
      verdict: outlook.verdict,
      tested_sprouted: outlook.sprouted,
      tested_laid: outlook.laid,
      tested_on: outlook.testedOn,
      next_test_on: outlook.nextTestOn,
      next_test_reason: outlook.nextTestReason,
    })
    .where('id', '=', lotId)
    .execute();
}

/** The last result of every tested lot, with the verdict that is kept of it. */
export async function readVerdicts(db: Db) {
  return db
    .selectFrom('lot')
    .select((eb) => [
      'id',
      eb.ref('tested_sprouted').$notNull().as('sprouted'),
      eb.ref('tested_laid').$notNull().as('laid'),
      'verdict as kept',
    ])
    .where('tested_laid', 'is not', null)
    .execute();
}

const LOT_COLUMNS = [
  'lot.id',
  'lot.code',
  'lot.line_id as lineId',
  'line.name as variety',
  'line.aim',
  'crop.id as cropId',
  'crop.name as crop',
  'crop.facts',
  'lot.origin',
  'lot.kind',
  'lot.unit',
  'lot.seeds_per_gram as seedsPerGram',
  'lot.donor_id as donorId',
  'donor.name as donor',
  'garden.name as garden',
  'lot.garden_id as gardenId',
  'lot.harvested',
  'lot.plants_harvested as plantsHarvested',
  'lot.isolation',
  'lot.stored_so_far as storedSoFar',
  'lot.unknowns',
  'lot.generation',
  'lot.note',
  'lot.taken_in_on as takenInOn',
  'lot.on_hand as onHand',
  'lot.verdict',
  'lot.tested_sprouted as sprouted',
  'lot.tested_laid as laid',
  'lot.tested_on as testedOn',
  'lot.next_test_on as nextTestOn',
  'lot.next_test_reason as nextTestReason',
] as const;

function lots(db: Db) {
  return db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .leftJoin('person as donor', 'donor.id', 'lot.donor_id')
    .leftJoin('garden', 'garden.id', 'lot.garden_id');
}

/** A lot with all that its passport says, or undefined. */
export async function findLotByCode(db: Db, code: string) {
  return lots(db).select(LOT_COLUMNS).where('lot.code', '=', code).executeTakeFirst();
}

export async function findLot(db: Db, id: number) {
  return lots(db).select(LOT_COLUMNS).where('lot.id', '=', id).executeTakeFirst();
}

/** The lot's row, locked until the transaction ends: whoever else wants to change it waits. */
export async function lockLot(db: Db, code: string) {
  await db.selectFrom('lot').select('id').where('code', '=', code).forUpdate().execute();
  return findLotByCode(db, code);
}

/** Of several possible codes, those that exist. */
export async function existingCodes(db: Db, codes: readonly string[]): Promise<{ code: string; variety: string; crop: string }[]> {
  if (codes.length === 0) return [];
  return lots(db)
    .select(['lot.code', 'line.name as variety', 'crop.name as crop'])
    .where('lot.code', 'in', codes)
    .orderBy('lot.code')
    .limit(6)
    .execute();
}

export async function findHoldings(db: Db, lotId: number) {
  return db
    .selectFrom('holding')
    .innerJoin('place', 'place.id', 'holding.place_id')
    .select(['holding.id', 'holding.container', 'place.name as place', 'holding.balance'])
    .where('lot_id', '=', lotId)
    .orderBy('holding.id')
    .execute();
}

export async function createHolding(db: Db, holding: { lotId: number; placeId: number; container: string }): Promise<number> {
  return (
    await db
      .insertInto('holding')
      .values({ lot_id: holding.lotId, place_id: holding.placeId, container: holding.container })
      .returning('id')
      .executeTakeFirstOrThrow()
  ).id;
}

export async function listPlaces(db: Db) {
  return db.selectFrom('place').select(['id', 'name']).orderBy('id').execute();
}

/** The place of this name, made if need be; returns its id. */
export async function ensurePlace(db: Db, name: string): Promise<number> {
  const same = db
    .selectFrom('place')
    .select('id')
    .where((eb) => eb(eb.fn('lower', ['name']), '=', name.toLowerCase()));
  const found = await same.executeTakeFirst();
  if (found) return found.id;
  await db
    .insertInto('place')
    .values({ name })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return (await same.executeTakeFirstOrThrow()).id;
}

/** Parents (one step up) and children (one step down) of a lot. */
export async function findRelatives(db: Db, lotId: number) {
  const columns = [
    'lot.id',
    'lot.code',
    'line.name as variety',
    'lot.harvested',
    'lot.origin',
    'donor.name as donor',
    'lot.generation',
  ] as const;
  const [parents, children] = await Promise.all([
    lots(db)
      .innerJoin('lot_parent', 'lot_parent.parent_id', 'lot.id')
      .select(columns)
      .where('lot_parent.child_id', '=', lotId)
      .orderBy('lot.id')
      .execute(),
    lots(db)
      .innerJoin('lot_parent', 'lot_parent.child_id', 'lot.id')
      .select(columns)
      .where('lot_parent.parent_id', '=', lotId)
      .orderBy('lot.id')
      .execute(),
  ]);
  return { parents, children };
}

export async function findHolds(db: Db, lotId: number) {
  return db
    .selectFrom('hold')
    .leftJoin('hold_lift', 'hold_lift.hold_id', 'hold.id')
    .leftJoin('person as setter', 'setter.id', 'hold.set_by')
    .leftJoin('person as lifter', 'lifter.id', 'hold_lift.lifted_by')
    .select([
      'hold.id',
      'hold.kind',
      'hold.reason',
      'hold.set_on as setOn',
      'setter.name as setBy',
      'hold_lift.lifted_on as liftedOn',
      'hold_lift.reason as liftReason',
      'lifter.name as liftedBy',
    ])
    .where('hold.lot_id', '=', lotId)
    .orderBy('hold.id')
    .execute();
}

/** Kinds of the holds that lie on a lot now. */
export async function activeHolds(db: Db, lotId: number): Promise<HoldKind[]> {
  const rows = await db
    .selectFrom('hold')
    .leftJoin('hold_lift', 'hold_lift.hold_id', 'hold.id')
    .select('hold.kind')
    .where('hold.lot_id', '=', lotId)
    .where('hold_lift.hold_id', 'is', null)
    .execute();
  return rows.map(({ kind }) => kind);
}

export async function createHold(
  db: Db,
  hold: { lotId: number; kind: HoldKind; reason: string; setOn: string; setBy: number | null; actKey: string },
): Promise<void> {
  await db
    .insertInto('hold')
    .values({ lot_id: hold.lotId, kind: hold.kind, reason: hold.reason, set_on: hold.setOn, set_by: hold.setBy, act_key: hold.actKey })
    .execute();
}

export async function liftHold(
  db: Db,
  lift: { holdId: number; reason: string; liftedOn: string; liftedBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('hold_lift')
    .values({ hold_id: lift.holdId, reason: lift.reason, lifted_on: lift.liftedOn, lifted_by: lift.liftedBy, act_key: lift.actKey })
    .execute();
}

/** Packets out with members on open loans. */
export async function findLoansOfLot(db: Db, lotId: number) {
  return db
    .selectFrom('loan')
    .innerJoin('person', 'person.id', 'loan.member_id')
    .leftJoin('loan_close', 'loan_close.loan_id', 'loan.id')
    .select([
      'loan.id',
      'person.name as member',
      'loan.member_id as memberId',
      'loan.packets',
      'loan.lent_on as lentOn',
      'loan.due_on as dueOn',
      'loan_close.outcome',
    ])
    .where('loan.lot_id', '=', lotId)
    .orderBy('loan.id', 'desc')
    .execute();
}

export interface ShelfPage {
  readonly search: string;
  readonly crop: string;
  readonly state: ShelfState | '';
  readonly sort: ShelfSort;
  readonly today: string;
  readonly limit: number;
  readonly offset: number;
}

const ORDER: Record<ShelfSort, ReturnType<typeof sql>> = {
  variety: sql`crop.name, line.name, lot.id desc`,
  code: sql`lot.code desc`,
  harvest: sql`lot.harvested desc nulls last, lot.id desc`,
  amount: sql`(case when lot.unit = 'mg' then lot.on_hand * lot.seeds_per_gram / 1000 else lot.on_hand end) desc, lot.id`,
  'next test': sql`lot.next_test_on nulls last, lot.id`,
};
const HELD = sql<boolean>`exists (select from hold where hold.lot_id = lot.id and not exists (select from hold_lift where hold_lift.hold_id = hold.id))`;

/** One page of the shelves, and how many lots match in all. */
export async function listShelves(db: Db, page: ShelfPage) {
  let query = lots(db);
  for (const word of page.search.split(/\s+/).filter(Boolean)) {
    const pattern = `%${word.replace(/[%_\\]/g, '\\$&')}%`;
    query = query.where((eb) =>
      eb.or([eb('lot.search_text', 'ilike', pattern), sql<boolean>`lot.donor_id in (select id from person where name ilike ${pattern})`]),
    );
  }
  if (page.crop) query = query.where('crop.id', '=', page.crop);
  if (page.state === 'used up') query = query.where('lot.on_hand', '=', 0);
  else if (page.state) query = query.where('lot.on_hand', '>', 0);
  if (page.state === 'on hold') query = query.where(HELD);
  if (page.state === 'may be lent')
    query = query
      .where(sql<boolean>`not ${HELD}`)
      .where('lot.kind', '<>', 'F1')
      .where((eb) => eb.or([eb('lot.verdict', 'is', null), eb('lot.verdict', 'in', ['full strength', 'sow thicker'])]));
  if (page.state === 'test due') query = query.where('lot.next_test_on', '<=', page.today);
  const rows = query
    .select([
      'lot.code',
      'line.name as variety',
      'crop.name as crop',
      'lot.kind',
      'lot.harvested',
      'lot.unit',
      'lot.on_hand as onHand',
      'lot.seeds_per_gram as seedsPerGram',
      'donor.name as donor',
      'lot.verdict',
      'lot.tested_sprouted as sprouted',
      'lot.tested_laid as laid',
      'lot.tested_on as testedOn',
      'lot.next_test_on as nextTestOn',
      sql<
        HoldKind[]
      >`array(select kind from hold where hold.lot_id = lot.id and not exists (select from hold_lift where hold_lift.hold_id = hold.id))`.as(
        'holds',
      ),
      sql<
        string | null
      >`(select string_agg(place.name, ', ') from holding join place on place.id = holding.place_id where holding.lot_id = lot.id and holding.balance > 0)`.as(
        'places',
      ),
    ])
    .orderBy(ORDER[page.sort])
    .limit(page.limit)
    .offset(page.offset);
  const total = query.select((eb) => eb.fn.countAll<number>().as('count'));
  const [found, { count }] = await Promise.all([rows.execute(), total.executeTakeFirstOrThrow()]);
  return { lots: found, total: count };
}

/** Kinds of which something may be lent now: no amounts, no people, no places. */
export async function listLendable(db: Db, search: string, most: number) {
  let query = lots(db)
    .where('lot.on_hand', '>', 0)
    .where('lot.kind', '<>', 'F1')
    .where(sql<boolean>`not ${HELD}`)
    .where((eb) => eb.or([eb('lot.verdict', 'is', null), eb('lot.verdict', 'in', ['full strength', 'sow thicker'])]));
  for (const word of search.split(/\s+/).filter(Boolean))
    query = query.where('lot.search_text', 'ilike', `%${word.replace(/[%_\\]/g, '\\$&')}%`);
  return query
    .select([
      'crop.name as crop',
      'line.name as variety',
      sql<string>`facts->>'easeOfSaving'`.as('ease'),
      sql<string>`facts->>'lifeCycle'`.as('lifeCycle'),
    ])
    .distinct()
    .orderBy('crop.name')
    .orderBy('line.name')
    .limit(most)
    .execute();
}
