import type { QuickLook } from '#core/germination/quickLooks.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export interface NewQuickLook {
  readonly lotId: LotId;
  readonly kind: QuickLook;
  readonly looked: number;
  readonly good: number;
  readonly lookedOn: Day;
  readonly note: string | null;
  readonly lookedBy: number;
  readonly actKey: string;
}

export async function addQuickLook(db: Db, look: NewQuickLook): Promise<void> {
  await db
    .insertInto('quick_look')
    .values({
      lot_id: look.lotId,
      kind: look.kind,
      looked: look.looked,
      good: look.good,
      looked_on: look.lookedOn,
      note: look.note,
      looked_by: look.lookedBy,
      act_key: look.actKey,
    })
    .execute();
}

export async function findQuickLooks(db: Db, lotId: LotId) {
  return db
    .selectFrom('quick_look')
    .leftJoin('person', 'person.id', 'quick_look.looked_by')
    .select(['quick_look.id', 'kind', 'looked', 'good', 'looked_on as lookedOn', 'quick_look.note', 'person.name as by'])
    .where('lot_id', '=', lotId)
    .orderBy('quick_look.id', 'desc')
    .execute();
}
