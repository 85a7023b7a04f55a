import type { Db } from '#data/database.ts';
import type { Act } from './batches.ts';

export async function createAirReading(
  db: Db,
  reading: Omit<Act, 'by'> & {
    batchId: number | null;
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

/** The newest reading of the room, by this batch or any other; of a batch's own jar when a batch is given. */
export async function readAir(db: Db, jarOf?: number) {
  const readings = db.selectFrom('air_reading').select(['humidity', 'celsius', 'read_at as readAt']).orderBy('read_at', 'desc').limit(1);
  const found = jarOf === undefined ? readings.where('of', '=', 'room') : readings.where('of', '=', 'jar').where('batch_id', '=', jarOf);
  return found.executeTakeFirst();
}
