import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export async function findIncidents(db: Db, lotId: LotId) {
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
    lotId: LotId;
    kind: 'mix-up' | 'contamination';
    what: string;
    share: number | null;
    discarded: boolean;
    happenedOn: Day;
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
