import type { Day, LotId } from '#core/kernel/kinds.ts';
import { MOST_SEEDS_BY_HELPER, may } from '#core/people/may.ts';
import { seedsInUnits, type StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import type { Actor } from '#data/people/accounts.ts';
import { writtenOffOn } from '#data/stock/ledger.ts';

export interface CoordinatorOnly {
  readonly code: 'coordinator only';
  readonly most: number;
}

interface Lot {
  readonly id: LotId;
  readonly unit: StockUnit;
  readonly seedsPerGram: number;
}

/**
 * Refuses what would take more of a lot out of stock than a helper may: thrown away, given or counted as missing, with all that they took out of
 * it in these ways on the same day. Otherwise many small amounts, or a count of nothing, would go round the limit.
 * @param units what is to go, as the lot is kept
 */
export async function assertWithinLimit(
  tx: Db,
  actor: Actor,
  { id, unit, seedsPerGram }: Lot,
  { units, today }: { readonly units: number; readonly today: Day },
  refuse: (problem: CoordinatorOnly) => never,
): Promise<void> {
  if (may(actor.role, 'override policy')) return;
  const before = await writtenOffOn(tx, id, actor.personId, today);
  if (seedsInUnits(before + units, unit, seedsPerGram) > MOST_SEEDS_BY_HELPER)
    refuse({ code: 'coordinator only', most: MOST_SEEDS_BY_HELPER });
}
