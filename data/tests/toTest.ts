import type { Db } from '#data/database.ts';

/** Lots that may be put on the bench: those of some codes, or those due for a test by a day that have none under way, the longest due first. */
export async function listToTest(db: Db, which: { codes: readonly string[] } | { dueBy: string; limit: number }) {
  const query = db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select([
      'lot.id',
      'lot.code',
      'line.name as variety',
      'crop.name as crop',
      'lot.unit',
      'lot.on_hand as onHand',
      'lot.seeds_per_gram as seedsPerGram',
      'lot.treated',
      'lot.next_test_on as nextTestOn',
      'lot.next_test_reason as nextTestReason',
    ])
    .where('lot.on_hand', '>', 0)
    .orderBy('lot.next_test_on')
    .orderBy('lot.id');
  if ('codes' in which) return which.codes.length === 0 ? [] : query.where('lot.code', 'in', which.codes).execute();
  return query
    .where('lot.next_test_on', '<=', which.dueBy)
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom('germination_test')
            .select('germination_test.id')
            .whereRef('germination_test.lot_id', '=', 'lot.id')
            .where('next_count_on', 'is not', null),
        ),
      ),
    )
    .limit(which.limit)
    .execute();
}
