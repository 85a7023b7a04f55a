import { nextStepForm } from '#contracts/bench/bench.ts';
import { ofBatch } from '#contracts/fields.ts';
import { clockOf, type Clock } from '#core/bench/clock.ts';
import { methodsFor, ownHours, stepsFor, type Practice } from '#core/bench/methods.ts';
import { hoursOf, ON_THE_TABLE, signsFor } from '#core/bench/steps.ts';
import { ruleFor } from '#core/house/rules.ts';
import { lockVessel, type Batch } from '#data/bench/batches.ts';
import { readChecks } from '#data/bench/checks.ts';
import { createStep } from '#data/bench/steps.ts';
import { readHouse } from '#data/house/house.ts';
import { command, type Inside } from '#services/command.server.ts';
import { type BatchGone, type MovedOn, batchAt } from './batchAt.server.ts';
import { type ReadFirst, readFirst } from './cautions.server.ts';
import type { VesselTaken } from './startBatch.server.ts';
import { type OnTable, findOnTable } from './table.server.ts';
import { type WhenProblem, momentOf } from './when.server.ts';
import { SIGN_WORDS } from '#words/bench.ts';

export type NextProblem =
  | BatchGone
  | MovedOn
  | ReadFirst
  | { readonly code: 'no such step' }
  | { readonly code: 'too early'; readonly earliest: string }
  | { readonly code: 'rind is soft' }
  | WhenProblem
  | { readonly code: 'table taken'; readonly by: OnTable }
  | VesselTaken;

/** Moves a batch on to a later step, or over to another method. */
export const nextStep = command(
  'batch moved on',
  { input: ofBatch(nextStepForm) },
  async ({ tx, actor, now, refuse }: Inside<NextProblem>, next) => {
    const batch = await batchAt(tx, next.batchId, next.turn, 'batch moved on', refuse);
    const house = (await readHouse(tx))!;
    const fits = next.method === batch.method || methodsFor(batch.facts, batch.brought, house).includes(next.method);
    const steps = fits ? stepsFor(next.method, batch.facts, batch.brought, house.recipes) : [];
    const onward = next.method !== batch.method || next.place > batch.place;
    if (!fits || steps[next.place] !== next.step || !onward) refuse({ code: 'no such step' });
    await readFirst(tx, batch, actor, refuse);
    const since = momentOf(next.when, now, batch.since, house.timeZone, refuse);
    const clock = clockOfBatch(batch, since, house);
    if (clock?.state === 'running' && !next.early && next.method === batch.method)
      refuse({ code: 'too early', earliest: new Date(clock.earliest).toISOString() });
    if (batch.step === 'cure' && !next.early && !rindSeen(batch, await readChecks(tx, batch.id))) refuse({ code: 'rind is soft' });
    if (ON_THE_TABLE.has(next.step) && !next.cleared) {
      const by = await findOnTable(tx, batch);
      if (by) refuse({ code: 'table taken', by });
    }
    const inIt = await lockVessel(tx, next.vessel, batch.id);
    if (inIt) refuse({ code: 'vessel taken', by: inIt });
    await createStep(tx, {
      actKey: next.key,
      by: actor.personId,
      batchId: batch.id,
      method: next.method,
      step: next.step,
      place: next.place,
      celsius: next.celsius,
      since,
      vessel: next.vessel,
    });
    return { answer: { step: next.step }, subject: batch.code };
  },
);

/** Curing ends by days and by rind: whether somebody has seen a sign of ripe rind since it began. */
export const rindSeen = (batch: Pick<Batch, 'turn'>, checks: readonly { readonly turn: number; readonly seen: string }[]): boolean =>
  checks.some(({ turn, seen }) => turn === batch.turn && signsFor('cure', {}).some((sign) => SIGN_WORDS[sign] === seen));

/** The clock of the step a batch stands at; null where hands or a weight end it. */
export function clockOfBatch(batch: Batch, now: Date, { rules, recipes }: Practice): Clock | null {
  const longFerment = ruleFor('ferment', rules) === 'long';
  const hours = ownHours(batch, recipes) ?? hoursOf(batch.step, batch.facts, batch.celsius, longFerment);
  return hours && clockOf(hours, batch.since.getTime(), now.getTime());
}
