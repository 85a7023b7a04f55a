import type { Beta } from '../germination/betaPosterior.ts';
import { likelihoodAt, likelihoodTable, logLikelihood, type Sighting } from './likelihood.ts';
import { normalBelow, probit } from './normal.ts';

/** A sighting at its age: days of home storage since the time that ages are counted from. */
export interface Aged extends Sighting {
  readonly age: number;
}

export interface LotHistory {
  /** Years until half germinate in cool dry home storage. */
  readonly halfLifeYears: number;
  /** Whether life is told of another crop, or storage is not known: the prior is wider. */
  readonly borrowed: boolean;
  /** Days of home storage already behind it when ages begin, with their chances; one of 0 days where the harvest is known. */
  readonly ageThen: readonly { readonly days: number; readonly chance: number }[];
  /** Its probit when ages begin, where that is not fresh seed's: a blend's, by its parents' forecasts. */
  readonly begins?: Beginning;
  readonly sightings: readonly Aged[];
}

/** What is believed of a probit: its mean and its spread. */
export interface Beginning {
  readonly mean: number;
  readonly spread: number;
}

export interface Band {
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

/**
 * What is believed of a lot's two figures, its probit when ages begin and the probits it loses in a day, as the cells of a grid that are likely
 * enough to matter: three arrays of one length, chances adding up to one.
 */
export interface Belief {
  readonly probits: Float64Array;
  readonly slopes: Float64Array;
  readonly chances: Float64Array;
  /** Height of a cell, in probits. */
  readonly cell: number;
}

const { exp, floor, log, max, min } = Math;
const DAYS_A_YEAR = 365.25;
/** Probit of fresh seed, about 93 %, and its spread. */
const FRESH: Beginning = { mean: 1.5, spread: 0.5 };
const LOG_LIFE_SPREAD = { own: 0.25, borrowed: 0.35 };
const ROWS = 41;
const COLUMNS = 61;
const CELLS = ROWS * COLUMNS;
const DEVIATIONS = 4;

/** Crops are few and lots are many: what is believed before any test is worked out once for each kind of lot. */
const priors = new Map<string, Belief>();
const MOST_PRIORS = 500;

/** What is believed of a lot by its crop alone. RangeError without a life above 0 years, or an age. */
export function priorBelief({ halfLifeYears, borrowed, ageThen, begins = FRESH }: Omit<LotHistory, 'sightings'>): Belief {
  if (!(halfLifeYears > 0) || ageThen.length === 0) throw new RangeError('a life above 0 years, and an age');
  const kind = `${halfLifeYears} ${borrowed} ${begins.mean} ${begins.spread} ${ageThen.map(({ days, chance }) => `${days}:${chance}`).join(' ')}`;
  const kept = priors.get(kind);
  if (kept) return kept;
  if (priors.size >= MOST_PRIORS) priors.clear();
  const logLife = Math.log10((halfLifeYears * DAYS_A_YEAR) / FRESH.mean);
  const spread = borrowed ? LOG_LIFE_SPREAD.borrowed : LOG_LIFE_SPREAD.own;
  const oldest = Math.max(...ageThen.map(({ days }) => days)) * 10 ** -(logLife - spread);
  const [low, high] = [begins.mean - DEVIATIONS * begins.spread - oldest, begins.mean + DEVIATIONS * begins.spread];
  const cell = (high - low) / (ROWS - 1);
  const [probits, slopes, chances] = [new Float64Array(CELLS), new Float64Array(CELLS), new Float64Array(CELLS)];
  for (let index = 0; index < CELLS; index += 1) {
    // Slope by slope: whoever goes along the cells meets each slope in one go.
    const away = standard(floor(index / ROWS), COLUMNS);
    probits[index] = low + (index % ROWS) * cell;
    slopes[index] = 10 ** -(logLife + spread * away);
    for (const { days, chance } of ageThen)
      chances[index]! +=
        chance * exp(-0.5 * away ** 2 - 0.5 * ((probits[index]! + days * slopes[index]! - begins.mean) / begins.spread) ** 2);
  }
  const prior = likely({ probits, slopes, chances, cell });
  priors.set(kind, prior);
  return prior;
}

/** A cell with less of a chance than this, against the likeliest, changes nothing that anybody would see. */
const NEGLIGIBLE = 1e-9;

/** The cells that matter, with chances that add up to one. */
function likely({ probits, slopes, chances, cell }: Belief): Belief {
  const kept = { probits: probits.slice(), slopes: slopes.slice(), chances: chances.slice() };
  return settled(kept, packed(kept, chances.length), cell);
}

type Cells = Omit<Belief, 'cell'>;

/** Moves the cells that matter, among the first `count`, to the front, in place, with chances against the likeliest; returns how many they are. */
function packed({ probits, slopes, chances }: Cells, count: number): number {
  let most = 0;
  for (let index = 0; index < count; index += 1) if (chances[index]! > most) most = chances[index]!;
  const least = most * NEGLIGIBLE;
  let kept = 0;
  for (let index = 0; index < count; index += 1) {
    const chance = chances[index]!;
    if (chance <= least) continue;
    probits[kept] = probits[index]!;
    slopes[kept] = slopes[index]!;
    chances[kept] = chance / most;
    kept += 1;
  }
  return kept;
}

/** The first `count` cells as a belief of its own. */
function settled({ probits, slopes, chances }: Cells, count: number, cell: number): Belief {
  let sum = 0;
  for (let index = 0; index < count; index += 1) sum += chances[index]!;
  for (let index = 0; index < count; index += 1) chances[index]! /= sum;
  return { probits: probits.slice(0, count), slopes: slopes.slice(0, count), chances: chances.slice(0, count), cell };
}

const standard = (index: number, of: number) => DEVIATIONS * ((2 * index) / (of - 1) - 1);

/**
 * Belief after a lot's tests, each at its age, and what members saw come up. Tests differ by more than chance, so that two tests of ten
 * do not pretend to be a fit. The order of sightings does not matter.
 */
export function beliefOf(history: LotHistory): Belief {
  return afterAll(priorBelief(history), history.sightings);
}

/** Belief after one more sighting. */
export function afterOne(belief: Belief, sighting: Aged): Belief {
  return afterAll(belief, [sighting]);
}

/** All sightings are worked in on one copy of the cells: most of the time would go into making room for more. */
function afterAll(before: Belief, sightings: readonly Aged[]): Belief {
  if (sightings.length === 0) return before;
  const cells = { probits: before.probits.slice(), slopes: before.slopes.slice(), chances: before.chances.slice() };
  let count = before.chances.length;
  for (const sighting of sightings) {
    workIn(cells, count, sighting);
    count = packed(cells, count);
  }
  return settled(cells, count, before.cell);
}

/** Multiplies the chances of the first `count` cells by the likelihood of a sighting, in place. */
function workIn({ probits, slopes, chances }: Cells, count: number, { age, ...sighting }: Aged): void {
  const table = likelihoodTable(sighting);
  const before = chances.slice(0, count);
  let sum = 0;
  for (let index = 0; index < count; index += 1) {
    const chance = chances[index]! * likelihoodAt(table, probits[index]! - age * slopes[index]!);
    chances[index] = chance;
    sum += chance;
  }
  // A count that all of the belief thought next to impossible: only logs can tell its cells apart.
  if (sum >= HARDLY) return;
  let most = -Infinity;
  for (let index = 0; index < count; index += 1) {
    chances[index] = log(before[index]!) + logLikelihood(table, probits[index]! - age * slopes[index]!);
    most = max(most, chances[index]!);
  }
  for (let index = 0; index < count; index += 1) chances[index] = exp(chances[index]! - most);
}
const HARDLY = 1e-30;

const BINS = 720;
const EDGE = 9;
const BIN = (2 * EDGE) / BINS;

/** Viability at an age, as the share that 10, 50 and 90 in 100 such lots would stay under. @param level width of the band, 0 to 1 */
export function bandAt(belief: Belief, age: number, level = 0.8): Band {
  const bins = new Float64Array(BINS);
  const { probits, slopes, chances } = belief;
  for (let index = 0; index < chances.length; index += 1) {
    const z = probits[index]! - age * slopes[index]!;
    bins[min(BINS - 1, max(0, floor((z + EDGE) / BIN)))]! += chances[index]!;
  }
  const quantile = (share: number) => {
    let sum = 0;
    for (let index = 0; index < BINS; index += 1) {
      const next = sum + bins[index]!;
      if (next >= share) return normalBelow(index * BIN - EDGE + (BIN * (share - sum)) / bins[index]!);
      sum = next;
    }
    return 1;
  };
  const tail = (1 - level) / 2;
  return { low: quantile(tail), median: quantile(0.5), high: quantile(1 - tail) };
}

/** Chance that viability at an age is at least `share` (0 to 1). */
export function chanceAtLeast({ probits, slopes, chances, cell }: Belief, share: number, age: number): number {
  if (share <= 0) return 1;
  if (share >= 1) return 0;
  const wanted = probit(share);
  let chance = 0;
  for (let index = 0; index < chances.length; index += 1) {
    // A cell is as wide as it is: without that, chances would go in steps as seed ages.
    const above = (probits[index]! + cell / 2 - age * slopes[index]! - wanted) / cell;
    if (above > 0) chance += chances[index]! * min(1, above);
  }
  return Math.min(1, chance);
}

const LONGEST_YEARS = 60;
/** A forecast of years is not told to the day. */
const CLOSE_DAYS = 3;

/**
 * Age at which the chance of being under `share` reaches `risk`; 0 where it already has when ages begin, null where it does not in 60 years
 * of home storage.
 */
export function ageUnder(belief: Belief, share: number, risk: number): number | null {
  const reached = (age: number) => 1 - chanceAtLeast(belief, share, age) >= risk;
  if (reached(0)) return 0;
  let [early, late] = [0, LONGEST_YEARS * DAYS_A_YEAR];
  if (!reached(late)) return null;
  while (late - early > CLOSE_DAYS) {
    const middle = (early + late) / 2;
    if (reached(middle)) late = middle;
    else early = middle;
  }
  return late;
}

/** Mean and variance of the probit at an age. */
export function probitAt({ probits, slopes, chances }: Belief, age: number): { readonly mean: number; readonly variance: number } {
  let [mean, squares] = [0, 0];
  for (let index = 0; index < chances.length; index += 1) {
    const z = probits[index]! - age * slopes[index]!;
    const chance = chances[index]!;
    mean += chance * z;
    squares += chance * z * z;
  }
  return { mean, variance: Math.max(0, squares - mean * mean) };
}

/** How much of what is known of its viability at an age the lot's own sightings have told; the rest is what is usual for its crop. 0 to 1. */
export function ownShare(history: LotHistory, belief: Belief, age: number): number {
  if (history.sightings.length === 0) return 0;
  const before = probitAt(priorBelief(history), age).variance;
  return Math.min(1, Math.max(0, 1 - probitAt(belief, age).variance / before));
}

/**
 * Days of home storage in which viability falls to 85 % of what it is at `age` (85 % of 96 % is 81.6 %), by the middle of the belief:
 * a third of it is the retest interval of the gene banks' standard (FAO 2014).
 */
export function daysToFall(belief: Belief, age: number, to = 0.85): number {
  const { mean } = probitAt(belief, age);
  let [logSlope, slope, ofSlope] = [0, NaN, 0];
  for (let index = 0; index < belief.chances.length; index += 1) {
    // Cells of one slope follow each other, and logs are dear.
    if (belief.slopes[index] !== slope) ofSlope = log((slope = belief.slopes[index]!));
    logSlope += belief.chances[index]! * ofSlope;
  }
  const now = Math.min(1 - 1e-9, Math.max(1e-9, normalBelow(mean)));
  return (probit(now) - probit(now * to)) / exp(logSlope);
}

/** A test counts as much as it says, the forecast that comes before it as no more than so many seeds. */
const MOST_PRIOR_SEEDS = 10;

/** Viability at an age as a Beta of the same mean and variance, worth ten seeds at most: the prior for reading one test. */
export function betaAt({ probits, slopes, chances }: Belief, age: number, mostSeeds = MOST_PRIOR_SEEDS): Beta {
  let [mean, squares] = [0, 0];
  for (let index = 0; index < chances.length; index += 1) {
    const share = normalBelow(probits[index]! - age * slopes[index]!);
    const chance = chances[index]!;
    mean += chance * share;
    squares += chance * share * share;
  }
  const variance = Math.max(1e-12, squares - mean * mean);
  const seeds = Math.min(mostSeeds, Math.max(0.5, (mean * (1 - mean)) / variance - 1));
  return { a: Math.max(1e-3, mean * seeds), b: Math.max(1e-3, (1 - mean) * seeds) };
}
