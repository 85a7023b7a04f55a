import jstat from 'jstat';
import type { Seeds, Milligrams } from '../kernel/kinds.ts';
import { SCALE_MILLIGRAMS, SPREAD_BETWEEN_SEEDS } from '../units/seedsAndWeight.ts';

const { jStat } = jstat;

/** A counted and weighed sample of one generation. */
export interface WeighedSample {
  readonly generation: number;
  readonly seeds: Seeds;
  readonly milligrams: Milligrams;
}

export type SeedWeightDrift =
  | { readonly kind: 'too little to say' }
  | {
      readonly kind: 'steady' | 'drifting';
      /** Change of the mean seed weight from the first to the last generation, as a share. */
      readonly change: number;
      /** Chance of a trend as strong by sampling and scale alone. */
      readonly p: number;
    };

const WORTH_A_LOOK = 0.1;

/**
 * Whether seed gets heavier or lighter from generation to generation beyond what sampling and scale explain: a weighted straight line.
 * A change of a tenth or more that chance explains less than once in twenty is a reason to look again.
 */
export function seedWeightDrift(samples: readonly WeighedSample[], scaleMilligrams = SCALE_MILLIGRAMS): SeedWeightDrift {
  if (new Set(samples.map(({ generation }) => generation)).size < 2) return { kind: 'too little to say' };
  const points = samples.map(({ generation, seeds, milligrams }) => {
    const mean = milligrams / seeds;
    return { x: generation, y: mean, weight: 1 / ((SPREAD_BETWEEN_SEEDS * mean) ** 2 / seeds + (scaleMilligrams / seeds) ** 2) };
  });
  const total = points.reduce((sum, { weight }) => sum + weight, 0);
  const middle = (of: 'x' | 'y') => points.reduce((sum, point) => sum + point.weight * point[of], 0) / total;
  const [x, y] = [middle('x'), middle('y')];
  const spread = points.reduce((sum, point) => sum + point.weight * (point.x - x) ** 2, 0);
  const slope = points.reduce((sum, point) => sum + point.weight * (point.x - x) * (point.y - y), 0) / spread;
  const p = 2 * (1 - jStat.normal.cdf(Math.abs(slope) * Math.sqrt(spread), 0, 1));
  const generations = points.map((point) => point.x);
  const first = y + slope * (Math.min(...generations) - x);
  const change = (slope * (Math.max(...generations) - Math.min(...generations))) / first;
  return { kind: p < 0.05 && Math.abs(change) >= WORTH_A_LOOK ? 'drifting' : 'steady', change, p };
}
