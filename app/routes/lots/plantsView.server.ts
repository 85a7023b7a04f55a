import type { Crop } from '#core/almanac/crop.ts';
import { seeded } from '#core/distributions/seeded.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { known, type Passport } from '#core/passport/passport.ts';
import { judgePlants } from '#core/population/bottleneck.ts';
import { driftRun } from '#core/population/drift.ts';
import { chanceOfCarrier } from '#core/population/effectivePlants.ts';
import type { PlantsView } from './PlantsReckoning.tsx';

/** How many plants gave seed, what that keeps, and what chance would do; the same lot always shows the same runs. */
export function plantsView(crop: Crop, said: Passport, diversity: number | null, lotId: LotId, wanted: number): PlantsView {
  const plants = judgePlants(crop, known(said.plantsHarvested), known(said.plantsStanding), wanted);
  const chance = seeded(lotId).share;
  return {
    ...plants,
    rareKept: plants.mothers === null ? null : chanceOfCarrier(0.05, plants.mothers),
    diversity,
    drift: plants.effective === null ? [] : Array.from({ length: 12 }, () => driftRun(0.5, Math.max(1, plants.effective!), 10, chance)),
  };
}
