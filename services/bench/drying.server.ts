import { reckonDrying } from '#core/bench/reckonDrying.ts';
import { BY_WEIGHT } from '#core/bench/steps.ts';
import { readJarAir, readRoomAir } from '#data/bench/air.ts';
import type { Batch } from '#data/bench/batches.ts';
import { readSteps } from '#data/bench/steps.ts';
import { readWeighings } from '#data/bench/weighings.ts';
import type { Db } from '#data/database.ts';

/** All that drying of a batch is judged by, read and reckoned. */
export async function readDrying(db: Db, batch: Batch, now: Date, sign: boolean) {
  const [steps, weighings, room, jar] = await Promise.all([
    readSteps(db, batch.id),
    readWeighings(db, batch.id),
    readRoomAir(db),
    readJarAir(db, batch.id),
  ]);
  // Drying in air and over gel are two curves: each begins with its step.
  const from = steps.filter(({ step }) => BY_WEIGHT.has(step)).at(-1)?.since ?? batch.openedAt;
  const air = (one: typeof room) => (one ? { ...one, at: one.readAt.getTime() } : null);
  const points = weighings.map(({ weighedAt, milligrams, heavier, scaleError }) => ({
    at: weighedAt.getTime(),
    milligrams,
    heavier,
    scaleError,
  }));
  const since = points.filter(({ at }) => at >= from.getTime());
  const wet = batch.facts.extraction !== 'dry' && batch.brought === 'whole fruit' && batch.step !== 'silica';
  return reckonDrying({
    crop: batch.facts,
    wet,
    weighings: since,
    room: batch.step === 'silica' ? null : air(room),
    jar: air(jar),
    sign,
    now: now.getTime(),
  });
}
