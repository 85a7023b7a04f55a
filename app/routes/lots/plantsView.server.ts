import type { Crop } from '#core/almanac/crop.ts';
import { seeded } from '#core/distributions/seeded.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { known, type Passport } from '#core/passport/passport.ts';
import { judgePlants } from '#core/population/bottleneck.ts';
import { driftRun } from '#core/population/drift.ts';
import { chanceOfKeeping, diversityKept, inbreeding } from '#core/population/effectivePlants.ts';
import type { KinRow } from '#data/lots/descent.ts';
import type { PlantsView } from './PlantsReckoning.tsx';

/** How many plants gave seed, what that keeps, and what chance would do; the same lot always shows the same runs. */
export function plantsView(crop: Crop, said: Passport, kin: readonly KinRow[], lotId: LotId, wanted: number): PlantsView {
  const plants = judgePlants(crop, known(said.plantsHarvested), known(said.plantsStanding), wanted);
  const t = (crop.outcrossing[0] + crop.outcrossing[1]) / 200;
  const generations = kin.map(({ effective }) => effective);
  const chance = seeded(lotId).share;
  return {
    ...plants,
    rareKept: plants.mothers === null ? null : chanceOfKeeping(0.05, plants.mothers, inbreeding(t)),
    diversity: generations.every((effective) => effective !== null) ? diversityKept(generations) : null,
    drift: plants.effective === null ? [] : Array.from({ length: 12 }, () => driftRun(0.5, Math.max(1, plants.effective!), 10, chance)),
  };
}
