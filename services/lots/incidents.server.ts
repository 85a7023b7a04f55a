import { mixUpForm } from '#contracts/bench/bench.ts';
import { ofLot, ofBatch } from '#contracts/fields.ts';
import { incidentForm } from '#contracts/lots/seen.ts';
import { recordIncident } from '#data/lots/incidents.ts';
import { lockLot } from '#data/lots/lots.ts';
import { openBatch, type BatchGone } from '#services/bench/batchAt.server.ts';
import { findOnTable } from '#services/bench/table.server.ts';
import { command, type Inside } from '#services/command.server.ts';
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
export const addIncident = command(
  'incident',
  { input: ofLot(incidentForm), detail: (happened) => happened.kind },
  async ({ tx, actor, today, refuse }: Inside<NoLot>, happened) => {
    const lot = await lockedLot(tx, happened.code, refuse);
    const { key, code: _code, ...incident } = happened;
    await recordIncident(tx, { ...incident, lotId: lot.id, happenedOn: today, writtenBy: actor.personId, actKey: key });
    await refreshPromises(tx, [lot.id], today);
    return { answer: null, subject: lot.code };
  },
);

/** A mix-up at the bench: recorded of the batch's lot, and of the lot that lay on the table with it. */
export const addMixUp = command(
  'incident',
  { input: ofBatch(mixUpForm), detail: () => 'mix-up' },
  async ({ tx, actor, today, refuse }: Inside<BatchGone>, mixUp) => {
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
  },
);
