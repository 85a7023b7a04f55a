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
  /** Chance that it comes, 0 to 1, if enough of what was sown stands; and by draw whether that is so: dead seed brings nothing home. */
  readonly chance: number;
  readonly stands: readonly boolean[];
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
const MOST_PLACES = 3;

/**
 * Losing a line within the next years (I.2). Viability by the draws of its lots; failures of places, each with the same chance in a year, by enumerating
 * which of them fails first when; in each year come tests, sowing, lending (at the mean of demand, oldest seed first, never below the reserve) and then
 * the failures. A draw is recoverable while all that is left, sown at once, would give the plants that seed needs as likely as not.
 * @returns by year and draw the chance that it is lost; the same input gives the same answer
 */
export function lossesOf(line: LineAtRisk, years = RISK_YEARS): Losses {
  const { harvest } = line;
  if (!harvest || harvest.chance <= 0) return scenarios(line, null, years);
  const [succeeds, fails] = [scenarios(line, harvest, years), scenarios(line, null, years)];
  return succeeds.map((year, index) =>
    year.map((lost, draw) => {
      const chance = harvest.stands[draw] ? harvest.chance : 0;
      return chance * lost + (1 - chance) * fails[index]![draw]!;
    }),
  );
}

/** By draw: whether so many seeds of a lot, sown now, give the plants that seed needs as likely as not. */
export const standsOf = ({ probits }: Draws, seeds: Seeds, comesUp: number, plantsForSeed: number): readonly boolean[] =>
  Array.from(probits, (probit) => isRecoverable([seeds], [comesUp * shareOf(probit)], plantsForSeed));

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
  const draws = line.lots[0]?.draws.probits.length ?? DRAWS;
  const losses = Array.from({ length: years }, () => new Float64Array(draws));
  if (stores.length === 0) return losses.map((year) => year.fill(1));
  const { of: placeOf, count } = placesOf(stores, harvest);
  const shares = sharesOf(line, stores, years);
  const mean = new Float64Array(draws);
  const left = Array.from({ length: years + 1 }, () => Float64Array.from(stores, ({ seeds }) => seeds));
  const share = new Float64Array(stores.length);

  /** What a year takes, and then each set of the places that still stand that may fail in it. @param standing places by their bits */
  function goOn(year: number, standing: number, chance: number): void {
    const [before, now] = [left[year - 1]!, left[year]!];
    test(line, stores, before, year);
    if (year === 1) for (const { store, seeds } of line.sown) before[store] = Math.max(0, before[store]! - seeds);
    if (harvest && year === harvest.year) before[stores.length - 1] = harvest.seeds;
    lend(line, stores, before, year);
    for (let failing = standing; ; failing = (failing - 1) & standing) {
      const here = chance * chanceOf(failing, standing, line.fails, count);
      if (here > 0) {
        for (let store = 0; store < now.length; store += 1) now[store] = (failing >> placeOf[store]!) & 1 ? 0 : before[store]!;
        const isGone = countLost(now, shares[year - 1]!, line.plantsForSeed, here, losses[year - 1]!, mean, share);
        // What is lost in every draw stays lost, unless a harvest is still to come: seed only grows fewer and older.
        if (isGone && !(harvest && year < harvest.year)) {
          for (let later = year; later < years; later += 1) {
            const lost = losses[later]!;
            for (let draw = 0; draw < draws; draw += 1) lost[draw]! += here;
          }
        } else if (year < years) goOn(year + 1, standing & ~failing, here);
      }
      if (failing === 0) return;
    }
  }
  goOn(1, (1 << count) - 1, 1);
  return losses;
}

/** Chance that of the places that stand just these fail in a year. */
function chanceOf(failing: number, standing: number, fails: number, count: number): number {
  let chance = 1;
  for (let place = 0; place < count; place += 1) if ((standing >> place) & 1) chance *= (failing >> place) & 1 ? fails : 1 - fails;
  return chance;
}

/**
 * Adds the chance of this way to the draws that are no longer recoverable in a year.
 * @param mean, share room to work in: one value for each draw, and for each store
 * @returns whether it is lost in every draw, by far
 */
function countLost(
  left: Float64Array,
  year: SharesOfYear,
  plants: number,
  chance: number,
  lost: Float64Array,
  mean: Float64Array,
  share: Float64Array,
): boolean {
  let [least, most] = [0, 0];
  for (let store = 0; store < left.length; store += 1) {
    least += left[store]! * year.least[store]!;
    most += left[store]! * year.most[store]!;
  }
  // Most ways are clear for every draw at once.
  if (least >= plants) return false;
  if (most < plants - Math.LN2) {
    for (let draw = 0; draw < lost.length; draw += 1) lost[draw]! += chance;
    return true;
  }
  mean.fill(0);
  for (let store = 0; store < left.length; store += 1) {
    const seeds = left[store]!;
    const shares = year.shares[store]!;
    if (seeds > 0) for (let draw = 0; draw < mean.length; draw += 1) mean[draw]! += seeds * shares[draw]!;
  }
  for (let draw = 0; draw < lost.length; draw += 1) {
    const stand = mean[draw]!;
    if (stand >= plants) continue;
    if (stand >= plants - Math.LN2) {
      for (let store = 0; store < share.length; store += 1) share[store] = year.shares[store]![draw]!;
      if (isRecoverable(left, share, plants)) continue;
    }
    lost[draw]! += chance;
  }
  return false;
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

/** Chance of a seed of each store to become a plant in a year: by draw, and the least and the most of them. */
interface SharesOfYear {
  readonly shares: readonly Float64Array[];
  readonly least: readonly number[];
  readonly most: readonly number[];
}

/** These chances by year. A harvest is fresh when it comes. */
function sharesOf({ lots, comesUp, harvest }: LineAtRisk, stores: readonly StoreAtRisk[], years: number): readonly SharesOfYear[] {
  return Array.from({ length: years }, (_, index) => {
    const [shares, least, most]: [Float64Array[], number[], number[]] = [[], [], []];
    for (const { lot, rate } of stores) {
      const { probits, known, shut } = lots[lot]!.draws;
      const parts = partsOf(rate);
      const days = Math.max(0, index + 1 - (harvest?.lot === lot ? harvest.year : 0)) * DAYS_A_YEAR;
      const [inAir, inJar] = [days * parts.known, days * parts.shut];
      const share = new Float64Array(probits.length);
      let [low, high] = [Infinity, 0];
      for (let draw = 0; draw < share.length; draw += 1) {
        const comes = comesUp * shareOf(probits[draw]! - inAir * known[draw]! - inJar * shut[draw]!);
        share[draw] = comes;
        if (comes < low) low = comes;
        if (comes > high) high = comes;
      }
      shares.push(share);
      least.push(low);
      most.push(high);
    }
    return { shares, least, most };
  });
}
