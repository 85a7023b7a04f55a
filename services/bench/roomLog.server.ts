import { createHash } from 'node:crypto';
import { findAct } from '#data/acts.ts';
import { createAirReading } from '#data/bench/air.ts';
import type { Db } from '#data/database.ts';
import { perform } from '#services/perform.server.ts';

/** What is asked of the room's logger here. */
export interface RoomLogger {
  read(): Promise<{ kind: 'read'; humidity: number; celsius: number } | { kind: 'not there' } | { kind: 'not understood'; line: string }>;
}

const EVERY_MS = 15 * 60_000;

/** A key for each quarter of an hour, so that of several servers one writes. */
function slotKey(now: Date): string {
  const hex = createHash('sha256')
    .update(`room ${Math.floor(now.getTime() / EVERY_MS)}`)
    .digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/** Writes the room's air down once every quarter of an hour, when its logger answers. @returns whether it wrote */
export async function logRoom(db: Db, room: RoomLogger, now: Date): Promise<boolean> {
  const key = slotKey(now);
  if (await findAct(db, key)) return false;
  const air = await room.read();
  if (air.kind !== 'read') return false;
  const { humidity, celsius } = air;
  await perform(db, { key, command: 'room air logged', actor: null }, async (tx) => {
    await createAirReading(tx, { actKey: key, batchId: null, of: 'room', humidity, celsius, readAt: now });
    return { answer: null, subject: 'room' };
  });
  return true;
}
