import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** What was counted on a lot, newest first; a row that a later one took the place of is named as such. */
export async function findEvidence(db: Db, lotId: LotId) {
  return db
    .selectFrom('evidence')
    .leftJoin('evidence as newer', 'newer.instead_of', 'evidence.id')
    .leftJoin('person', 'person.id', 'evidence.written_by')
    .select([
      'evidence.id',
      'evidence.seen',
      'evidence.source',
      'evidence.off_types as offTypes',
      'evidence.looked_at as lookedAt',
      'evidence.shows',
      'evidence.seen_on as seenOn',
      'evidence.note',
      'newer.id as correctedBy',
      'person.name as writtenBy',
    ])
    .where('evidence.lot_id', '=', lotId)
    .orderBy('evidence.id', 'desc')
    .execute();
}

export interface NewEvidence {
  readonly lotId: LotId;
  readonly seen: 'plants' | 'fruits' | 'kernels';
  readonly source: 'trial' | 'grow-out' | 'report' | 'sorting';
  readonly offTypes: number;
  readonly lookedAt: number;
  readonly shows: number;
  readonly seenOn: Day;
  readonly note: string | null;
  readonly insteadOf: number | null;
  readonly writtenBy: number;
  readonly actKey: string;
}

export async function recordEvidence(db: Db, evidence: NewEvidence): Promise<void> {
  await db
    .insertInto('evidence')
    .values({
      lot_id: evidence.lotId,
      seen: evidence.seen,
      source: evidence.source,
      off_types: evidence.offTypes,
      looked_at: evidence.lookedAt,
      shows: evidence.shows,
      seen_on: evidence.seenOn,
      note: evidence.note,
      instead_of: evidence.insteadOf,
      written_by: evidence.writtenBy,
      act_key: evidence.actKey,
    })
    .execute();
}
