import type { Db } from '#data/database.ts';
import type { TrialOutcome } from '#data/schema.ts';

/** What was counted on a lot, newest first; a row that a later one took the place of is named as such. */
export async function findEvidence(db: Db, lotId: number) {
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
  readonly lotId: number;
  readonly seen: 'plants' | 'fruits' | 'kernels';
  readonly source: 'trial' | 'grow-out' | 'report' | 'sorting';
  readonly offTypes: number;
  readonly lookedAt: number;
  readonly shows: number;
  readonly seenOn: string;
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

export async function findIncidents(db: Db, lotId: number) {
  return db
    .selectFrom('incident')
    .leftJoin('person', 'person.id', 'incident.written_by')
    .select(['incident.id', 'kind', 'what', 'share', 'discarded', 'happened_on as happenedOn', 'person.name as writtenBy'])
    .where('lot_id', '=', lotId)
    .orderBy('incident.id', 'desc')
    .execute();
}

export async function recordIncident(
  db: Db,
  incident: {
    lotId: number;
    kind: 'mix-up' | 'contamination';
    what: string;
    share: number | null;
    discarded: boolean;
    happenedOn: string;
    writtenBy: number;
    actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('incident')
    .values({
      lot_id: incident.lotId,
      kind: incident.kind,
      what: incident.what,
      share: incident.share,
      discarded: incident.discarded,
      happened_on: incident.happenedOn,
      written_by: incident.writtenBy,
      act_key: incident.actKey,
    })
    .execute();
}

/** Trials of a lot, newest first, with how they ended. */
export async function findTrials(db: Db, lotId: number) {
  return db
    .selectFrom('trial')
    .leftJoin('trial_end', 'trial_end.trial_id', 'trial.id')
    .leftJoin('person', 'person.id', 'trial_end.ended_by')
    .leftJoin('line as old_line', 'old_line.id', 'trial_end.old_line')
    .leftJoin('line as new_line', 'new_line.id', 'trial_end.new_line')
    .select([
      'trial.id',
      'must_show as mustShow',
      'plants_wanted as plantsWanted',
      'set_on as setOn',
      'trial_end.outcome',
      'trial_end.reason',
      'trial_end.ended_on as endedOn',
      'person.name as endedBy',
      'old_line.name as oldName',
      'new_line.name as newName',
    ])
    .where('trial.lot_id', '=', lotId)
    .orderBy('trial.id', 'desc')
    .execute();
}

export async function createTrial(
  db: Db,
  trial: { lotId: number; mustShow: string; plantsWanted: number; setOn: string; setBy: number | null; actKey: string },
): Promise<void> {
  await db
    .insertInto('trial')
    .values({
      lot_id: trial.lotId,
      must_show: trial.mustShow,
      plants_wanted: trial.plantsWanted,
      set_on: trial.setOn,
      set_by: trial.setBy,
      act_key: trial.actKey,
    })
    .execute();
}

export async function endTrial(
  db: Db,
  end: {
    trialId: number;
    outcome: TrialOutcome;
    reason: string;
    oldLine: number | null;
    newLine: number | null;
    endedOn: string;
    endedBy: number;
    actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('trial_end')
    .values({
      trial_id: end.trialId,
      outcome: end.outcome,
      reason: end.reason,
      old_line: end.oldLine,
      new_line: end.newLine,
      ended_on: end.endedOn,
      ended_by: end.endedBy,
      act_key: end.actKey,
    })
    .execute();
}

export interface NewReport {
  readonly lotId: number;
  readonly personId: number | null;
  readonly year: number;
  readonly trueToType: 'yes' | 'mostly' | 'no' | null;
  readonly taste: number | null;
  readonly yield: number | null;
  readonly health: number | null;
  readonly liking: number | null;
  readonly words: string | null;
  readonly writtenOn: string;
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
export async function findReports(db: Db, of: { readonly lineId: number } | { readonly lotId: number }) {
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
