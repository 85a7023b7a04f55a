import type { Crop } from '../almanac/crop.ts';
import { effectiveOf, effectiveOfSexes } from './effectivePlants.ts';

/** What one season's plants did for a line's variety. */
export type PlantsVerdict = 'enough to conserve' | 'enough to keep' | 'enough for seed' | 'too few' | 'unknown';

export interface PlantsReckoning {
  readonly verdict: PlantsVerdict;
  /** Effective plants of this season; null when the number is unknown. */
  readonly effective: number | null;
  readonly mothers: number | null;
  /** How many the house's rule asks for; by the crop's breeding, how many would keep the line. */
  readonly wanted: number;
}

type Facts = Pick<Crop, 'outcrossing' | 'sexes' | 'plantsForSeed' | 'plantsToKeep' | 'plantsToConserve'>;

/** Judges how many mother plants gave seed, and how many flowered with them, against what the crop wants; `wanted` by the house's rule. */
export function judgePlants(
  crop: Facts,
  mothers: number | null,
  flowered: number | null,
  wanted: number = crop.plantsToKeep,
): PlantsReckoning {
  if (mothers === null) return { verdict: 'unknown', effective: null, mothers, wanted };
  const effective = effectivePlants(crop, mothers, flowered);
  const verdict =
    mothers >= crop.plantsToConserve
      ? 'enough to conserve'
      : mothers >= crop.plantsToKeep
        ? 'enough to keep'
        : mothers >= crop.plantsForSeed
          ? 'enough for seed'
          : 'too few';
  return { verdict, effective, mothers, wanted };
}

/**
 * Effective plants of one season whose mothers gave seed alike. Where male and female plants are separate, all that flowered and were no mothers are
 * taken for males, and for as many as there were mothers where nobody counted them.
 */
export function effectivePlants(crop: Pick<Crop, 'outcrossing' | 'sexes'>, mothers: number, flowered: number | null): number {
  const t = (crop.outcrossing[0] + crop.outcrossing[1]) / 200;
  if (crop.sexes === 'on separate plants')
    return effectiveOfSexes(flowered !== null && flowered > mothers ? flowered - mothers : mothers, mothers);
  return effectiveOf(t, 1 / mothers, Math.max(mothers, flowered ?? mothers));
}
