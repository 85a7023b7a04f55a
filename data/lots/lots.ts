import { sql } from 'kysely';
import type { Day, GardenId, LineId, LotId, Seeds } from '#core/kernel/kinds.ts';
import { nextLotCode } from '#core/lotcode/lotCode.ts';
import type { Kind, Origin } from '#core/lots/words.ts';
import type { Passport } from '#core/passport/passport.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import { DUE_ON } from '#data/desk/loans.ts';
import { isAmong } from '#data/isAmong.ts';

export interface NewLot {
  readonly code: string;
  readonly lineId: LineId;
  readonly origin: Origin;
  readonly kind: Kind;
  readonly unit: StockUnit;
  readonly seedsPerGram: number;
  readonly donorId: number | null;
  readonly gardenId: GardenId | null;
  readonly harvested: string | null;
  readonly plantsHarvested: number | null;
  readonly treated: 'yes' | 'unknown' | null;
  readonly form: Passport['form'];
  readonly openBy: string | null;
  readonly generation: number | null;
  readonly note: string | null;
  readonly takenInOn: Day;
  readonly searchText: string;
  readonly actKey: string;
}

/** Hands out the next unused code of a year; two intakes at once wait for each other. */
export async function takeLotCode(db: Db, year: number): Promise<string> {
  const [code] = await takeLotCodes(db, year, 1);
  return code!;
}

/** Hands out so many lot codes of a year; whoever else takes one waits. */
export async function takeLotCodes(db: Db, year: number, count: number): Promise<string[]> {
  if (count === 0) return [];
  await db
    .insertInto('lot_code_counter')
    .values({ year, last: 0 })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  const { last } = await db.selectFrom('lot_code_counter').select('last').where('year', '=', year).forUpdate().executeTakeFirstOrThrow();
  const codes: string[] = [];
  let running = last;
  while (codes.length < count) {
    const next = nextLotCode(year, running + 1);
    codes.push(next.code);
    running = next.running;
  }
  await db.updateTable('lot_code_counter').set({ last: running }).where('year', '=', year).execute();
  return codes;
}

/** A lot as its row. */
export const lotRow = (lot: NewLot) => ({
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
  treated: lot.treated,
  form: lot.form,
  open_by: lot.openBy,
  generation: lot.generation,
  note: lot.note,
  taken_in_on: lot.takenInOn,
  search_text: lot.searchText,
  act_key: lot.actKey,
});

/** Writes a lot; `parents` are the lots it was grown from, or blended of with so many seeds of each. */
export async function createLot(
  db: Db,
  lot: NewLot,
  parents: readonly { readonly id: number; readonly seeds: Seeds | null }[],
): Promise<number> {
  const { id } = await db.insertInto('lot_written').values(lotRow(lot)).returning('id').executeTakeFirstOrThrow();
  if (parents.length > 0)
    await db
      .insertInto('lot_parent')
      .values(parents.map((parent) => ({ child_id: id, parent_id: parent.id, seeds: parent.seeds })))
      .execute();
  return id;
}

/** What a gram of the lot holds, in seeds. */
export async function setSeedsPerGram(db: Db, lotId: LotId, seedsPerGram: number): Promise<void> {
  await db.updateTable('lot_written').set({ seeds_per_gram: seedsPerGram }).where('id', '=', lotId).execute();
}

const LOT_COLUMNS = [
  'lot.id',
  'lot.code',
  'lot.line_id as lineId',
  'line.name as variety',
  'line.aim',
  'line.rules as lineRules',
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
  'lot.treated',
  'lot.form',
  'lot.open_by as openBy',
  'line.offspring',
  'lot_promise.promise',
  'lot_promise.chance',
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

/** Lots with their line, crop, donor and garden. */
export function lots(db: Db) {
  return db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .leftJoin('person as donor', 'donor.id', 'lot.donor_id')
    .leftJoin('garden', 'garden.id', 'lot.garden_id')
    .leftJoin('lot_promise', 'lot_promise.lot_id', 'lot.id');
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
  await db.selectFrom('lot_written').select('id').where('code', '=', code).forUpdate().execute();
  return findLotByCode(db, code);
}

/** Locks the rows of several lots, in order of their ids. */
export async function lockLots(db: Db, ids: readonly number[]): Promise<void> {
  if (ids.length > 0) await db.selectFrom('lot_written').select('id').where(isAmong('id', ids)).orderBy('id').forUpdate().execute();
}

/** Of several possible codes, those that exist. */
export async function existingCodes(
  db: Db,
  codes: readonly string[],
): Promise<{ code: string; variety: string; crop: string; treated: 'yes' | 'unknown' | null }[]> {
  if (codes.length === 0) return [];
  return lots(db)
    .select(['lot.code', 'line.name as variety', 'crop.name as crop', 'lot.treated'])
    .where('lot.code', 'in', codes)
    .orderBy('lot.code')
    .limit(6)
    .execute();
}

/** Parents (one step up) and children (one step down) of a lot. */
export async function findRelatives(db: Db, lotId: LotId) {
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

/** Every loan of a lot, newest first: open ones have no outcome. */
export async function findLoansOfLot(db: Db, lotId: LotId) {
  return db
    .selectFrom('loan')
    .innerJoin('person', 'person.id', 'loan.member_id')
    .leftJoin('loan_close', 'loan_close.loan_id', 'loan.id')
    .leftJoin('loan_due', 'loan_due.loan_id', 'loan.id')
    .select([
      'loan.id',
      'person.name as member',
      'loan.member_id as memberId',
      'loan.packets',
      'loan.lent_on as lentOn',
      DUE_ON.as('dueOn'),
      'loan_close.outcome',
    ])
    .where('loan.lot_id', '=', lotId)
    .orderBy('loan.id', 'desc')
    .execute();
}

/** Changes what a corrected passport says of a lot in the columns that are searched. */
export async function updateLotFromPassport(
  db: Db,
  lotId: LotId,
  change: {
    kind: Kind;
    harvested: string | null;
    plantsHarvested: number | null;
    treated: 'yes' | 'unknown' | null;
    form: Passport['form'];
    openBy: string | null;
  },
): Promise<void> {
  await db
    .updateTable('lot_written')
    .set({
      kind: change.kind,
      harvested: change.harvested,
      plants_harvested: change.plantsHarvested,
      treated: change.treated,
      form: change.form,
      open_by: change.openBy,
    })
    .where('id', '=', lotId)
    .execute();
}

/** Moves a lot to another line, under which it is searched from then on. */
/** Lots of a crop are found by its name and species. */
export async function updateSearchOfCrop(
  db: Db,
  crop: { readonly id: string; readonly name: string; readonly species: string },
): Promise<void> {
  await sql`update lot_written set search_text = concat_ws(' ', code, line.name, ${crop.name}::text, ${crop.species}::text)
    from line where line.id = lot_written.line_id and line.crop_id = ${crop.id}`.execute(db);
}

export async function updateLotLine(db: Db, lotId: LotId, lineId: LineId, searchText: string): Promise<void> {
  await db.updateTable('lot_written').set({ line_id: lineId, search_text: searchText }).where('id', '=', lotId).execute();
}
