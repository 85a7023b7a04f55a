import { BETWEEN_TEST_SPREAD } from '../germination/betaPosterior.ts';
import { normalBelow } from './normal.ts';

/** Seedlings of one look at a lot: a test on paper, or what members saw come up in soil. */
export interface Sighting {
  readonly kind: 'test' | 'emergence';
  readonly sown: number;
  readonly up: number;
}

/** Tests of one jar differ by more than chance; gardens differ more. */
export const SPREAD: Record<Sighting['kind'], number> = { test: BETWEEN_TEST_SPREAD, emergence: 0.1 };

/** Share of living seed that comes up in a garden: seven equally likely values of a Beta with mean 0.75 and deviation 0.15. */
export const SOIL_FACTORS = [0.475, 0.612, 0.697, 0.768, 0.833, 0.896, 0.963] as const;

const { log: ln, max } = Math;

/** Probits outside these say "all" and "none" to any count that a bench can make. */
const EDGE = 9;
const STEP = 0.02;
const POINTS = Math.round((2 * EDGE) / STEP) + 1;
const MOST_KEPT = 4000;
const LEAST = 1e-300;
/** Log of a share of the highest that is kept as nothing: reckoning with figures near the smallest a machine has is slow. */
const NOTHING = -100;

/** Likelihood of k of n by probit, from −9 to 9: as logs, and as shares of the highest. */
export interface LikelihoodTable {
  readonly logs: Float64Array;
  readonly shares: Float64Array;
}
const tables = new Map<string, LikelihoodTable>();

/**
 * The table of a sighting; the same counts share one, since lots are many and counts are few.
 * RangeError unless 0 ≤ up ≤ sown and sown ≥ 1.
 */
export function likelihoodTable({ kind, sown, up }: Sighting): LikelihoodTable {
  if (!(Number.isInteger(sown) && Number.isInteger(up) && sown >= 1 && up >= 0 && up <= sown)) throw new RangeError(`${up} of ${sown}`);
  const name = `${kind} ${up}/${sown}`;
  const kept = tables.get(name);
  if (kept) return kept;
  if (tables.size >= MOST_KEPT) tables.clear();
  const logs = Float64Array.from({ length: POINTS }, (_, index) => {
    const z = index * STEP - EDGE;
    const [alive, dead] = [normalBelow(z), normalBelow(-z)];
    if (kind === 'test') return logBetaBinomial(up, sown, alive, dead, SPREAD.test);
    const soils = SOIL_FACTORS.map((soil) => logBetaBinomial(up, sown, alive * soil, dead + alive * (1 - soil), SPREAD.emergence));
    const most = Math.max(...soils);
    return most + Math.log(soils.reduce((sum, log) => sum + Math.exp(log - most), 0) / soils.length);
  });
  const highest = logs.reduce((most, one) => max(most, one), -Infinity);
  const table = { logs, shares: logs.map((one) => (one - highest < NOTHING ? 0 : Math.exp(one - highest))) };
  tables.set(name, table);
  return table;
}

/** Log likelihood at a probit, between the table's points. */
export const logLikelihood = ({ logs }: LikelihoodTable, z: number): number => between(logs, z);

/** Likelihood at a probit, against the highest that any probit has. */
export function likelihoodAt({ shares }: LikelihoodTable, z: number): number {
  return between(shares, z);
}

function between(points: Float64Array, z: number): number {
  const at = (z + EDGE) / STEP;
  if (at <= 0) return points[0]!;
  if (at >= POINTS - 1) return points[POINTS - 1]!;
  const index = at | 0;
  const share = at - index;
  return points[index]! * (1 - share) + points[index + 1]! * share;
}

/** Beta-binomial without its binomial coefficient, as sums of logs: no figure is lost where nearly all or nearly none live. */
function logBetaBinomial(k: number, n: number, alive: number, dead: number, spread: number): number {
  const size = 1 / spread - 1;
  const [a, b] = [Math.max(LEAST, alive * size), Math.max(LEAST, dead * size)];
  let log = 0;
  for (let i = 0; i < k; i += 1) log += ln(a + i);
  for (let i = 0; i < n - k; i += 1) log += ln(b + i);
  for (let i = 0; i < n; i += 1) log -= ln(size + i);
  return log;
}
