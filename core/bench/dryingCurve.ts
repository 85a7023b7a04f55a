/** A weighing of a drying batch: days since the first, and grams or any one unit throughout. */
export interface Weighing {
  readonly day: number;
  readonly weight: number;
  /** Standard deviation of the scale that told it, in the same unit. */
  readonly error: number;
}

export interface DryingForecast {
  /** Day on which it is dry: 10, 50 and 90 % points. */
  readonly dryDay: readonly [number, number, number];
  /** Chance that it has settled by the last weighing. */
  readonly settled: number;
  /** Where the weight settles: 10, 50 and 90 % points. */
  readonly endWeight: readonly [number, number, number];
  /** The middle curve: weight on `day`. */
  readonly curve: { readonly start: number; readonly lost: number; readonly perDay: number };
}

/** What is expected before any weighing. */
export interface DryingPrior {
  /** Mean of ln(rate per day) and its spread. */
  readonly logRate: number;
  readonly logRateSpread: number;
  /** Mean of ln(share of the first weight that will be lost) and its spread. */
  readonly logLost: number;
  readonly logLostSpread: number;
}

/** Small seed dries in days, large in a week or two; cleaned wet seed loses most of its first weight, threshed seed a little. */
export function dryingPrior(seedsPerGram: number, wet: boolean): DryingPrior {
  const days = seedsPerGram >= 200 ? 1 : seedsPerGram >= 20 ? 1.6 : 3;
  return { logRate: -Math.log(days), logRateSpread: 0.6, logLost: Math.log(wet ? 0.4 : 0.08), logLostSpread: 0.6 };
}

const CELLS = 32;
const ZOOMS = 8;
/** A cell this much less likely than the best is nothing. */
const NOTHING = 12;
const SETTLED_SHARE = 0.05;
const SETTLED_OF_WEIGHT = 0.002;
const MOST_LOST = 0.95;

interface Cell {
  readonly start: number;
  readonly lost: number;
  readonly rate: number;
  readonly chance: number;
}

/**
 * Fits `W(t) = W₀·(1 − f·(1 − e^(−kt)))` to weighings, each with its own scale's error, over a grid of k and f that is narrowed to where the chance
 * lies; W₀ is integrated out. Dry is the day when what is still to be lost is 5 % of all that is lost, or 0.2 % of the weight.
 * @param weighings at least one, by day from 0; RangeError without one, or with an error that is not above 0
 */
export function forecastDrying(weighings: readonly Weighing[], prior: DryingPrior): DryingForecast {
  if (weighings.length === 0 || !weighings.every(({ error }) => error > 0))
    throw new RangeError('a forecast takes a weighing and the error of its scale');
  const cells = posterior(weighings, prior);
  const last = weighings[weighings.length - 1]!.day;
  const settled = cells.reduce((sum, cell) => sum + (dryDayOf(cell) <= last ? cell.chance : 0), 0);
  const middle = cells.reduce(
    (mean, { start, lost, rate, chance }) => ({
      start: mean.start + chance * start,
      lost: mean.lost + chance * lost,
      perDay: mean.perDay + chance * Math.log(rate),
    }),
    { start: 0, lost: 0, perDay: 0 },
  );
  return {
    dryDay: quantilesOf(cells, dryDayOf),
    settled,
    endWeight: quantilesOf(cells, ({ start, lost }) => start * (1 - lost)),
    curve: { ...middle, perDay: Math.exp(middle.perDay) },
  };
}

/** The day on which a curve counts as dry. */
export function dryDayOf({ start, lost, rate }: { start: number; lost: number; rate: number }): number {
  const left = Math.max(SETTLED_SHARE, (SETTLED_OF_WEIGHT * (1 - lost)) / lost);
  return left >= 1 || start <= 0 ? 0 : -Math.log(left) / rate;
}

/** Chances over a grid in ln(k·f), the first slope, and ln k: early weighings know the one and little of the other. */
function posterior(weighings: readonly Weighing[], prior: DryingPrior): Cell[] {
  let box: Box = {
    slope: around(prior.logRate + prior.logLost, 4.5 * Math.hypot(prior.logRateSpread, prior.logLostSpread)),
    rate: around(prior.logRate, 4.5 * prior.logRateSpread),
  };
  for (let zoom = 0; ; zoom += 1) {
    const grid = weigh(box, weighings, prior);
    const narrower = hold(box, grid);
    const shrinks = width(narrower.slope) < 0.7 * width(box.slope) || width(narrower.rate) < 0.7 * width(box.rate);
    if (zoom >= ZOOMS || !shrinks) return normal(grid);
    box = narrower;
  }
}

type Span = readonly [number, number];
interface Box {
  readonly slope: Span;
  readonly rate: Span;
}
interface GridCell {
  readonly row: number;
  readonly column: number;
  readonly logChance: number;
  readonly start: number;
  readonly lost: number;
  readonly rate: number;
}

const around = (middle: number, half: number): Span => [middle - half, middle + half];
const width = ([low, high]: Span) => high - low;
const at = ([low, high]: Span, index: number) => low + ((index + 0.5) * (high - low)) / CELLS;

function weigh(box: Box, weighings: readonly Weighing[], prior: DryingPrior): GridCell[] {
  const grid: GridCell[] = [];
  for (let column = 0; column < CELLS; column += 1) {
    const logRate = at(box.rate, column);
    const rate = Math.exp(logRate);
    const gone = weighings.map(({ day }) => -Math.expm1(-rate * day));
    for (let row = 0; row < CELLS; row += 1) {
      const logLost = at(box.slope, row) - logRate;
      const lost = Math.exp(logLost);
      if (lost >= MOST_LOST) continue;
      const { start, logChance } = fitStart(weighings, gone, lost);
      const before =
        -0.5 * ((logRate - prior.logRate) / prior.logRateSpread) ** 2 - 0.5 * ((logLost - prior.logLost) / prior.logLostSpread) ** 2;
      grid.push({ row, column, logChance: logChance + before, start, lost, rate });
    }
  }
  return grid;
}

/** The best first weight for a shape of curve, and how well it fits with that weight integrated out over a flat prior. */
function fitStart(weighings: readonly Weighing[], gone: readonly number[], lost: number) {
  let [squares, products, totals] = [0, 0, 0];
  for (let index = 0; index < weighings.length; index += 1) {
    const shape = 1 - lost * gone[index]!;
    const { weight, error } = weighings[index]!;
    const counts = 1 / error ** 2;
    squares += counts * shape * shape;
    products += counts * shape * weight;
    totals += counts * weight * weight;
  }
  const start = products / squares;
  return { start, logChance: -0.5 * Math.max(0, totals - (products * products) / squares) - 0.5 * Math.log(squares) };
}

function hold(box: Box, grid: readonly GridCell[]): Box {
  const best = grid.reduce((most, { logChance }) => Math.max(most, logChance), -Infinity);
  const alive = grid.filter(({ logChance }) => logChance > best - NOTHING);
  const span = (of: Span, indexes: readonly number[]): Span => {
    const cell = width(of) / CELLS;
    const [low, high] = [Math.min(...indexes), Math.max(...indexes)];
    return [of[0] + (low - 1) * cell, of[0] + (high + 2) * cell];
  };
  return {
    slope: span(
      box.slope,
      alive.map(({ row }) => row),
    ),
    rate: span(
      box.rate,
      alive.map(({ column }) => column),
    ),
  };
}

function normal(grid: readonly GridCell[]): Cell[] {
  const best = grid.reduce((most, { logChance }) => Math.max(most, logChance), -Infinity);
  const weighed = grid.map(({ logChance, start, lost, rate }) => ({ start, lost, rate, chance: Math.exp(logChance - best) }));
  const total = weighed.reduce((sum, { chance }) => sum + chance, 0);
  return weighed.filter(({ chance }) => chance > 0).map((cell) => ({ ...cell, chance: cell.chance / total }));
}

function quantilesOf(cells: readonly Cell[], figure: (cell: Cell) => number): [number, number, number] {
  const sorted = cells.map((cell) => ({ value: figure(cell), chance: cell.chance })).sort((one, other) => one.value - other.value);
  const quantile = (share: number) => {
    let sum = 0;
    for (const { value, chance } of sorted) {
      sum += chance;
      if (sum >= share) return value;
    }
    return sorted[sorted.length - 1]!.value;
  };
  return [quantile(0.1), quantile(0.5), quantile(0.9)];
}
