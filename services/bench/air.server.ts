import { airForm } from '#contracts/bench/bench.ts';
import { ofBatch } from '#contracts/fields.ts';
import { createAirReading } from '#data/bench/air.ts';
import { command, type Inside } from '#services/command.server.ts';
import { type BatchGone, openBatch } from './batchAt.server.ts';

/** A hygrometer read in the room, or in a jar with this batch's seed. */
export const recordAir = command('air read', { input: ofBatch(airForm) }, async ({ tx, now, refuse }: Inside<BatchGone>, air) => {
  const batch = await openBatch(tx, air.batchId, 'air read', refuse);
  await createAirReading(tx, { ...air, actKey: air.key, readAt: now });
  return { answer: null, subject: batch.code };
});
