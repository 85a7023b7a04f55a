import { createAirReading } from '#data/bench/air.ts';
import type { Db } from '#data/database.ts';
import type { Actor } from '#data/people/accounts.ts';
import { perform } from '#services/perform.server.ts';
import { type BatchGone, openBatch } from './batchAt.server.ts';

/** A hygrometer read in the room, or in a jar with this batch's seed. */
export function recordAir(
  db: Db,
  actor: Actor,
  now: Date,
  air: { key: string; batchId: number; of: 'room' | 'jar'; humidity: number; celsius: number },
) {
  return perform<null, BatchGone>(db, { key: air.key, command: 'air read', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, air.batchId, 'air read', refuse);
    await createAirReading(tx, { ...air, actKey: air.key, readAt: now });
    return { answer: null, subject: batch.code };
  });
}
