import { sql } from 'kysely';
import type { Day, LotId, PlaceId } from '#core/kernel/kinds.ts';
import type { PlaceWarmth } from '#core/stock/placeByRule.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';

/** Where a lot lies, jar by jar: loose seed before packets, and empty jars after full ones. */
export async function findHoldings(db: Db, lotId: LotId) {
  return db
    .selectFrom('holding')
    .innerJoin('place', 'place.id', 'holding.place_id')
    .select(['holding.id', 'holding.container', 'place.name as place', 'holding.balance', 'holding.packet_units as packetUnits'])
    .select(sql<boolean>`exists (select from keeper where keeper.place_id = holding.place_id)`.as('isAway'))
    .where('lot_id', '=', lotId)
    .orderBy(sql`holding.packet_units is not null`)
    .orderBy(sql`holding.balance = 0`)
    .orderBy('holding.id')
    .execute();
}

export async function createHolding(
  db: Db,
  holding: { lotId: LotId; placeId: PlaceId; container: string; packetUnits?: number },
): Promise<number> {
  return (
    await db
      .insertInto('holding')
      .values({ lot_id: holding.lotId, place_id: holding.placeId, container: holding.container, packet_units: holding.packetUnits ?? null })
      .returning('id')
      .executeTakeFirstOrThrow()
  ).id;
}

export async function listPlaces(db: Db) {
  return db.selectFrom('place').select(['id', 'name', 'has_logger as hasLogger']).where('closed_on', 'is', null).orderBy('id').execute();
}

/** Hangs the room's logger into a place, out of the one before; null takes it down. */
export async function hangLogger(db: Db, placeId: PlaceId | null): Promise<void> {
  await db.updateTable('place').set({ has_logger: false }).where('has_logger', '=', true).execute();
  if (placeId !== null) await db.updateTable('place').set({ has_logger: true }).where('id', '=', placeId).execute();
}

/** Places whose temperature has been recorded, with how warm each is on a day. */
export async function readPlaceWarmth(db: Db, today: Day): Promise<PlaceWarmth[]> {
  return db
    .selectFrom('place_climate')
    .innerJoin('place', 'place.id', 'place_climate.place_id')
    .distinctOn('place.id')
    .select(['place.name as place', 'place_climate.celsius'])
    .where('since', '<=', today)
    .orderBy('place.id')
    .orderBy('since', 'desc')
    .orderBy('place_climate.id', 'desc')
    .execute();
}

/** Every place with how many lots have seed there. */
export async function countLotsByPlace(db: Db) {
  return db
    .selectFrom('place')
    .leftJoin('holding', (join) => join.onRef('holding.place_id', '=', 'place.id').on('holding.balance', '>', 0))
    .select((eb) => ['place.name', eb.fn.count<number>('holding.lot_id').distinct().as('lots')])
    .where('place.closed_on', 'is', null)
    .groupBy('place.id')
    .orderBy('place.id')
    .execute();
}

/** The place of this name, made if need be and opened again where it was closed; returns its id. */
export async function ensurePlace(db: Db, name: string): Promise<number> {
  const same = db
    .selectFrom('place')
    .select(['id', 'closed_on as closedOn'])
    .where((eb) => eb(eb.fn('lower', ['name']), '=', name.toLowerCase()));
  const found = await same.executeTakeFirst();
  if (found && found.closedOn !== null) await db.updateTable('place').set({ closed_on: null }).where('id', '=', found.id).execute();
  if (found) return found.id;
  await db
    .insertInto('place')
    .values({ name })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return (await same.executeTakeFirstOrThrow()).id;
}

/** Places whose name holds what was typed. */
export async function findPlaces(db: Db, typed: string): Promise<{ id: number; name: string }[]> {
  return db
    .selectFrom('place')
    .select(['id', 'name'])
    .where(holdsWords(typed, 'place.name'))
    .where('closed_on', 'is', null)
    .orderBy('name')
    .limit(12)
    .execute();
}
