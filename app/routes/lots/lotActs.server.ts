import { db } from '#app/platform/database.server.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import type { SignedIn } from '#app/platform/visit.server.ts';
import { readActsAbout } from '#data/undo.ts';
import { mayUndoNow } from '#services/undo.server.ts';
import type { LotAct } from './LotActs.tsx';

/** More than so many actions a lot seldom has; older ones stand in the record of the house. */
const MOST = 200;

/** Every action on a lot, as its history shows it. */
export async function readLotActs(code: string, { actor, now, house }: SignedIn): Promise<LotAct[]> {
  const momentOf = (at: Date) => formatMoment(at.getTime(), now.getTime(), house.timeZone);
  return (await readActsAbout(db, code, MOST)).map((act) => ({
    key: act.key,
    kind: act.kind,
    at: momentOf(act.writtenAt),
    by: act.by,
    undone: act.undoneAt && { at: momentOf(act.undoneAt), by: act.undoneByWhom, reason: act.undoneReason },
    canUndo: mayUndoNow(actor, act),
  }));
}
