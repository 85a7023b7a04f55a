import { startBatchForm } from '#contracts/bench/bench.ts';
import { ofLot } from '#contracts/fields.ts';
import { methodsFor, stepsFor } from '#core/bench/methods.ts';
import { createAirReading } from '#data/bench/air.ts';
import { lockVessel, createBatch } from '#data/bench/batches.ts';
import { createStep } from '#data/bench/steps.ts';
import { readHouse } from '#data/house/house.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { type WhenProblem, momentOf } from './when.server.ts';

export interface VesselTaken {
  readonly code: 'vessel taken';
  /** The code of the lot in it. */
  readonly by: string;
}
export type StartProblem = NoLot | { readonly code: 'method does not fit' } | VesselTaken | { readonly code: 'long past' } | WhenProblem;

/** Nothing lies on a bench for longer: a start before that is a slip of the year. */
const LONGEST = 400 * 86_400_000;

/** Begins work on a lot, or on another picking of it. */
export const startBatch = command(
  'batch started',
  { input: ofLot(startBatchForm) },
  async ({ tx, actor, now, refuse }: Inside<StartProblem>, start) => {
    const lot = await lockedLot(tx, start.code, refuse);
    const house = (await readHouse(tx))!;
    if (!methodsFor(lot.facts, start.brought, house).includes(start.method)) refuse({ code: 'method does not fit' });
    const since = momentOf(start.when, now, new Date(0), house.timeZone, refuse);
    if (now.getTime() - since.getTime() > LONGEST) refuse({ code: 'long past' });
    const steps = stepsFor(start.method, lot.facts, start.brought, house.recipes);
    const by = await lockVessel(tx, start.vessel);
    if (by) refuse({ code: 'vessel taken', by });
    const act = { actKey: start.key, by: actor.personId };
    const batchId = await createBatch(tx, {
      ...act,
      lotId: lot.id,
      brought: start.brought,
      vessel: start.vessel,
      fruits: start.fruits,
      weightIn: start.weightIn?.milligrams ?? null,
      openedAt: since,
    });
    await createStep(tx, {
      ...act,
      batchId,
      method: start.method,
      step: steps[0]!,
      place: 0,
      celsius: start.celsius,
      since,
      vessel: start.vessel,
    });
    if (start.humidity !== null)
      await createAirReading(tx, {
        ...act,
        batchId: null,
        of: 'room',
        humidity: start.humidity,
        celsius: start.celsius,
        readAt: now,
      });
    return { answer: { batchId }, subject: lot.code };
  },
);
