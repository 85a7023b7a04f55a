import { lossesOf, riskAt, type LineAtRisk } from './lineRisk.ts';

/** Why a line may be lost: what of its risk would go if that were not so. */
export const RISK_WHYS = ['few seeds', 'age', 'places', 'lending'] as const;
export type RiskWhy = (typeof RISK_WHYS)[number];

export interface RiskReason {
  readonly why: RiskWhy;
  /** Chance of losing it in five years without this. */
  readonly without: number;
}

/** A reason is named where it makes so much of the risk, and is so much at least. */
const SHARE = 0.15;
const LEAST = 0.005;

/**
 * What a line's risk comes from, the largest first: each by reckoning anew without it. Seed that is too little already is a reason by itself; the others
 * may share a loss, so that they do not add up.
 */
export function whysOf(line: LineAtRisk): readonly RiskReason[] {
  const { risk } = riskAt(lossesOf(line));
  if (risk < LEAST) return [];
  const still = line.stores.map((store) => ({ ...store, rate: 0 }));
  const without: readonly (readonly [RiskWhy, LineAtRisk])[] = [
    ['age', { ...line, stores: still }],
    ['places', { ...line, fails: 0 }],
    ['lending', { ...line, lentAYear: 0 }],
    // Tenfold seed, in the same places: whatever is lost of it then is not for want of seeds.
    ['few seeds', { ...line, stores: line.stores.map((store) => ({ ...store, seeds: 10 * store.seeds })) }],
  ];
  return without
    .map(([why, changed]) => ({ why, without: riskAt(lossesOf(changed)).risk }))
    .filter((one) => risk - one.without >= Math.max(LEAST, SHARE * risk))
    .sort((one, other) => one.without - other.without);
}
