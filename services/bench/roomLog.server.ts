import { isRoomLogged, recordRoomAir } from '#data/bench/air.ts';
import type { Db } from '#data/database.ts';

/** What is asked of the room's logger here. */
export interface RoomLogger {
  read(): Promise<{ kind: 'read'; humidity: number; celsius: number } | { kind: 'not there' } | { kind: 'not understood'; line: string }>;
}

const EVERY_MS = 15 * 60_000;

/**
 * Writes the room's air down once every quarter of an hour, when its logger answers; of several servers one writes. A reading is nobody's act,
 * and stands in no record of acts.
 * @returns whether it wrote
 */
export async function logRoom(db: Db, room: RoomLogger, now: Date): Promise<boolean> {
  const slot = Math.floor(now.getTime() / EVERY_MS);
  if (await isRoomLogged(db, slot)) return false;
  const air = await room.read();
  if (air.kind !== 'read') return false;
  return recordRoomAir(db, { slot, humidity: air.humidity, celsius: air.celsius, readAt: now });
}
