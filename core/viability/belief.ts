import { likelihoodAt, likelihoodTable, sightedProbit, type Sighting } from './likelihood.ts';

/** A sighting at its age: days of home storage since the time that ages are counted from. */
export interface Aged extends Sighting {
  readonly age: number;
  /** Days by the calendar since then; as many as its age where it is not told. */
  readonly day?: number;
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

const { exp, floor, log, max } = Math;
export const DAYS_A_YEAR = 365.25;
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
  const cells = { probits: probits.slice(), slopes: slopes.slice(), chances: chances.slice() };
  return settled(cells, packed(cells, chances.length).count, cell);
}

type Cells = Omit<Belief, 'cell'>;

/** Moves the cells that matter, among the first `count`, to the front, in place, with chances that add up to nearly one; gives how many, and the sum before. */
function packed({ probits, slopes, chances }: Cells, count: number): { readonly count: number; readonly sum: number } {
  let [most, sum] = [0, 0];
  for (let index = 0; index < count; index += 1) {
    if (chances[index]! > most) most = chances[index]!;
    sum += chances[index]!;
  }
  const least = most * NEGLIGIBLE;
  let kept = 0;
  for (let index = 0; index < count; index += 1) {
    const chance = chances[index]!;
    if (chance <= least) continue;
    probits[kept] = probits[index]!;
    slopes[kept] = slopes[index]!;
    chances[kept] = chance / sum;
    kept += 1;
  }
  return { count: kept, sum };
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
 * do not pretend to be a fit; now and then one goes wrong altogether, and now and then seed loses at once what its age does not explain.
 * The order of sightings does not matter.
 */
export function beliefOf(history: LotHistory): Belief {
  return workThrough(priorBelief(history), history.sightings).belief;
}

/** Belief after one more sighting of a lot that nothing has befallen since the last. */
export function afterOne(belief: Belief, sighting: Aged): Belief {
  return workThrough(belief, [sighting], () => false).belief;
}

/** Chance in a year that something nobody wrote down, a hot car or a lid left open, costs a lot a good part of its life. */
const MISHAPS_A_YEAR = 0.03;
/** Chance that seed came in much poorer than its crop's usually is: picked green, dried too hot. */
const POOR_FROM_THE_START = 0.03;
/** Probits that such a thing costs, one as likely as the other. */
const COSTS = [0.5, 0.9, 1.3, 1.7, 2.1, 2.5, 2.9, 3.3, 3.7, 4.1];
/** Whether something happened is asked where a rough sum gives it such a chance: it takes time, and else the answer is no. */
const WORTH_ASKING = 0.1;
/** Of a lot whose tests contradict each other again and again it is asked no more once so many cells are followed. */
const MOST_CELLS = 8 * CELLS;

/** A belief after sightings, and how it came about. */
export interface Worked {
  readonly belief: Belief;
  /** Log of the chance of having seen just this. */
  readonly evidence: number;
  /** Tests, by their places in the order of age, before which something may have happened. */
  readonly doubted: readonly number[];
}

const dayOf = ({ day, age }: Aged) => day ?? age;
/** Sightings in order of age. */
export const byAge = (sightings: readonly Aged[]) => sightings.toSorted((one, other) => one.age - other.age || dayOf(one) - dayOf(other));

/**
 * All sightings are worked in on one copy of the cells: most of the time would go into making room for more.
 * @param mayFall whether something may have happened before the sighting of this place in the order of age
 */
export function workThrough(before: Belief, sightings: readonly Aged[], mayFall: (index: number) => boolean = () => true): Worked {
  if (sightings.length === 0) return { belief: before, evidence: 0, doubted: [] };
  let cells: Cells = { probits: before.probits.slice(), slopes: before.slopes.slice(), chances: before.chances.slice() };
  let count = before.chances.length;
  let evidence = 0;
  const doubted: number[] = [];
  let last: Aged | null = null;
  for (const [index, sighting] of byAge(sightings).entries()) {
    if (sighting.kind === 'test') {
      const chance = chanceOfFall(last, sighting);
      if (count <= MOST_CELLS && roughlyFell(cells, count, sighting, chance) >= WORTH_ASKING) {
        doubted.push(index);
        if (mayFall(index)) {
          cells = withFall(cells, count, chance);
          count = cells.chances.length;
        }
      }
      last = sighting;
    }
    const highest = workIn(cells, count, sighting);
    const left = packed(cells, count);
    count = left.count;
    evidence += log(highest * left.sum);
  }
  return { belief: settled(cells, count, before.cell), evidence, doubted };
}

function chanceOfFall(last: Aged | null, next: Aged): number {
  const days = dayOf(next) - (last ? dayOf(last) : 0);
  return 1 - (last ? 1 : 1 - POOR_FROM_THE_START) * exp((-MISHAPS_A_YEAR * max(0, days)) / DAYS_A_YEAR);
}

/** Cells lie closer than these questions need: each fourth stands for four. */
const STRIDE = 4;

/** Chance that something befell a lot, had it this chance before the test, with what is believed and what was seen taken as normal curves. */
function roughlyFell({ probits, slopes, chances }: Cells, count: number, sighting: Aged, chance: number): number {
  const seen = sightedProbit(sighting);
  let [sum, under, squares] = [0, 0, 0];
  for (let index = 0; index < count; index += STRIDE) {
    const weight = chances[index]!;
    const here = probits[index]! - sighting.age * slopes[index]! - seen.mean;
    sum += weight;
    under += weight * here;
    squares += weight * here * here;
  }
  under /= sum;
  if (under <= 0) return 0;
  const variance = squares / sum - under * under + seen.variance;
  /** How much likelier the test is if that was lost. */
  const likelier = (cost: number) => exp((cost * (under - cost / 2)) / variance);
  const odds = (chance * COSTS.reduce((all, cost) => all + likelier(cost), 0)) / COSTS.length / (1 - chance);
  return odds === Infinity ? 1 : odds / (1 + odds);
}

/** Cells with less of a chance than this, against the likeliest, are not followed through what may have befallen them. */
const UNLIKELY = 1e-4;

/** The first `count` cells as they are, and as they would be after something that cost them probits, of which this is the chance. */
function withFall({ probits, slopes, chances }: Cells, count: number, chance: number): Cells {
  let most = 0;
  for (let index = 0; index < count; index += STRIDE) most = max(most, chances[index]!);
  const followed: number[] = [];
  for (let index = 0; index < count; index += STRIDE) if (chances[index]! > most * UNLIKELY) followed.push(index);
  const size = count + followed.length * COSTS.length;
  const after = { probits: new Float64Array(size), slopes: new Float64Array(size), chances: new Float64Array(size) };
  let at = 0;
  for (; at < count; at += 1) {
    after.probits[at] = probits[at]!;
    after.slopes[at] = slopes[at]!;
    after.chances[at] = chances[at]! * (1 - chance);
  }
  for (const cost of COSTS)
    for (const index of followed) {
      after.probits[at] = probits[index]! - cost;
      after.slopes[at] = slopes[index]!;
      after.chances[at] = (STRIDE * chances[index]! * chance) / COSTS.length;
      at += 1;
    }
  return after;
}

/** Multiplies the chances of the first `count` cells by the likelihood of a sighting, in place; gives what they are to be multiplied by besides. */
function workIn({ probits, slopes, chances }: Cells, count: number, { age, ...sighting }: Aged): number {
  const table = likelihoodTable(sighting);
  for (let index = 0; index < count; index += 1) chances[index]! *= likelihoodAt(table, probits[index]! - age * slopes[index]!);
  return table.highest;
}
