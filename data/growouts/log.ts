import { sql } from 'kysely';
import type { LogEntry } from '#core/growout/log.ts';
import type { GrowOutId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { isAmong } from '#data/isAmong.ts';

/** An entry as it is kept, with its number, the key it was written under and who wrote it. */
export type KeptEntry = LogEntry & {
  readonly id: number;
  readonly key: string;
  readonly growOutId: GrowOutId;
  readonly by: string | null;
  readonly hasPhoto: boolean;
};

/** What stands in the logs of some grow-outs, in the order in which it was written. */
export const readLogs = (db: Db, growOutIds: readonly GrowOutId[]): Promise<KeptEntry[]> =>
  growOutIds.length === 0
    ? Promise.resolve([])
    : db
        .selectFrom('grow_out_entry as entry')
        .leftJoin('person', 'person.id', 'entry.written_by')
        .leftJoin('grow_out_photo', 'grow_out_photo.entry_id', 'entry.id')
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
          sql<boolean>`grow_out_photo.entry_id is not null`.as('hasPhoto'),
        ])
        .where(isAmong('grow_out_id', growOutIds))
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
): Promise<number> {
  const { id } = await db
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
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

/** Keeps the photo that goes with an entry. */
export async function addLogPhoto(
  db: Db,
  { entryId, jpeg, width, height, actKey }: { entryId: number; jpeg: Uint8Array; width: number; height: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('grow_out_photo')
    .values({ entry_id: entryId, jpeg: Buffer.from(jpeg), width, height, act_key: actKey })
    .execute();
}

/** The photo of an entry, as JPEG, and of which grow-out it is; undefined where there is none, or the entry holds no more. */
export const findLogPhoto = (db: Db, entryId: number) =>
  db
    .selectFrom('grow_out_photo')
    .innerJoin('grow_out_entry', 'grow_out_entry.id', 'grow_out_photo.entry_id')
    .select(['jpeg', 'grow_out_id as growOutId'])
    .where('entry_id', '=', entryId)
    .executeTakeFirst();
