import { undoForm } from '#contracts/undo.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import { commandOf, isUndoable } from '#core/people/commands.ts';
import { may } from '#core/people/may.ts';
import type { LastAct, UndoProblem } from '#core/people/undo.ts';
import type { Db } from '#data/database.ts';
import type { BrokenRule } from '#data/databaseErrors.ts';
import { findLot, lockLots } from '#data/lots/lots.ts';
import { forgetStale } from '#data/lots/promises.ts';
import type { Actor } from '#data/people/accounts.ts';
import { move } from '#data/stock/ledger.ts';
import { builtOn, findActToUndo, findNewestAct, readLotsOf, readMovementsOf, recordUndone } from '#data/undo.ts';
import { command, type Inside } from '#services/command.server.ts';
import { refreshOutlook } from './lots/outlook.server.ts';
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

/**
 * Takes an act back: moves what it moved the other way, and from then on nothing that it wrote holds. Only while nothing was built on it. A
 * coordinator may undo anybody's act at any time; others their own, in the minutes in which it is offered.
 */
export const undo = command(
  'act undone',
  { input: undoForm, broken: BROKEN },
  async ({ tx, actor, today, refuse }: Inside<UndoProblem>, undoing) => {
    const act = (await findActToUndo(tx, undoing.act)) ?? refuse({ code: 'no such act' });
    const command = commandOf(act.kind);
    if (!command || !isUndoable(command)) return refuse({ code: 'cannot be undone' });
    if (!may(actor.role, 'override policy')) {
      if (act.accountId !== actor.accountId) refuse({ code: 'not yours' });
      if (act.ageMs > OFFERED_MS) refuse({ code: 'too late' });
    }
    if (act.undoneBy !== null) refuse({ code: 'undone already' });
    const lots = await readLotsOf(tx, act.key);
    await lockLots(tx, lots);
    const built = await builtOn(tx, command, act.key);
    if (built) refuse({ code: 'built on', by: built });
    await moveBack(tx, actor, today, { key: undoing.key, act: act.key });
    await recordUndone(tx, { actKey: act.key, byAct: undoing.key });
    await refresh(tx, lots, today);
    return { answer: { kind: act.kind, subject: act.subject }, subject: [act.kind, act.subject].filter(Boolean).join(' ') };
  },
);

async function moveBack(tx: Db, actor: Actor, today: Day, { key, act }: { readonly key: string; readonly act: string }): Promise<void> {
  const back = { actKey: key, kind: 'correction', typed: null, reason: 'undone', happenedOn: today, personId: actor.personId } as const;
  for (const { lotId, from, to, amount } of await readMovementsOf(tx, act)) await move(tx, { ...back, lotId, from: to, to: from, amount });
}

/** What is kept of the touched lots is computed again; a lot that was withdrawn has nothing to reckon. */
async function refresh(tx: Db, lotIds: readonly LotId[], today: Day): Promise<void> {
  const standing: number[] = [];
  for (const id of lotIds) if (await findLot(tx, id)) standing.push(id);
  await forgetStale(
    tx,
    lotIds.filter((id) => !standing.includes(id)),
  );
  if (standing.length > 0) await refreshPromises(tx, standing, today);
  for (const id of standing) await refreshOutlook(tx, id, today);
}
