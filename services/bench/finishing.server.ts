import { finishForm, abandonForm } from '#contracts/bench/bench.ts';
import { ofBatch } from '#contracts/fields.ts';
import type { NotDry } from '#core/bench/sealing.ts';
import { todayOf } from '#core/calendar/dayInZone.ts';
import { tenfold } from '#core/kernel/tenfold.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Amount } from '#core/units/parseAmount.ts';
import { endBatch, listBatchesOfLot } from '#data/bench/batches.ts';
import { readWeighings } from '#data/bench/weighings.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { createHold, findHolds, liftHold } from '#data/lots/holds.ts';
import { lockLot } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { command, type Inside } from '#services/command.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { isDeadlyPlace } from '#services/stock/frost.server.ts';
import { drawFromLot, type Short } from '#services/stock/stock.server.ts';
import { batchAt, type BatchGone, type MovedOn } from './batchAt.server.ts';
import { readFirst, type ReadFirst } from './cautions.server.ts';
import { enterClean, unitsOf } from './cleaned.server.ts';
import { readDrying } from './drying.server.ts';
import { CLEANED_NOT_DRY, CLEANING_WASTE, FOUND_DRY, putAwayDamp, weightBrought } from '#words/kept.ts';

export type FinishProblem =
  | BatchGone
  | MovedOn
  | ReadFirst
  | Short
  | { readonly code: 'not dry'; readonly against: readonly NotDry[] }
  | { readonly code: 'more than there was' }
  | { readonly code: 'more than was weighed'; readonly heaviest: number }
  | { readonly code: 'is it so'; readonly times: number; readonly last: number; readonly typed: string }
  | { readonly code: 'frost kills it' };

/** Seed that has drawn damp, on another scale, weighs at most so much more than it ever did at the bench. */
const DAMPER = 1.2;

/** Ends a batch with the clean seed that came out. Seed that is not dry enough wants a reason, and is held as drying. */
export const finishBatch = command(
  'batch finished',
  { input: ofBatch(finishForm) },
  async ({ tx, actor, now, refuse }: Inside<FinishProblem>, finish) => {
    const batch = await batchAt(tx, finish.batchId, finish.turn, 'batch finished', refuse);
    await readFirst(tx, batch, actor, refuse);
    const { against } = await readDrying(tx, batch, now, finish.sign);
    if (against.length > 0 && finish.reason === null) refuse({ code: 'not dry', against });
    const lot = (await lockLot(tx, batch.code))!;
    const house = await readHouse(tx);
    const today = todayOf(now, house ?? { timeZone: 'UTC', notBefore: null });
    if (finish.place && (await isDeadlyPlace(tx, lot.facts, finish.place, today))) refuse({ code: 'frost kills it' });
    const units = unitsOf(finish.amount, lot.unit, lot.seedsPerGram);
    const weighings = await readWeighings(tx, batch.id);
    const brought = batch.brought === 'clean seed' ? null : weightBrought(lot.note);
    const heaviest = Math.max(batch.weightIn ?? 0, brought ?? 0, ...weighings.map(({ milligrams }) => milligrams));
    if (heaviest > 0 && finish.amount.kind === 'weight' && finish.amount.milligrams > DAMPER * heaviest)
      refuse({ code: 'more than was weighed', heaviest });
    askOfClean(finish, weighings.at(-1)?.milligrams ?? null, refuse);
    const act = { actKey: finish.key, by: actor.personId };
    await endBatch(tx, {
      ...act,
      batchId: batch.id,
      outcome: 'finished',
      clean: units,
      typed: finish.amount.typed,
      reason: finish.reason,
      endedAt: now < batch.since ? batch.since : now,
    });
    if (batch.brought === 'whole fruit' || batch.brought === 'heads or pods') {
      const others = (await listBatchesOfLot(tx, lot.id)).filter(({ outcome, id }) => outcome === null && id !== batch.id);
      if (units > 0)
        await enterClean(tx, lot, {
          actKey: finish.key,
          units,
          typed: finish.amount.typed,
          today,
          actor,
          isLast: others.length === 0,
          place: finish.place ?? null,
          container: finish.container ?? null,
        });
    } else await settleStock(tx, lot, units, { actKey: finish.key, typed: finish.amount.typed, today, actor }, refuse);
    const lifted = await settleDrying(tx, lot.id, today, actor, finish, against);
    await refreshOutlook(tx, lot.id, today);
    return { answer: { code: lot.code, lifted }, subject: lot.code };
  },
);

/** Asks once about clean seed that weighs a tenth of its last weighing, or ten times as much. */
function askOfClean(
  { amount, sure }: { readonly amount: Amount & { readonly typed: string }; readonly sure?: string | undefined },
  last: number | null,
  refuse: Refuse<Extract<FinishProblem, { code: 'is it so' }>>,
): void {
  const off = last !== null && amount.kind === 'weight' ? tenfold(amount.milligrams, last) : null;
  if (off && sure !== amount.typed) refuse({ code: 'is it so', times: off.times, last: last!, typed: amount.typed });
}

/** Seed that was in the book already is less by the water, chaff and bad seed that left it. */
async function settleStock(
  tx: Db,
  lot: NonNullable<Awaited<ReturnType<typeof lockLot>>>,
  units: number,
  by: { actKey: string; typed: string; today: Day; actor: Actor },
  refuse: Refuse<Short | { readonly code: 'more than there was' }>,
): Promise<void> {
  const gone = lot.onHand - units;
  if (gone < 0) refuse({ code: 'more than there was' });
  if (gone > 0)
    await drawFromLot(
      tx,
      lot,
      gone,
      {
        actKey: by.actKey,
        kind: 'discarded',
        to: { outside: 'waste' },
        typed: by.typed,
        reason: CLEANING_WASTE,
        happenedOn: by.today,
        personId: by.actor.personId,
      },
      refuse,
    );
}

/** Lifts the drying hold of seed that is dry, when asked to; seed that was put away too soon is held for just that. */
async function settleDrying(
  tx: Db,
  lotId: LotId,
  today: Day,
  actor: Actor,
  finish: { key: string; liftDrying: boolean; reason: string | null },
  against: readonly NotDry[],
): Promise<boolean> {
  const holds = (await findHolds(tx, lotId)).filter(({ kind, liftedOn }) => kind === 'drying' && liftedOn === null);
  const isDry = against.length === 0;
  if (isDry && !finish.liftDrying) return false;
  for (const hold of holds)
    await liftHold(tx, {
      holdId: hold.id,
      reason: isDry ? FOUND_DRY : CLEANED_NOT_DRY,
      liftedOn: today,
      liftedBy: actor.personId,
      actKey: finish.key,
    });
  if (!isDry)
    await createHold(tx, {
      lotId,
      kind: 'drying',
      reason: putAwayDamp(finish.reason!),
      setOn: today,
      setBy: actor.personId,
      actKey: finish.key,
    });
  return isDry && holds.length > 0;
}

/** Gives a batch up; what was lost is in the words. */
export const abandonBatch = command(
  'batch given up',
  { input: ofBatch(abandonForm) },
  async ({ tx, actor, now, refuse }: Inside<BatchGone | MovedOn>, end) => {
    const batch = await batchAt(tx, end.batchId, end.turn, 'batch given up', refuse);
    await endBatch(tx, {
      actKey: end.key,
      by: actor.personId,
      batchId: batch.id,
      outcome: 'abandoned',
      clean: null,
      typed: null,
      reason: end.reason,
      endedAt: now < batch.since ? batch.since : now,
    });
    return { answer: null, subject: batch.code };
  },
);
