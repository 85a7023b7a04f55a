import type { Crop } from '../almanac/crop.ts';
import { effectiveOfMothersAndFathers, effectiveOfSelfers } from './effectivePlants.ts';

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

type Facts = Pick<Crop, 'outcrossing' | 'breeding' | 'plantsForSeed' | 'plantsToKeep' | 'plantsToConserve'>;

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

/** Effective plants of one season: selfers by inbreeding, outcrossers by mothers and the plants whose pollen they took. */
export function effectivePlants(crop: Pick<Crop, 'outcrossing' | 'breeding'>, mothers: number, flowered: number | null): number {
  const t = (crop.outcrossing[0] + crop.outcrossing[1]) / 200;
  if (crop.breeding === 'selfing' || crop.breeding === 'mostly selfing') return effectiveOfSelfers(mothers, t);
  return effectiveOfMothersAndFathers(mothers, Math.max(mothers, flowered ?? mothers));
}
