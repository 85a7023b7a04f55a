import { always, binned, binnedByWeight, BINS, type Quantiles } from '../isolation/quantiles.ts';
import { likelihood, MISHAP_CHANCE, MISHAP_SHARES, type Evidence } from './evidence.ts';

/** What a label may claim, best first. */
export const PROMISES = ['true', 'likely true', 'may vary', 'mixture'] as const;
export type Claim = (typeof PROMISES)[number];

/** A promise is made when this share of what could be the case keeps it. */
export const SURENESS = 0.8;
/** Most foreign share that a promise allows. */
export const ALLOWS = { true: 0.01, 'likely true': 0.05 } as const;

export interface ToJudge {
  /** Crossed share of this season's seed. */
  readonly crossed: Quantiles;
  /** Foreign genes in the seed that was sown. */
  readonly inherited: Quantiles;
  /** What roguing left of them: 0.5 before flowering, 0.8 later, 1 without. */
  readonly roguing: number;
  /** Foreign seed that a mix-up put in. */
  readonly mixedIn: Quantiles;
  readonly evidence: readonly Evidence[];
  /** The best that may be promised, whatever the figures say. */
  readonly cap: Claim;
}

export interface Judgement {
  readonly promise: Claim;
  /** How sure it is that what is promised holds; for "may vary", that fewer than 1 in 20 are foreign. */
  readonly chance: number;
  readonly chanceTrue: number;
  readonly chanceLikely: number;
  /** Share of plants that are not what the label says: 10 %, 50 % and 90 % of what could be the case, and the mean. */
  readonly foreign: { readonly low: number; readonly middle: number; readonly high: number; readonly mean: number };
  /** Foreign genes that the next generation starts with. */
  readonly handedOn: Quantiles;
}

const SURPRISES = MISHAP_SHARES.length;

/**
 * How sure it is that a lot is what its label says. A foreign father gives half the genes: with c the crossed seed of this lot and f the
 * foreign genes that were sown, f becomes 1 − (1 − f·r)(1 − c/2); the promise is on x = max(c, f), and on what a mix-up put in.
 * Evidence weighs every possible x by a binomial likelihood; before that, one lot in twenty is given a mishap that nobody wrote down,
 * so that what is seen can always overrule what was told.
 */
export function judge({ crossed, inherited, roguing, mixedIn, evidence, cap }: ToJudge): Judgement {
  const size = BINS * BINS;
  const length = evidence.length > 0 ? size + SURPRISES : size;
  const foreign = new Float64Array(length);
  const handed = new Float64Array(length);
  for (let i = 0; i < BINS; i += 1) {
    const mixed = mixedIn[i]!;
    for (let j = 0; j < BINS; j += 1) {
      const c = crossed[j]!;
      // The mix-up goes with the inherited share: three unknowns on a two-way table, the worse with the worse.
      const genes = 1 - (1 - inherited[i]! * roguing) * (1 - c / 2) * (1 - mixed);
      handed[i * BINS + j] = genes;
      foreign[i * BINS + j] = Math.max(1 - (1 - c) * (1 - mixed), genes);
    }
  }
  if (evidence.length === 0) {
    const chances = [ALLOWS.true, ALLOWS['likely true']].map((limit) => count(foreign, limit) / size) as [number, number];
    return conclude(chances, binned(foreign), binned(handed), cap);
  }
  for (let k = 0; k < SURPRISES; k += 1) handed[size + k] = foreign[size + k] = MISHAP_SHARES[k]!;
  const weights = new Float64Array(length);
  for (let k = 0; k < length; k += 1) {
    const prior = k < size ? (1 - MISHAP_CHANCE) / size : MISHAP_CHANCE / SURPRISES;
    weights[k] = prior * likelihood(foreign[k]!, evidence);
  }
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const chances = [ALLOWS.true, ALLOWS['likely true']].map((limit) => weightUpTo(foreign, weights, limit) / total) as [number, number];
  return conclude(chances, binnedByWeight(foreign, weights), binnedByWeight(handed, weights), cap);
}

function count(values: Float64Array, limit: number): number {
  let found = 0;
  for (const value of values) if (value <= limit) found += 1;
  return found;
}

function weightUpTo(values: Float64Array, weights: Float64Array, limit: number): number {
  let sum = 0;
  for (let k = 0; k < values.length; k += 1) if (values[k]! <= limit) sum += weights[k]!;
  return sum;
}

function conclude([chanceTrue, chanceLikely]: readonly [number, number], foreign: Quantiles, handedOn: Quantiles, cap: Claim): Judgement {
  const byFigures: Claim = chanceTrue >= SURENESS ? 'true' : chanceLikely >= SURENESS ? 'likely true' : 'may vary';
  const promise = worse(byFigures, cap);
  return {
    promise,
    chance: promise === 'true' ? chanceTrue : chanceLikely,
    chanceTrue,
    chanceLikely,
    foreign: {
      low: foreign[Math.floor(BINS * 0.1)]!,
      middle: (foreign[BINS / 2 - 1]! + foreign[BINS / 2]!) / 2,
      high: foreign[Math.floor(BINS * 0.9)]!,
      mean: foreign.reduce((sum, value) => sum + value, 0) / BINS,
    },
    handedOn,
  };
}

/** The lesser of two promises. */
export function worse(one: Claim, other: Claim): Claim {
  return PROMISES.indexOf(one) >= PROMISES.indexOf(other) ? one : other;
}

export const NOTHING_MIXED_IN = always(0);
