import type { Db } from '#data/database.ts';
import { recordIncident } from '#data/lots/incidents.ts';
import { lockLot } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { openBatch, type BatchGone } from '#services/bench/batchAt.server.ts';
import { findOnTable } from '#services/bench/table.server.ts';
import { perform } from '#services/perform.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';
import { refreshPromises } from './promises.server.ts';

export interface Happened {
  readonly key: string;
  readonly code: string;
  readonly kind: 'mix-up' | 'contamination';
  readonly what: string;
  readonly share: number | null;
  readonly discarded: boolean;
}

/** Records that other seed may have got into a lot; its promise falls, and that of all grown from it. */
export function addIncident(db: Db, actor: Actor, today: string, happened: Happened) {
  return perform<null, NoLot>(db, { key: happened.key, command: 'incident', detail: happened.kind, actor }, async (tx, refuse) => {
    const lot = await lockedLot(tx, happened.code, refuse);
    const { key, code: _code, ...incident } = happened;
    await recordIncident(tx, { ...incident, lotId: lot.id, happenedOn: today, writtenBy: actor.personId, actKey: key });
    await refreshPromises(tx, [lot.id], today);
    return { answer: null, subject: lot.code };
  });
}

/** A mix-up at the bench: recorded of the batch's lot, and of the lot that lay on the table with it. */
export function addMixUp(
  db: Db,
  actor: Actor,
  today: string,
  mixUp: { key: string; batchId: number; what: string; withTable: boolean; discarded: boolean },
) {
  return perform<null, BatchGone>(db, { key: mixUp.key, command: 'incident', detail: 'mix-up', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, mixUp.batchId, 'incident', refuse);
    const other = mixUp.withTable ? await findOnTable(tx, batch) : null;
    const lots = [batch.lotId, ...(other ? [(await lockLot(tx, other.code))!.id] : [])];
    const { what, discarded } = mixUp;
    for (const lotId of lots)
      await recordIncident(tx, {
        kind: 'mix-up',
        what: other ? `${what}: ${batch.code} and ${other.code}` : what,
        share: null,
        discarded,
        lotId,
        happenedOn: today,
        writtenBy: actor.personId,
        actKey: mixUp.key,
      });
    await refreshPromises(tx, lots, today);
    return { answer: null, subject: lots.length > 1 ? `${batch.code}, ${other!.code}` : batch.code };
  });
}
