import type { LogEntry } from '#core/growout/log.ts';
import type { GrowOutId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** An entry as it is kept, with its number, the key it was written under and who wrote it. */
export type KeptEntry = LogEntry & { readonly id: number; readonly key: string; readonly growOutId: GrowOutId; readonly by: string | null };

/** What stands in the logs of some grow-outs, in the order in which it was written. */
export const readLogs = (db: Db, growOutIds: readonly GrowOutId[]): Promise<KeptEntry[]> =>
  growOutIds.length === 0
    ? Promise.resolve([])
    : db
        .selectFrom('grow_out_entry as entry')
        .leftJoin('person', 'person.id', 'entry.written_by')
        .select([
          'entry.id',
          'entry.act_key as key',
          'grow_out_id as growOutId',
          'kind',
          'happened_on as on',
          'count',
          'words',
          'metres',
          'method',
          'person.name as by',
        ])
        .where('grow_out_id', 'in', growOutIds)
        .orderBy('entry.id')
        .execute();

export async function writeEntry(
  db: Db,
  entry: LogEntry & {
    readonly growOutId: GrowOutId;
    readonly insteadOf: number | null;
    readonly struck?: boolean;
    readonly writtenBy: PersonId;
    readonly actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('grow_out_entry_written')
    .values({
      grow_out_id: entry.growOutId,
      kind: entry.kind,
      happened_on: entry.on,
      count: entry.count,
      words: entry.words,
      metres: entry.metres,
      method: entry.method,
      instead_of: entry.insteadOf,
      ...(entry.struck && { struck: true }),
      written_by: entry.writtenBy,
      act_key: entry.actKey,
    })
    .execute();
}
