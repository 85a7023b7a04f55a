import { randomUUID } from 'node:crypto';
import { undoForm } from '#contracts/undo.ts';
import { nextCountDay, usualCheckDays } from '#core/germination/checkDays.ts';
import type { Day, LotId, TestId } from '#core/kernel/kinds.ts';
import type { HoldReason } from '#core/passport/holds.ts';
import { onItsLot } from '#core/passport/onItsLot.ts';
import { commandOf, isUndoable } from '#core/people/commands.ts';
import { may } from '#core/people/may.ts';
import type { LastAct, UndoProblem } from '#core/people/undo.ts';
import { recordAct } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import type { BrokenRule } from '#data/databaseErrors.ts';
import { findLot, lockLots, updateLotFromPassport } from '#data/lots/lots.ts';
import { forgetStaleOutlooks, markOutlooksStale } from '#data/lots/outlooks.ts';
import { readPassports } from '#data/lots/passports.ts';
import { forgetStale } from '#data/lots/promises.ts';
import type { Actor } from '#data/people/accounts.ts';
import { builtOn } from '#data/builtOn.ts';
import { takeBackMade } from '#data/exchange/sources.ts';
import { readChecks } from '#data/tests/checks.ts';
import { findTest, setNextCount } from '#data/tests/tests.ts';
import {
  findActToUndo,
  findNewestAct,
  readLotsOf,
  moveBack,
  readPassportsOf,
  readPlacesOf,
  readTestsOf,
  readHoldsBecauseOf,
  readStanding,
  recordUndone,
  restoreLots,
} from '#data/undo.ts';
import { command, type Inside } from '#services/command.server.ts';
import { layHolds, reasonsToHold } from './lots/holds.server.ts';
import { refreshOutlooks } from './lots/outlook.server.ts';
import { refreshPromises } from './lots/promises.server.ts';

/** For so long after an act whoever did it is offered to undo it. */
const OFFERED_MS = 10 * 60_000;

/** What this person did last, wherever they did it, while it can still be undone; null when nothing. */
export async function readLastAct(db: Db, actor: Actor): Promise<LastAct | null> {
  const act = await findNewestAct(db, actor.accountId);
  if (!act || act.ageMs > OFFERED_MS) return null;
  const { key, ageMs, undidKind } = act;
  const msLeft = OFFERED_MS - ageMs;
  if (undidKind !== null) return { key, kind: undidKind, subject: act.undidSubject, msLeft, undid: true };
  const command = commandOf(act.kind);
  return command && isUndoable(command) ? { key, kind: act.kind, subject: act.subject, msLeft, undid: false } : null;
}

/** Two may undo at once, and what was moved may have gone on meanwhile. */
const BROKEN: Readonly<Partial<Record<BrokenRule, UndoProblem>>> = {
  undone_pkey: { code: 'undone already' },
  holding_never_below_zero: { code: 'built on', by: 'lot used' },
};

/** What stands in the way of undoing an act, or null where it can be undone now; and the act itself, where there is one. */
export async function readUndoing(db: Db, actor: Actor, key: string) {
  const act = await findActToUndo(db, key);
  if (!act) return { act: null, against: { code: 'no such act' } as UndoProblem, wantsReason: false };
  const against = refusedTo(actor, act);
  const command = commandOf(act.kind);
  const built = against === null && command && isUndoable(command) ? await builtOn(db, command, key) : null;
  return { act, against: against ?? (built && ({ code: 'built on', by: built } as const)), wantsReason: act.ageMs > OFFERED_MS };
}

type ActToUndo = Pick<NonNullable<Awaited<ReturnType<typeof findActToUndo>>>, 'kind' | 'accountId' | 'undoneBy' | 'ageMs'>;

/** Whether this person may undo an act, as long as nothing was built on it. */
export const mayUndoNow = (actor: Actor, act: ActToUndo): boolean => refusedTo(actor, act) === null;

/** Why this person may not undo an act, whatever was built on it. */
function refusedTo(actor: Actor, act: ActToUndo): UndoProblem | null {
  const command = commandOf(act.kind);
  if (!command || !isUndoable(command)) return { code: 'cannot be undone' };
  if (!may(actor.role, 'override policy')) {
    if (act.accountId !== actor.accountId) return { code: 'not yours' };
    if (act.ageMs > OFFERED_MS) return { code: 'too late' };
  }
  return act.undoneBy !== null ? { code: 'undone already' } : null;
}

/**
 * Takes an act back: moves what it moved the other way, and from then on nothing that it wrote holds. Only while nothing was built on it. A
 * coordinator may undo anybody's act at any time, and says why once Undo is offered no more; others their own, in the minutes in which it is.
 */
export const undo = command(
  'act undone',
  { input: undoForm, broken: BROKEN },
  async ({ tx, actor, today, now, tools, refuse }: Inside<UndoProblem>, undoing) => {
    const act = (await findActToUndo(tx, undoing.act)) ?? refuse({ code: 'no such act' });
    const against = refusedTo(actor, act);
    if (against) refuse(against);
    if (act.ageMs > OFFERED_MS && !undoing.reason) refuse({ code: 'reason wanted' });
    const command = commandOf(act.kind);
    if (!command || !isUndoable(command)) return refuse({ code: 'cannot be undone' });
    const lots = await readLotsOf(tx, act.key);
    // What waits to be judged is taken first, as the background takes it first: the other way round each would wait for the other.
    await forgetStale(tx, lots);
    await forgetStaleOutlooks(tx, lots);
    await lockLots(tx, lots);
    await tools.tell(1);
    const built = await builtOn(tx, command, act.key);
    if (built) refuse({ code: 'built on', by: built });
    await tools.tell(2);
    await takeBack({ tx, actor, today, now, tools }, { key: undoing.key, act: act.key, reason: undoing.reason ?? null }, lots);
    return { answer: { kind: act.kind, subject: act.subject }, subject: [act.kind, act.subject].filter(Boolean).join(' ') };
  },
);

/** So many steps an undoing tells of. */
export const UNDO_STEPS = 6;

interface TakenBack {
  readonly key: string;
  readonly act: string;
  readonly reason: string | null;
}

/** Moves back what was moved, lets what was written hold no more, and brings everything that follows from it up to date. */
async function takeBack(
  { tx, actor, today, now, tools }: Pick<Inside<UndoProblem>, 'tx' | 'actor' | 'today' | 'now' | 'tools'>,
  { key, act, reason }: TakenBack,
  lots: readonly LotId[],
): Promise<void> {
  const [tests, places, passports] = [await readTestsOf(tx, act), await readPlacesOf(tx, act), await readPassportsOf(tx, act)];
  const before = new Map<LotId, Awaited<ReturnType<typeof reasonsToHold>>>();
  for (const id of passports) before.set(id, await reasonsToHold(tx, id));
  const why = reason === null ? 'undone' : `undone: ${reason}`;
  await moveBack(tx, { actKey: key, act, reason: why, happenedOn: today, personId: actor.personId });
  await tools.tell(3);
  await restoreLots(tx, act);
  await recordUndone(tx, { actKey: act, byAct: key, reason });
  await tools.tell(4);
  await takeBackMade(tx, act, today, now);
  await tools.tell(5);
  for (const id of before.keys()) await holdsPassportAgain(tx, id, today);
  for (const id of tests) await waitsForCount(tx, id);
  const standing = await readStanding(tx, lots);
  await refresh(tx, standing, today);
  for (const [id, reasons] of before) if (standing.includes(id)) await layHolds(tx, id, today, reasons);
  await takeBackHolds(tx, act);
  for (const placeId of places) await markOutlooksStale(tx, { placeId });
}

/** Holds that rules laid because of the act are none, where the rules ask for them no more. */
async function takeBackHolds(tx: Db, act: string): Promise<void> {
  const laid = new Map<string, { readonly lotId: LotId; readonly code: string; readonly rules: (HoldReason | null)[] }>();
  for (const { key, lotId, code, rule } of await readHoldsBecauseOf(tx, act)) {
    const one = laid.get(key) ?? { lotId, code, rules: [] };
    one.rules.push(rule);
    laid.set(key, one);
  }
  for (const [key, { lotId, code, rules }] of laid) {
    const asked = await reasonsToHold(tx, lotId);
    if (rules.some((rule) => rule !== null && asked.has(rule))) continue;
    const undoing = randomUUID();
    await recordUndone(tx, { actKey: key, byAct: undoing, reason: null });
    await recordAct(tx, { key: undoing, kind: 'act undone', subject: `held by rule ${code}`, accountId: null, answer: null });
  }
}

/** The passport before holds again, and what it says stands at the lot. */
async function holdsPassportAgain(tx: Db, lotId: LotId, today: Day): Promise<void> {
  const [lot, [newest]] = [await findLot(tx, lotId), await readPassports(tx, lotId)];
  if (lot && newest) await updateLotFromPassport(tx, lotId, onItsLot(lot.facts, newest.answers, today));
}

/** A test that counts on is looked at when its last count, or its laying, says. */
async function waitsForCount(tx: Db, testId: TestId): Promise<void> {
  const test = await findTest(tx, testId);
  if (!test || test.outcome !== null) return;
  const last = (await readChecks(tx, testId)).at(-1)?.checkedOn ?? null;
  const days = test.checkDays ?? usualCheckDays(test.firstCountDays, test.finalCountDays);
  await setNextCount(tx, testId, nextCountDay(test.laidOn, last, days));
}

/** What is kept of the touched lots is computed again; a lot that was withdrawn has nothing to reckon. */
async function refresh(tx: Db, standing: readonly LotId[], today: Day): Promise<void> {
  if (standing.length === 0) return;
  await refreshPromises(tx, standing, today);
  await refreshOutlooks(tx, standing, today);
}
