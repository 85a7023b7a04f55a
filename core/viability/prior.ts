import type { LotHistory } from './belief.ts';
import { type Belief, ROWS, CELLS, COLUMNS, likely } from './cells.ts';
import { nothingKept, once, type Kept } from './kept.ts';
import { DAYS_A_YEAR } from './sightings.ts';

const { exp, floor, max } = Math;

/** What is believed of a probit: its mean and its spread. */
export interface Beginning {
  readonly mean: number;
  readonly spread: number;
}
/** Probit of fresh seed, about 93 %, and its spread. */
const FRESH: Beginning = { mean: 1.5, spread: 0.5 };
const LOG_LIFE_SPREAD = { own: 0.25, borrowed: 0.35 };
const DEVIATIONS = 4;

/** A lot before anything was seen of it. */
export type Unseen = Omit<LotHistory, 'sightings'>;

/**
 * The prior of a lot, by its crop alone, on the grid of 33 × 25 cells, once for each of its jar factors (see belief.ts for model and symbols).
 * @throws RangeError without a life above 0 years, or an age
 */
export function priorBelief(lot: Unseen, kept: Kept = nothingKept()): Belief {
  if (!(lot.halfLifeYears > 0) || lot.ageThen.length === 0) throw new RangeError('a life above 0 years, and an age');
  return once(kept, 'priors', JSON.stringify([lot.halfLifeYears, lot.borrowed, lot.begins, lot.ageThen, lot.jarFactors]), () =>
    gridOf(lot),
  );
}

function gridOf({ halfLifeYears, borrowed, ageThen, begins = FRESH, jarFactors = [1] }: Unseen): Belief {
  const logLife = Math.log10((halfLifeYears * DAYS_A_YEAR) / FRESH.mean);
  const spread = borrowed ? LOG_LIFE_SPREAD.borrowed : LOG_LIFE_SPREAD.own;
  const oldest = max(...ageThen.map(({ days }) => days)) * 10 ** -(logLife - spread);
  const [low, high] = [begins.mean - DEVIATIONS * begins.spread - oldest, begins.mean + DEVIATIONS * begins.spread];
  const cell = (high - low) / (ROWS - 1);
  const size = CELLS * jarFactors.length;
  const [probits, slopes, factors, chances] = [
    new Float64Array(size),
    new Float64Array(size),
    new Float64Array(size),
    new Float64Array(size),
  ];
  for (let index = 0; index < CELLS; index += 1) {
    // Slope by slope, so that who goes along the cells takes the logarithm of each slope once.
    const away = standard(floor(index / ROWS), COLUMNS);
    probits[index] = low + (index % ROWS) * cell;
    slopes[index] = 10 ** -(logLife + spread * away);
    for (const { days, chance } of ageThen)
      chances[index]! +=
        chance * exp(-0.5 * away ** 2 - 0.5 * ((probits[index]! + days * slopes[index]! - begins.mean) / begins.spread) ** 2);
  }
  factors.fill(jarFactors[0]!, 0, CELLS);
  for (const [index, factor] of jarFactors.entries()) {
    if (index === 0) continue;
    for (const array of [probits, slopes, chances]) array.copyWithin(index * CELLS, 0, CELLS);
    factors.fill(factor, index * CELLS, (index + 1) * CELLS);
  }
  return likely({ probits, slopes, factors, chances, cell });
}

/** Place of a row or column, in standard deviations from the middle. */
const standard = (index: number, of: number) => DEVIATIONS * ((2 * index) / (of - 1) - 1);
