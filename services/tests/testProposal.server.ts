import { spotFor } from '#core/germination/layout.ts';
import { proposeSize, type ProposedSize } from '#core/germination/proposeSize.ts';
import { testSizeBy } from '#core/house/rules.ts';
import { thresholdsFor } from '#core/house/thresholds.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import { seedsInUnits, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { atAge, betaAt } from '#core/viability/forecast.ts';
import { outlookOf } from '#core/viability/outlook.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { readOutlookFacts } from '#services/lots/outlook.server.ts';

/** A size for a lot's next test, and where it would stand. */
export interface Proposal extends ProposedSize {
  readonly lotId: LotId;
  readonly seedsLeft: number;
  readonly celsius: number;
  readonly spot: ReturnType<typeof spotFor>;
  /** The house always lays so many, whatever the decision needs; null where it goes by need. */
  readonly houseRule: number | null;
}

/** How many seeds of each lot to lay, from what is believed of it today, what the house asks, and what is left. */
export async function proposeTests(
  db: Db,
  lots: readonly { id: number; seedsLeft: number }[],
  house: House,
  today: Day,
): Promise<Proposal[]> {
  const left = new Map(lots.map(({ id, seedsLeft }) => [id, seedsLeft]));
  const houseRule = testSizeBy(house.rules);
  return (await readOutlookFacts(db, [...left.keys()], today)).map(({ lot, facts }) => {
    const outlook = outlookOf(facts, today);
    const seedsLeft = left.get(lot.id)!;
    const size = proposeSize(betaAt(atAge(outlook.belief, outlook.ageOn(today))), thresholdsFor(house, facts.crop.id), seedsLeft);
    return {
      ...size,
      ...(houseRule !== null && { seeds: Math.min(houseRule, seedsLeft), share: seedsLeft > 0 ? Math.min(1, houseRule / seedsLeft) : 0 }),
      lotId: lot.id,
      seedsLeft,
      celsius: facts.crop.celsius,
      spot: spotFor(facts.crop.celsius),
      houseRule,
    };
  });
}

/** Seeds of a lot that are left, about. */
export const seedsLeftOf = (lot: { readonly onHand: number; readonly unit: StockUnit; readonly seedsPerGram: number }): number =>
  seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram);
