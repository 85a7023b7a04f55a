import { partsOf, type Age } from '../viability/age.ts';
import type { Draws } from '../viability/draws.ts';
import { shareOf } from '../viability/forecast.ts';
import type { Seeds } from '../kernel/kinds.ts';
import { isRecoverable } from './recoverable.ts';

/** Years that a risk looks ahead. */
export const RISK_YEARS = 5;
/** Draws of each lot. */
export const DRAWS = 200;
const DAYS_A_YEAR = 365.25;

/** One lot of a line, as far as losing the line goes. */
export interface LotAtRisk {
  readonly code: string;
  /** What is believed of it today. */
  readonly draws: Draws;
  /** Years, from today, in which it may be lent; 0 where it may not. Lots come oldest first: so they are lent. */
  readonly lentYears: number;
  /** The year of its next test, 1 for the coming one; null where none is planned. */
  readonly testYear: number | null;
  /** Seeds that each of its tests takes. */
  readonly testSeeds: Seeds;
}

/** Seed of one lot in one place. */
export interface StoreAtRisk {
  readonly lot: number;
  /** Stores of one place are lost together. */
  readonly place: string;
  readonly seeds: Seeds;
  /** What a day adds to its age there. */
  readonly rate: Age;
}

/** Seed that comes home from a grow-out, if that succeeds. */
export interface Harvest {
  readonly lot: number;
  readonly place: string;
  readonly seeds: Seeds;
  readonly rate: Age;
  /** Years until it is there, 1 for the coming one. */
  readonly year: number;
  /** Chance that it comes, 0 to 1. */
  readonly chance: number;
}

export interface LineAtRisk {
  readonly lots: readonly LotAtRisk[];
  readonly stores: readonly StoreAtRisk[];
  readonly harvest: Harvest | null;
  /** Seeds of a store that are sown in the first year, for that harvest. */
  readonly sown: readonly { readonly store: number; readonly seeds: Seeds }[];
  /** Share of living seed that becomes a plant, 0 to 1. */
  readonly comesUp: number;
  readonly plantsForSeed: number;
  readonly lentAYear: Seeds;
  /** Kept back from lending. */
  readonly reserve: Seeds;
  /** Chance in a year that a place is lost with all that is in it. */
  readonly fails: number;
}

/** By year, from the first: the chance that each draw is no longer recoverable. */
export type Losses = readonly Float64Array[];

/** Tests are repeated every so many years. */
const YEARS_BETWEEN_TESTS = 3;
/** So many places are followed one by one; the smallest beyond them count as one, which fails together: the risk is never told too low. */
const MOST_PLACES = 4;

/**
 * Losing a line within the next years (I.2). Viability by the draws of its lots; failures of places, each with the same chance in a year, by enumerating
 * which of them fails first when; in each year come tests, sowing, lending (at the mean of demand, oldest seed first, never below the reserve) and then
 * the failures. A draw is recoverable while all that is left, sown at once, would give the plants that seed needs as likely as not.
 * @returns by year and draw the chance that it is lost; the same input gives the same answer
 */
export function lossesOf(line: LineAtRisk, years = RISK_YEARS): Losses {
  const { harvest } = line;
  if (!harvest || harvest.chance <= 0) return scenarios(line, null, years);
  const [succeeds, fails] = [scenarios(line, harvest, years), harvest.chance < 1 ? scenarios(line, null, years) : null];
  return succeeds.map((year, index) =>
    year.map((lost, draw) => harvest.chance * lost + (fails ? (1 - harvest.chance) * fails[index]![draw]! : 0)),
  );
}

/** Chance that the line is lost by each year, from the first: the mean of its draws. */
export const riskByYear = (losses: Losses): readonly number[] => losses.map(meanOf);

/** The chance by the last year, and how far chance alone may have moved it: its standard error over the draws. */
export function riskAt(losses: Losses): { readonly risk: number; readonly error: number } {
  const last = losses.at(-1)!;
  const risk = meanOf(last);
  const variance = last.reduce((sum, lost) => sum + (lost - risk) ** 2, 0) / last.length;
  return { risk, error: Math.sqrt(variance / last.length) };
}

const meanOf = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Goes through all ways in which places can fail, each with its chance. */
function scenarios(line: LineAtRisk, harvest: Harvest | null, years: number): Losses {
  const stores: StoreAtRisk[] = [...line.stores, ...(harvest ? [{ ...harvest, seeds: 0 }] : [])];
  const places = placesOf(stores, harvest);
  const count = line.lots[0]?.draws.probits.length ?? DRAWS;
  const losses = Array.from({ length: years }, () => new Float64Array(count));
  if (stores.length === 0) return losses.map((year) => year.fill(1));
  const shares = sharesOf(line, stores, years);
  const ways = (years + 1) ** places.count;
  for (let way = 0; way < ways; way += 1) {
    // The year in which each place fails first; after the last where it does not.
    const failsIn: number[] = [];
    let [rest, chance] = [way, 1];
    for (let place = 0; place < places.count; place += 1) {
      const year = (rest % (years + 1)) + 1;
      rest = Math.floor(rest / (years + 1));
      failsIn.push(year);
      chance *= year > years ? (1 - line.fails) ** years : line.fails * (1 - line.fails) ** (year - 1);
    }
    if (chance > 0) follow(line, stores, harvest, places.of, failsIn, shares, chance, losses);
  }
  return losses;
}

/** One way: what is left in each year, and which draws are recoverable with it. */
function follow(
  line: LineAtRisk,
  stores: readonly StoreAtRisk[],
  harvest: Harvest | null,
  placeOf: readonly number[],
  failsIn: readonly number[],
  shares: readonly (readonly Float64Array[])[],
  chance: number,
  losses: readonly Float64Array[],
): void {
  const left = Float64Array.from(stores, ({ seeds }) => seeds);
  const share = new Float64Array(stores.length);
  for (let year = 1; year <= losses.length; year += 1) {
    test(line, stores, left, year);
    if (year === 1) for (const { store, seeds } of line.sown) left[store] = Math.max(0, left[store]! - seeds);
    if (harvest && year === harvest.year) left[stores.length - 1] = harvest.seeds;
    lend(line, stores, left, year);
    for (let store = 0; store < stores.length; store += 1) if (failsIn[placeOf[store]!]! === year) left[store] = 0;
    const lost = losses[year - 1]!;
    for (let draw = 0; draw < lost.length; draw += 1) {
      for (let store = 0; store < stores.length; store += 1) share[store] = shares[store]![year - 1]![draw]!;
      if (!isRecoverable(left, share, line.plantsForSeed)) lost[draw]! += chance;
    }
  }
}

/** A lot's test takes its seeds from where most of it lies. */
function test({ lots }: LineAtRisk, stores: readonly StoreAtRisk[], left: Float64Array, year: number): void {
  for (const [lot, { testYear, testSeeds }] of lots.entries()) {
    if (testYear === null || year < testYear || (year - testYear) % YEARS_BETWEEN_TESTS !== 0) continue;
    take(stores, left, lot, testSeeds);
  }
}

/** Members borrow what is not kept back, of the oldest lot that may be lent first. */
function lend({ lots, lentAYear, reserve }: LineAtRisk, stores: readonly StoreAtRisk[], left: Float64Array, year: number): void {
  const mayBeLent = (lot: number) => lots[lot]!.lentYears >= year;
  let usable = 0;
  for (let store = 0; store < stores.length; store += 1) if (mayBeLent(stores[store]!.lot)) usable += left[store]!;
  let wanted = Math.min(lentAYear, Math.max(0, usable - reserve));
  for (let lot = 0; lot < lots.length && wanted > 0; lot += 1) if (mayBeLent(lot)) wanted -= take(stores, left, lot, wanted);
}

/** Takes seeds of a lot, the largest of its stores first. @returns how many there were to take */
function take(stores: readonly StoreAtRisk[], left: Float64Array, lot: number, seeds: Seeds): Seeds {
  let wanted = seeds;
  while (wanted > 0) {
    let largest = -1;
    for (let store = 0; store < stores.length; store += 1)
      if (stores[store]!.lot === lot && left[store]! > 0 && (largest < 0 || left[store]! > left[largest]!)) largest = store;
    if (largest < 0) break;
    const some = Math.min(wanted, left[largest]!);
    left[largest]! -= some;
    wanted -= some;
  }
  return seeds - wanted;
}

/** The places of stores by number, with the smallest beyond the most that are followed as one. */
function placesOf(stores: readonly StoreAtRisk[], harvest: Harvest | null): { readonly of: readonly number[]; readonly count: number } {
  const held = new Map<string, number>();
  for (const { place, seeds } of stores) held.set(place, (held.get(place) ?? 0) + seeds);
  if (harvest) held.set(harvest.place, (held.get(harvest.place) ?? 0) + harvest.seeds);
  const order = [...held.keys()].sort((one, other) => held.get(other)! - held.get(one)! || one.localeCompare(other));
  const numberOf = new Map(order.map((place, index) => [place, Math.min(index, MOST_PLACES - 1)]));
  return { of: stores.map(({ place }) => numberOf.get(place)!), count: Math.min(order.length, MOST_PLACES) };
}

/** Chance of a seed of each store to become a plant, by year and draw. A harvest is fresh when it comes. */
function sharesOf(
  { lots, comesUp, harvest }: LineAtRisk,
  stores: readonly StoreAtRisk[],
  years: number,
): readonly (readonly Float64Array[])[] {
  return stores.map(({ lot, rate }) => {
    const { probits, known, shut } = lots[lot]!.draws;
    const parts = partsOf(rate);
    const since = harvest?.lot === lot ? harvest.year : 0;
    return Array.from({ length: years }, (_, index) => {
      const days = Math.max(0, index + 1 - since) * DAYS_A_YEAR;
      return Float64Array.from(
        probits,
        (probit, draw) => comesUp * shareOf(probit - days * (parts.known * known[draw]! + parts.shut * shut[draw]!)),
      );
    });
  });
}
