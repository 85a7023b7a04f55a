import type { LotId } from '#core/kernel/kinds.ts';
import type { Beginning } from '#core/viability/prior.ts';
import type { Db } from '#data/database.ts';

/** Records what was expected of a blend when it was made. */
export async function createBlend(db: Db, blend: { lotId: LotId; expected: Beginning; actKey: string }): Promise<void> {
  await db
    .insertInto('blend')
    .values({
      lot_id: blend.lotId,
      probit_mean: blend.expected.mean,
      probit_spread: blend.expected.spread,
      act_key: blend.actKey,
    })
    .execute();
}
