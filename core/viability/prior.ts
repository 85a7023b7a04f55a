import type { LotHistory } from './belief.ts';
import { settled, trim, type Belief } from './grid.ts';
import { nothingKept, once, type Kept } from './kept.ts';
import { DAYS_A_YEAR } from './sightings.ts';

const { exp, max } = Math;

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
    priorOf(lot),
  );
}

/** Probits, and slopes. */
const [ROWS, COLUMNS] = [33, 25];

function priorOf({ halfLifeYears, borrowed, ageThen, begins = FRESH, jarFactors = [1] }: Unseen): Belief {
  const logLife = Math.log10((halfLifeYears * DAYS_A_YEAR) / FRESH.mean);
  const spread = borrowed ? LOG_LIFE_SPREAD.borrowed : LOG_LIFE_SPREAD.own;
  const oldest = max(...ageThen.map(({ days }) => days)) * 10 ** -(logLife - spread);
  const [low, high] = [begins.mean - DEVIATIONS * begins.spread - oldest, begins.mean + DEVIATIONS * begins.spread];
  const cell = (high - low) / (ROWS - 1);
  const columns = jarFactors.flatMap((factor) =>
    Array.from({ length: COLUMNS }, (_, column) => {
      const away = standard(column, COLUMNS);
      return { factor, away, slope: 10 ** -(logLife + spread * away) };
    }),
  );
  const cells = columns.flatMap(({ away, slope }) =>
    Array.from({ length: ROWS }, (_, row) => {
      const probit = low + row * cell;
      const chanceAfter = (days: number) => exp(-0.5 * away ** 2 - 0.5 * ((probit + days * slope - begins.mean) / begins.spread) ** 2);
      return ageThen.reduce((sum, { days, chance }) => sum + chance * chanceAfter(days), 0);
    }),
  );
  const grid = {
    low,
    cell,
    rows: ROWS,
    slopes: Float64Array.from(columns, ({ slope }) => slope),
    factors: Float64Array.from(columns, ({ factor }) => factor),
    from: new Int32Array(columns.length),
    to: new Int32Array(columns.length).fill(ROWS),
    chances: Float64Array.from(cells),
  };
  trim(
    grid,
    cells.reduce((sum, one) => sum + one, 0),
  );
  return settled(grid);
}

/** Place of a row or column, in standard deviations from the middle. */
const standard = (index: number, of: number) => DEVIATIONS * ((2 * index) / (of - 1) - 1);
