import { clockOf, type Clock } from '#core/bench/clock.ts';
import { cautionsFor, methodsFor, ownHours, stepsFor, type Brought, type Method, type Practice } from '#core/bench/methods.ts';
import { hoursOf, ON_THE_TABLE, STEP_FACTS, type Caution, type Step } from '#core/bench/steps.ts';
import { isHeavier, type Heavier } from '#core/bench/weighings.ts';
import { instantOf, type When } from '#core/calendar/when.ts';
import { ruleFor } from '#core/house/rules.ts';
import type { Actor } from '#data/people/accounts.ts';
import * as bench from '#data/bench/bench.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { lockLot } from '#data/lots/lots.ts';
import { perform, type Outcome, type Refuse } from '#services/perform.server.ts';
import type { PhotoProblem, Remade } from '#services/remakePhoto.server.ts';

/** What lies open on the table: a batch at a step that leaves seed loose. */
export interface OnTable {
  readonly id: number;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  /** The seed of both looks alike: the same crop, or the same genus. */
  readonly alike: boolean;
}

/** A moment that was said, and cannot have been. */
export type WhenProblem = { readonly code: 'to come' } | { readonly code: 'before the step'; readonly since: string };

const MINUTE = 60_000;

/** The moment that was said, or now; not to come, and not before what it follows. */
function momentOf(said: When | null | undefined, now: Date, since: Date, timeZone: string, refuse: Refuse<WhenProblem>): Date {
  const at = !said ? now : instantOf(said, now, timeZone);
  if (at > now) refuse({ code: 'to come' });
  // People write minutes, and a server's clock may have been set back: neither dates a thing before what it follows.
  if (said && at.getTime() <= since.getTime() - MINUTE) refuse({ code: 'before the step', since: since.toISOString() });
  return at < since ? since : at;
}

export interface VesselTaken {
  readonly code: 'vessel taken';
  /** The code of the lot in it. */
  readonly by: string;
}
export type StartProblem =
  { readonly code: 'no such lot' } | { readonly code: 'method does not fit' } | VesselTaken | { readonly code: 'long past' } | WhenProblem;

/** Nothing lies on a bench for longer: a start before that is a slip of the year. */
const LONGEST = 400 * 86_400_000;

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
    when?: When | null;
  },
) {
  return perform<{ batchId: number }, StartProblem>(db, { key: start.key, command: 'batch started', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, start.code)) ?? refuse({ code: 'no such lot' });
    const house = (await readHouse(tx))!;
    if (!methodsFor(lot.facts, start.brought, house).includes(start.method)) refuse({ code: 'method does not fit' });
    const since = momentOf(start.when, now, new Date(0), house.timeZone, refuse);
    if (now.getTime() - since.getTime() > LONGEST) refuse({ code: 'long past' });
    const steps = stepsFor(start.method, lot.facts, start.brought, house.recipes);
    const by = await bench.lockVessel(tx, start.vessel);
    if (by) refuse({ code: 'vessel taken', by });
    const act = { actKey: start.key, by: actor.personId };
    const batchId = await bench.createBatch(tx, {
      ...act,
      lotId: lot.id,
      brought: start.brought,
      vessel: start.vessel,
      fruits: start.fruits,
      weightIn: start.weightIn?.milligrams ?? null,
      openedAt: since,
    });
    await bench.createStep(tx, {
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

export type BatchGone = { readonly code: 'no such batch' } | { readonly code: 'ended' };
/** Somebody moved it on since the page was shown. */
export type MovedOn = { readonly code: 'moved on'; readonly to: Step };
export type ReadFirst = { readonly code: 'read first'; readonly cautions: readonly Caution[] };

export async function openBatch(tx: Db, id: number, refuse: Refuse<BatchGone>) {
  const batch = (await bench.lockBatch(tx, id)) ?? refuse({ code: 'no such batch' });
  if (batch.outcome !== null) refuse({ code: 'ended' });
  return batch;
}

/** The batch, locked, if it is still at the step the page showed. */
export async function batchAt(tx: Db, id: number, turn: number, refuse: Refuse<BatchGone | MovedOn>) {
  const batch = await openBatch(tx, id, refuse);
  if (batch.turn !== turn) refuse({ code: 'moved on', to: batch.step });
  return batch;
}

/** Hazards of a batch's step that this person has not yet said to have read. */
export async function unreadCautions(db: Db, batch: bench.Batch, personId: number, step: Step = batch.step): Promise<readonly Caution[]> {
  const [read, house] = await Promise.all([bench.findAcknowledged(db, batch.id, personId), readHouse(db)]);
  return cautionsFor(step, batch.facts, batch.treated === 'yes', house!.rules).filter((caution) => !read.includes(caution));
}

export async function readFirst(
  tx: Db,
  batch: bench.Batch,
  actor: Actor,
  refuse: Refuse<ReadFirst>,
  step: Step = batch.step,
): Promise<void> {
  const cautions = await unreadCautions(tx, batch, actor.personId, step);
  if (cautions.length > 0) refuse({ code: 'read first', cautions });
}

/** Writes down that somebody has read the hazards of the step a batch stands at. */
export function acknowledgeCautions(db: Db, actor: Actor, seen: { key: string; batchId: number; cautions: readonly Caution[] }) {
  return perform<null, BatchGone>(db, { key: seen.key, command: 'hazards read', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, seen.batchId, refuse);
    for (const caution of seen.cautions) await bench.acknowledge(tx, { actKey: seen.key, by: actor.personId, batchId: batch.id, caution });
    return { answer: null, subject: batch.code };
  });
}

/** The batch of another lot whose seed lies open on the table, the one that looks alike first. */
export async function findOnTable(db: Db, batch: bench.Batch): Promise<OnTable | null> {
  const open = await bench.listOpenBatches(db, { steps: [...ON_THE_TABLE] });
  const genus = (species: string) => species.split(' ')[0];
  const others = open
    .filter((other) => other.lotId !== batch.lotId)
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
  | { readonly code: 'rind is soft' }
  | WhenProblem
  | { readonly code: 'table taken'; readonly by: OnTable }
  | VesselTaken;

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
    vessel: string;
    when?: When | null;
    cleared: boolean;
    early: boolean;
  },
) {
  return perform<{ step: Step }, NextProblem>(db, { key: next.key, command: 'batch moved on', actor }, async (tx, refuse) => {
    const batch = await batchAt(tx, next.batchId, next.turn, refuse);
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
    if (batch.step === 'cure' && !next.early && !rindSeen(batch, await bench.readChecks(tx, batch.id))) refuse({ code: 'rind is soft' });
    if (ON_THE_TABLE.has(next.step) && !next.cleared) {
      const by = await findOnTable(tx, batch);
      if (by) refuse({ code: 'table taken', by });
    }
    const inIt = await bench.lockVessel(tx, next.vessel, batch.id);
    if (inIt) refuse({ code: 'vessel taken', by: inIt });
    await bench.createStep(tx, {
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
  });
}

/** Curing ends by days and by rind: whether somebody has seen a sign of ripe rind since it began. */
export const rindSeen = (batch: Pick<bench.Batch, 'turn'>, checks: readonly { readonly turn: number; readonly seen: string }[]): boolean =>
  checks.some(({ turn, seen }) => turn === batch.turn && STEP_FACTS.cure.lookFor.includes(seen));

/** The clock of the step a batch stands at; null where hands or a weight end it. */
export function clockOfBatch(batch: bench.Batch, now: Date, { rules, recipes }: Practice): Clock | null {
  const longFerment = ruleFor('ferment', rules).id === 'long';
  const hours = ownHours(batch, recipes) ?? hoursOf(batch.step, batch.facts, batch.celsius, longFerment);
  return hours && clockOf(hours, batch.since.getTime(), now.getTime());
}

export type CheckProblem = BatchGone | MovedOn | ReadFirst | PhotoProblem | WhenProblem;

/** One look at a batch, in a word or two, and a photo where one was taken; the photo is made anew before it is kept. */
export async function checkBatch(
  db: Db,
  actor: Actor,
  now: Date,
  check: { key: string; batchId: number; turn: number; seen: string; photo: Blob | null; when?: When | null },
  remakePhoto: (bytes: Uint8Array) => Promise<Remade>,
): Promise<Outcome<null, CheckProblem>> {
  const remade = check.photo && (await remakePhoto(new Uint8Array(await check.photo.arrayBuffer())));
  if (remade && !remade.ok) return remade;
  return perform<null, CheckProblem>(db, { key: check.key, command: 'batch looked at', actor }, async (tx, refuse) => {
    const batch = await batchAt(tx, check.batchId, check.turn, refuse);
    await readFirst(tx, batch, actor, refuse);
    const { timeZone } = (await readHouse(tx))!;
    const checkedAt = momentOf(check.when, now, batch.since, timeZone, refuse);
    const checkId = await bench.createCheck(tx, { ...check, actKey: check.key, by: actor.personId, checkedAt });
    if (remade) await bench.createPhoto(tx, { actKey: check.key, checkId, ...remade.photo });
    return { answer: null, subject: batch.code };
  });
}

export type WeighProblem = BatchGone | WhenProblem | { readonly code: 'heavier'; readonly last: number };

/** A weighing; one heavier than the last is asked about, and both are kept. */
export function weighBatch(
  db: Db,
  actor: Actor,
  now: Date,
  weighed: {
    key: string;
    batchId: number;
    milligrams: number;
    typed: string;
    scaleError: number;
    heavier: Heavier | null;
    when?: When | null;
  },
) {
  return perform<null, WeighProblem>(db, { key: weighed.key, command: 'batch weighed', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, weighed.batchId, refuse);
    const { timeZone } = (await readHouse(tx))!;
    const weighedAt = momentOf(weighed.when, now, batch.openedAt, timeZone, refuse);
    const before = (await bench.readWeighings(tx, batch.id))
      .filter((earlier) => earlier.weighedAt <= weighedAt)
      .map((earlier) => ({ at: earlier.weighedAt.getTime(), milligrams: earlier.milligrams, heavier: earlier.heavier }));
    if (weighed.heavier === null && isHeavier(before, weighed.milligrams, weighed.scaleError))
      refuse({ code: 'heavier', last: before.at(-1)!.milligrams });
    await bench.createWeighing(tx, { actKey: weighed.key, by: actor.personId, ...weighed, weighedAt });
    return { answer: null, subject: batch.code };
  });
}

/** A hygrometer read in the room, or in a jar with this batch's seed. */
export function recordAir(
  db: Db,
  actor: Actor,
  now: Date,
  air: { key: string; batchId: number; of: 'room' | 'jar'; humidity: number; celsius: number },
) {
  return perform<null, BatchGone>(db, { key: air.key, command: 'air read', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, air.batchId, refuse);
    await bench.createAirReading(tx, { ...air, actKey: air.key, readAt: now });
    return { answer: null, subject: batch.code };
  });
}
