import { halfLifeYears, type Crop } from '../almanac/crop.ts';
import { seedsToSow } from '../germination/seedsToSow.ts';
import type { Seeds } from '../kernel/kinds.ts';

export interface Enough {
  readonly verdict: 'plenty' | 'enough' | 'wanted';
  readonly seeds: Seeds;
  /** What one representative grow-out would sow. */
  readonly reserve: number;
  /** What will be lent while the seed is good. */
  readonly lending: number;
}

/** Germination and survival that a line is reckoned with before its own tests say more. */
const USUAL_GERMINATION = 0.8;
const USUAL_SURVIVAL = 0.85;
const PLENTY = 2;

/**
 * Is there enough of a line? Its target is the reserve for one grow-out of a representative population, and what members will borrow
 * while the seed is good, at the pace of the last years.
 * @param seeds seeds in store; @param lentAYear seeds lent in a usual year
 */
export function enoughOf(crop: Pick<Crop, 'plantsToKeep' | 'longevity'>, seeds: Seeds, lentAYear: number): Enough {
  const reserve = seedsToSow(crop.plantsToKeep, USUAL_GERMINATION, USUAL_SURVIVAL);
  const lending = Math.round(lentAYear * halfLifeYears(crop));
  const target = reserve + lending;
  return { verdict: seeds >= PLENTY * target ? 'plenty' : seeds >= target ? 'enough' : 'wanted', seeds, reserve, lending };
}
