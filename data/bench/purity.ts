import type { PurityCard } from '#core/bench/yield.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export async function createPurityCard(
  db: Db,
  card: {
    lotId: LotId;
    parts: PurityCard;
    counted: number | null;
    purePerGram: number;
    perGramBefore: number;
    weighedOn: Day;
    by: number;
    actKey: string;
  },
): Promise<void> {
  const { otherCrop, ...parts } = card.parts;
  await db
    .insertInto('purity_card')
    .values({
      ...parts,
      other_crop: otherCrop,
      seeds_counted: card.counted,
      pure_per_gram: card.purePerGram,
      per_gram_before: card.perGramBefore,
      lot_id: card.lotId,
      weighed_on: card.weighedOn,
      written_by: card.by,
      act_key: card.actKey,
    })
    .execute();
}

/** Purity cards of a lot, newest first. */
export async function findPurityCards(db: Db, lotId: LotId) {
  return db
    .selectFrom('purity_card')
    .leftJoin('person', 'person.id', 'purity_card.written_by')
    .select([
      'purity_card.id',
      'pure',
      'other_crop as otherCrop',
      'weed',
      'noxious',
      'chaff',
      'damaged',
      'seeds_counted as counted',
      'pure_per_gram as purePerGram',
      'weighed_on as weighedOn',
      'person.name as by',
    ])
    .where('lot_id', '=', lotId)
    .orderBy('purity_card.id', 'desc')
    .execute();
}
