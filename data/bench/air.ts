import type { BatchId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Act } from './batches.ts';

export async function createAirReading(
  db: Db,
  reading: Omit<Act, 'by'> & {
    batchId: BatchId | null;
    of: 'room' | 'jar';
    humidity: number;
    celsius: number;
    readAt: Date;
  },
): Promise<void> {
  await db
    .insertInto('air_reading')
    .values({
      batch_id: reading.batchId,
      of: reading.of,
      humidity: reading.humidity,
      celsius: reading.celsius,
      read_at: reading.readAt,
      act_key: reading.actKey,
    })
    .execute();
}

/** The newest reading of the room, by its logger or by hand at any batch. */
export async function readRoomAir(db: Db) {
  return db
    .selectFrom('air_reading')
    .select(['humidity', 'celsius', 'read_at as readAt'])
    .where('of', '=', 'room')
    .unionAll(db.selectFrom('room_air').select(['humidity', 'celsius', 'read_at as readAt']))
    .orderBy('readAt', 'desc')
    .limit(1)
    .executeTakeFirst();
}

/** The newest reading of a batch's own jar. */
export async function readJarAir(db: Db, batchId: BatchId) {
  return db
    .selectFrom('air_reading')
    .select(['humidity', 'celsius', 'read_at as readAt'])
    .where('of', '=', 'jar')
    .where('batch_id', '=', batchId)
    .orderBy('read_at', 'desc')
    .limit(1)
    .executeTakeFirst();
}

/** Whether the room's logger has been recorded in this quarter of an hour. */
export async function isRoomLogged(db: Db, slot: number): Promise<boolean> {
  return (await db.selectFrom('room_air').select('slot').where('slot', '=', slot).executeTakeFirst()) !== undefined;
}

/** Writes the room's air down, once in a quarter of an hour. @returns whether it was written */
export async function recordRoomAir(
  db: Db,
  reading: { readonly slot: number; readonly humidity: number; readonly celsius: number; readonly readAt: Date },
): Promise<boolean> {
  const { slot, humidity, celsius, readAt: read_at } = reading;
  const written = await db
    .insertInto('room_air')
    .values({ slot, humidity, celsius, read_at })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirst();
  return written.numInsertedOrUpdatedRows === 1n;
}
