import { always, binnedByWeight, BINS, type Quantiles } from '../isolation/quantiles.ts';
import { likelihood, MISHAP_SHARES, type Evidence } from './evidence.ts';

/** What a label may claim, best first. */
export const PROMISES = ['true', 'likely true', 'may vary', 'mixture'] as const;
export type Claim = (typeof PROMISES)[number];

/** A promise is made when this share of what could be the case keeps it. */
export const SURENESS = 0.8;
/** Most foreign share that a promise allows. */
const ALLOWS = { true: 0.01, 'likely true': 0.05 } as const;

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
  /** Off-types counted among the plants that gave this seed: they tell of the seed that was sown, not of this season's crossing. */
  readonly sown: Evidence | null;
  /** Chance that it is what its name says, apart from what may have crossed. */
  readonly identity: number;
  /** Chance of a mishap that nobody wrote down. */
  readonly mishap: number;
  /** The best that may be promised by what is known for a fact. */
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
 * From the start some lots have had a mishap that nobody wrote down, half of them before sowing, and some are not what their name says
 * (x = 1). Evidence weighs every possible x by a binomial likelihood, so that what is seen can always overrule what was told, and what is
 * seen to be clean never lowers a promise.
 */
export function judge(toJudge: ToJudge): Judgement {
  const { foreign, handed, weights } = possibilities(toJudge);
  return conclude(chancesAmong(foreign, weights), binnedByWeight(foreign, weights), binnedByWeight(handed, weights), toJudge.cap);
}

/** How sure the promises would be after so many more plants without one off-type; the same as judging with that evidence, and quicker. */
export function chancesAfterCleanTrials(toJudge: ToJudge, shows: number, sizes: readonly number[]): readonly Chances[] {
  const { foreign, weights } = possibilities(toJudge);
  return sizes.map((plants) =>
    chancesAmong(
      foreign,
      weights.map((weight, k) => weight * likelihood(foreign[k]!, [{ offTypes: 0, lookedAt: plants, shows }])),
    ),
  );
}

/** How sure it is that at most 1 in 100, and at most 1 in 20, are foreign. */
export interface Chances {
  readonly true: number;
  readonly 'likely true': number;
}

interface Possibilities {
  readonly foreign: Float64Array;
  readonly handed: Float64Array;
  readonly weights: Float64Array;
}

function possibilities({ crossed, inherited, roguing, mixedIn, evidence, sown, identity, mishap }: ToJudge): Possibilities {
  // Where nothing crossed, the inherited share alone is uncertain, and the table has one column.
  const columns = crossed[BINS - 1] === 0 ? 1 : BINS;
  const size = BINS * columns;
  const length = size + SURPRISES + 1;
  const foreign = new Float64Array(length);
  const handed = new Float64Array(length);
  const weights = new Float64Array(length);
  const seen = (share: number) => likelihood(share, evidence);
  const seenSown = (share: number) => (sown === null ? 1 : likelihood(share, [sown]));
  const rows = inherited.map(seenSown);
  const usual = rows.reduce((sum, row) => sum + row, 0) / BINS;
  for (let i = 0; i < BINS; i += 1) {
    const mixed = mixedIn[i]!;
    for (let j = 0; j < columns; j += 1) {
      const [c, at] = [crossed[j]!, i * columns + j];
      // The mix-up goes with the inherited share: three unknowns on a two-way table, the worse with the worse.
      const genes = 1 - (1 - inherited[i]! * roguing) * (1 - c / 2) * (1 - mixed);
      handed[at] = genes;
      foreign[at] = Math.max(1 - (1 - c) * (1 - mixed), genes);
      weights[at] = ((identity * (1 - mishap)) / size) * rows[i]! * seen(foreign[at]);
    }
  }
  MISHAP_SHARES.forEach((share, k) => {
    handed[size + k] = foreign[size + k] = share;
    weights[size + k] = ((identity * mishap) / SURPRISES) * ((usual + seenSown(share)) / 2) * seen(share);
  });
  handed[length - 1] = foreign[length - 1] = 1;
  weights[length - 1] = (1 - identity) * usual * seen(1);
  return { foreign, handed, weights };
}

function chancesAmong(foreign: Float64Array, weights: Float64Array): Chances {
  let [upToTrue, upToLikely, total] = [0, 0, 0];
  for (let k = 0; k < foreign.length; k += 1) {
    const weight = weights[k]!;
    total += weight;
    if (foreign[k]! <= ALLOWS.true) upToTrue += weight;
    if (foreign[k]! <= ALLOWS['likely true']) upToLikely += weight;
  }
  return { true: upToTrue / total, 'likely true': upToLikely / total };
}

/** What the figures alone allow to promise. */
export function claimBy(chances: Chances): Claim {
  return chances.true >= SURENESS ? 'true' : chances['likely true'] >= SURENESS ? 'likely true' : 'may vary';
}

function conclude(chances: Chances, foreign: Quantiles, handedOn: Quantiles, cap: Claim): Judgement {
  const promise = worse(claimBy(chances), cap);
  return {
    promise,
    chance: promise === 'true' ? chances.true : chances['likely true'],
    chanceTrue: chances.true,
    chanceLikely: chances['likely true'],
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
