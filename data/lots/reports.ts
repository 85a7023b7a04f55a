import type { Day, LineId, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export interface NewReport {
  readonly lotId: LotId;
  readonly personId: PersonId | null;
  readonly year: number;
  readonly trueToType: 'yes' | 'mostly' | 'no' | null;
  readonly taste: number | null;
  readonly yield: number | null;
  readonly health: number | null;
  readonly liking: number | null;
  readonly words: string | null;
  readonly writtenOn: Day;
  readonly writtenBy: number;
  readonly actKey: string;
}

export async function recordReport(db: Db, report: NewReport): Promise<void> {
  await db
    .insertInto('report')
    .values({
      lot_id: report.lotId,
      person_id: report.personId,
      year: report.year,
      true_to_type: report.trueToType,
      taste: report.taste,
      yield: report.yield,
      health: report.health,
      liking: report.liking,
      words: report.words,
      written_on: report.writtenOn,
      written_by: report.writtenBy,
      act_key: report.actKey,
    })
    .execute();
}

/** How the lots of a line, or one lot, did in gardens; newest first. */
export async function findReports(db: Db, of: { readonly lineId: LineId } | { readonly lotId: LotId }) {
  return db
    .selectFrom('report')
    .innerJoin('lot', 'lot.id', 'report.lot_id')
    .leftJoin('person', 'person.id', 'report.person_id')
    .select([
      'report.id',
      'lot.code',
      'person.name as by',
      'year',
      'true_to_type as trueToType',
      'taste',
      'yield',
      'health',
      'liking',
      'words',
      'report.written_on as writtenOn',
    ])
    .where((eb) => ('lineId' in of ? eb('lot.line_id', '=', of.lineId) : eb('lot.id', '=', of.lotId)))
    .orderBy('report.id', 'desc')
    .limit(60)
    .execute();
}
