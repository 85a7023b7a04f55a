import { clockOf, type Clock } from '#core/bench/clock.ts';
import { cautionsFor, methodsFor, stepsFor, type Brought, type Method } from '#core/bench/methods.ts';
import { reckonDrying } from '#core/bench/reckonDrying.ts';
import type { NotDry } from '#core/bench/sealing.ts';
import { BY_WEIGHT, hoursOf, ON_THE_TABLE, type Caution, type Step } from '#core/bench/steps.ts';
import { isHeavier, type Heavier } from '#core/bench/weighings.ts';
import { ruleFor, type Rules } from '#core/house/rules.ts';
import type { Amount } from '#core/units/parseAmount.ts';
import { dayInZone } from '#core/calendar/plainDate.ts';
import type { Actor } from '#data/accounts.ts';
import * as bench from '#data/bench.ts';
import type { Db } from '#data/database.ts';
import { createHold, findHolds, liftHold } from '#data/holds.ts';
import { readHouse } from '#data/house.ts';
import { lockLot } from '#data/lots.ts';
import { enterClean, unitsOf } from './cleaned.server.ts';
import { refreshOutlook } from './outlook.server.ts';
import { perform, type Refuse } from './perform.server.ts';
import { drawFromLot, type Short } from './stock.server.ts';

/** What lies open on the table: a batch at a step that leaves seed loose. */
export interface OnTable {
  readonly id: number;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  /** The seed of both looks alike: the same crop, or the same genus. */
  readonly alike: boolean;
}

export type StartProblem = { readonly code: 'no such lot' } | { readonly code: 'method does not fit' };

/** Begins work on a lot, or on another picking of it. */
export function startBatch(
  db: Db,
  actor: Actor,
  now: Date,
  start: {
    key: string;
    code: string;
    brought: Brought;
    method: Method;
    vessel: string;
    celsius: number;
    humidity: number | null;
    fruits: number | null;
    weightIn: { milligrams: number; typed: string } | null;
  },
) {
  return perform<{ batchId: number }, StartProblem>(db, { key: start.key, kind: 'batch started', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, start.code)) ?? refuse({ code: 'no such lot' });
    const house = await readHouse(tx);
    if (!methodsFor(lot.facts, start.brought, house?.rules ?? {}).includes(start.method)) refuse({ code: 'method does not fit' });
    const act = { actKey: start.key, by: actor.personId };
    const batchId = await bench.createBatch(tx, {
      ...act,
      lotId: lot.id,
      brought: start.brought,
      vessel: start.vessel,
      fruits: start.fruits,
      weightIn: start.weightIn?.milligrams ?? null,
      openedAt: now,
    });
    await bench.createStep(tx, {
      ...act,
      batchId,
      turn: 1,
      method: start.method,
      step: stepsFor(start.method, lot.facts, start.brought)[0]!,
      place: 0,
      celsius: start.celsius,
      since: now,
      why: null,
    });
    if (start.humidity !== null)
      await bench.createAirReading(tx, {
        ...act,
        batchId: null,
        of: 'room',
        humidity: start.humidity,
        celsius: start.celsius,
        readAt: now,
      });
    return { answer: { batchId }, subject: lot.code };
  });
}

type BatchGone = { readonly code: 'no such batch' } | { readonly code: 'ended' };
/** Somebody moved it on since the page was shown. */
type MovedOn = { readonly code: 'moved on'; readonly to: Step };
type ReadFirst = { readonly code: 'read first'; readonly cautions: readonly Caution[] };

async function openBatch(tx: Db, id: number, refuse: Refuse<BatchGone>) {
  const batch = (await bench.lockBatch(tx, id)) ?? refuse({ code: 'no such batch' });
  if (batch.outcome !== null) refuse({ code: 'ended' });
  return batch;
}

async function batchAt(tx: Db, id: number, turn: number, refuse: Refuse<BatchGone | MovedOn>) {
  const batch = await openBatch(tx, id, refuse);
  if (batch.turn !== turn) refuse({ code: 'moved on', to: batch.step });
  return batch;
}

/** Hazards of a batch's step that this person has not yet said to have read. */
export async function unreadCautions(db: Db, batch: bench.Batch, personId: number, step: Step = batch.step): Promise<readonly Caution[]> {
  const read = await bench.findAcknowledged(db, batch.id, personId);
  return cautionsFor(step, batch.facts, batch.treated === 'yes').filter((caution) => !read.includes(caution));
}

async function readFirst(tx: Db, batch: bench.Batch, actor: Actor, refuse: Refuse<ReadFirst>, step: Step = batch.step): Promise<void> {
  const cautions = await unreadCautions(tx, batch, actor.personId, step);
  if (cautions.length > 0) refuse({ code: 'read first', cautions });
}

/** Writes down that somebody has read the hazards of the step a batch stands at. */
export function acknowledgeCautions(db: Db, actor: Actor, seen: { key: string; batchId: number; cautions: readonly Caution[] }) {
  return perform<null, BatchGone>(db, { key: seen.key, kind: 'hazards read', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, seen.batchId, refuse);
    for (const caution of seen.cautions) await bench.acknowledge(tx, { actKey: seen.key, by: actor.personId, batchId: batch.id, caution });
    return { answer: null, subject: batch.code };
  });
}

/** The batch of another lot whose seed lies open on the table, the one that looks alike first. */
export async function findOnTable(db: Db, batch: bench.Batch): Promise<OnTable | null> {
  const open = await bench.listOpenBatches(db);
  const genus = (species: string) => species.split(' ')[0];
  const others = open
    .filter((other) => other.lotId !== batch.lotId && ON_THE_TABLE.has(other.step))
    .map((other) => ({
      id: other.id,
      code: other.code,
      crop: other.crop,
      variety: other.variety,
      alike: other.cropId === batch.cropId || genus(other.facts.species) === genus(batch.facts.species),
    }));
  return others.find(({ alike }) => alike) ?? others[0] ?? null;
}

export type NextProblem =
  | BatchGone
  | MovedOn
  | ReadFirst
  | { readonly code: 'no such step' }
  | { readonly code: 'too early'; readonly earliest: string }
  | { readonly code: 'before the step'; readonly since: string }
  | { readonly code: 'table taken'; readonly by: OnTable };

/** Moves a batch on to a later step, or over to another method. */
export function nextStep(
  db: Db,
  actor: Actor,
  now: Date,
  next: {
    key: string;
    batchId: number;
    turn: number;
    method: Method;
    step: Step;
    place: number;
    celsius: number;
    startedAgo: number;
    cleared: boolean;
    early: boolean;
  },
) {
  return perform<{ step: Step }, NextProblem>(db, { key: next.key, kind: 'batch moved on', actor }, async (tx, refuse) => {
    const batch = await batchAt(tx, next.batchId, next.turn, refuse);
    const { rules } = (await readHouse(tx))!;
    const fits = next.method === batch.method || methodsFor(batch.facts, batch.brought, rules).includes(next.method);
    const steps = stepsFor(next.method, batch.facts, batch.brought);
    const onward = next.method !== batch.method || next.place > batch.place;
    if (!fits || steps[next.place] !== next.step || !onward) refuse({ code: 'no such step' });
    await readFirst(tx, batch, actor, refuse);
    const since = new Date(now.getTime() - next.startedAgo * 3_600_000);
    if (next.startedAgo > 0 && since < batch.since) refuse({ code: 'before the step', since: batch.since.toISOString() });
    const clock = clockOfBatch(batch, now, rules);
    if (clock?.state === 'running' && !next.early && next.method === batch.method)
      refuse({ code: 'too early', earliest: new Date(clock.earliest).toISOString() });
    if (ON_THE_TABLE.has(next.step) && !next.cleared) {
      const by = await findOnTable(tx, batch);
      if (by) refuse({ code: 'table taken', by });
    }
    await bench.createStep(tx, {
      actKey: next.key,
      by: actor.personId,
      batchId: batch.id,
      turn: batch.turn + 1,
      method: next.method,
      step: next.step,
      place: next.place,
      celsius: next.celsius,
      // A server clock that was set back does not start a step before the one it follows.
      since: since < batch.since ? batch.since : since,
      why: null,
    });
    return { answer: { step: next.step }, subject: batch.code };
  });
}

/** The clock of the step a batch stands at; null where hands or a weight end it. */
export function clockOfBatch(batch: bench.Batch, now: Date, rules: Rules): Clock | null {
  const hours = hoursOf(batch.step, batch.facts, batch.celsius, longFerment(rules));
  return hours && clockOf(hours, batch.since.getTime(), now.getTime());
}

const longFerment = (rules: Rules): boolean => ruleFor('ferment', rules).id === 'long';

/** One look at a batch, in a word or two. */
export function checkBatch(db: Db, actor: Actor, now: Date, check: { key: string; batchId: number; turn: number; seen: string }) {
  return perform<null, BatchGone | MovedOn | ReadFirst>(db, { key: check.key, kind: 'batch looked at', actor }, async (tx, refuse) => {
    const batch = await batchAt(tx, check.batchId, check.turn, refuse);
    await readFirst(tx, batch, actor, refuse);
    await bench.createCheck(tx, { actKey: check.key, by: actor.personId, ...check, checkedAt: now < batch.since ? batch.since : now });
    return { answer: null, subject: batch.code };
  });
}

export type WeighProblem = BatchGone | { readonly code: 'heavier'; readonly last: number };

/** A weighing; one heavier than the last is asked about, and both are kept. */
export function weighBatch(
  db: Db,
  actor: Actor,
  now: Date,
  weighed: { key: string; batchId: number; milligrams: number; typed: string; scaleError: number; heavier: Heavier | null },
) {
  return perform<null, WeighProblem>(db, { key: weighed.key, kind: 'batch weighed', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, weighed.batchId, refuse);
    const before = (await bench.readWeighings(tx, batch.id)).map(({ weighedAt, milligrams, heavier }) => ({
      at: weighedAt.getTime(),
      milligrams,
      heavier,
    }));
    if (weighed.heavier === null && isHeavier(before, weighed.milligrams, weighed.scaleError))
      refuse({ code: 'heavier', last: before.at(-1)!.milligrams });
    await bench.createWeighing(tx, { actKey: weighed.key, by: actor.personId, ...weighed, weighedAt: now });
    return { answer: null, subject: batch.code };
  });
}

/** A hygrometer read in the room, or in a jar with this batch's seed. */
export function readAir(
  db: Db,
  actor: Actor,
  now: Date,
  air: { key: string; batchId: number; of: 'room' | 'jar'; humidity: number; celsius: number },
) {
  return perform<null, BatchGone>(db, { key: air.key, kind: 'air read', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, air.batchId, refuse);
    await bench.createAirReading(tx, { actKey: air.key, by: actor.personId, ...air, readAt: now });
    return { answer: null, subject: batch.code };
  });
}

/** All that drying of a batch is judged by, read and reckoned. */
export async function readDrying(db: Db, batch: bench.Batch, now: Date, sign: boolean) {
  const [steps, weighings, room, jar] = await Promise.all([
    bench.readSteps(db, batch.id),
    bench.readWeighings(db, batch.id),
    bench.readRoomAir(db),
    bench.readJarAir(db, batch.id),
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

export type FinishProblem =
  | BatchGone
  | MovedOn
  | ReadFirst
  | Short
  | { readonly code: 'not dry'; readonly against: readonly NotDry[] }
  | { readonly code: 'more than there was' };

/** Ends a batch with the clean seed that came out. Seed that is not dry enough wants a reason, and is held as drying. */
export function finishBatch(
  db: Db,
  actor: Actor,
  now: Date,
  finish: {
    key: string;
    batchId: number;
    turn: number;
    amount: Amount & { typed: string };
    sign: boolean;
    liftDrying: boolean;
    reason: string | null;
  },
) {
  return perform<{ code: string; lifted: boolean }, FinishProblem>(
    db,
    { key: finish.key, kind: 'batch finished', actor },
    async (tx, refuse) => {
      const batch = await batchAt(tx, finish.batchId, finish.turn, refuse);
      await readFirst(tx, batch, actor, refuse);
      const { against } = await readDrying(tx, batch, now, finish.sign);
      if (against.length > 0 && finish.reason === null) refuse({ code: 'not dry', against });
      const lot = (await lockLot(tx, batch.code))!;
      const house = await readHouse(tx);
      const today = dayInZone(now, house?.timeZone ?? 'UTC');
      const units = unitsOf(finish.amount, lot.unit, lot.seedsPerGram);
      const act = { actKey: finish.key, by: actor.personId };
      await bench.endBatch(tx, {
        ...act,
        batchId: batch.id,
        outcome: 'finished',
        clean: units,
        typed: finish.amount.typed,
        reason: finish.reason,
        endedAt: now < batch.since ? batch.since : now,
      });
      if (batch.brought === 'whole fruit' || batch.brought === 'heads or pods') {
        const others = (await bench.listBatchesOfLot(tx, lot.id)).filter(({ outcome, id }) => outcome === null && id !== batch.id);
        if (units > 0)
          await enterClean(tx, lot, { actKey: finish.key, units, typed: finish.amount.typed, today, actor, isLast: others.length === 0 });
      } else await settleStock(tx, lot, units, { actKey: finish.key, typed: finish.amount.typed, today, actor }, refuse);
      const lifted = await settleDrying(tx, lot.id, today, actor, finish, against);
      await refreshOutlook(tx, lot.id, today);
      return { answer: { code: lot.code, lifted }, subject: lot.code };
    },
  );
}

/** Seed that was in the book already is less by the water, chaff and bad seed that left it. */
async function settleStock(
  tx: Db,
  lot: NonNullable<Awaited<ReturnType<typeof lockLot>>>,
  units: number,
  by: { actKey: string; typed: string; today: string; actor: Actor },
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
        reason: 'Water, chaff and bad seed, at the bench',
        happenedOn: by.today,
        personId: by.actor.personId,
      },
      refuse,
    );
}

/** Lifts the drying hold of seed that is dry, when asked to; lays one on seed that was put away too soon. */
async function settleDrying(
  tx: Db,
  lotId: number,
  today: string,
  actor: Actor,
  finish: { key: string; liftDrying: boolean; reason: string | null },
  against: readonly NotDry[],
): Promise<boolean> {
  const holds = (await findHolds(tx, lotId)).filter(({ kind, liftedOn }) => kind === 'drying' && liftedOn === null);
  if (against.length > 0) {
    if (holds.length === 0)
      await createHold(tx, {
        lotId,
        kind: 'drying',
        reason: `Put away before it was dry: ${finish.reason}`,
        setOn: today,
        setBy: actor.personId,
        actKey: finish.key,
      });
    return false;
  }
  if (!finish.liftDrying) return false;
  for (const hold of holds)
    await liftHold(tx, {
      holdId: hold.id,
      reason: 'Weights settled, the sign seen, the air dry',
      liftedOn: today,
      liftedBy: actor.personId,
      actKey: finish.key,
    });
  return holds.length > 0;
}

/** Gives a batch up; what was lost is in the words. */
export function abandonBatch(db: Db, actor: Actor, now: Date, end: { key: string; batchId: number; turn: number; reason: string }) {
  return perform<null, BatchGone | MovedOn>(db, { key: end.key, kind: 'batch given up', actor }, async (tx, refuse) => {
    const batch = await batchAt(tx, end.batchId, end.turn, refuse);
    await bench.endBatch(tx, {
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
  });
}
