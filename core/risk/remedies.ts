import { BETWEEN_TEST_SPREAD } from '../germination/betaPosterior.ts';
import { betaBinomial } from '../germination/moreTesting.ts';
import type { Seeds } from '../kernel/kinds.ts';
import type { Age } from '../viability/age.ts';
import type { Draws } from '../viability/draws.ts';
import { shareOf } from '../viability/forecast.ts';
import { lossesOf, riskAt, riskByYear, standsOf, type LineAtRisk, type Losses } from './lineRisk.ts';

/** What can be done for a line. */
export const REMEDIES = ['grow out', 'safety copy', 'another place', 'freezer', 'dry and seal', 'test'] as const;
export type RemedyKind = (typeof REMEDIES)[number];

/** What a line's remedies would be; what is null cannot be done. */
export interface Ways {
  /** A grow-out of one lot: what it sows, and what it is likely to bring home to a place. */
  readonly growOut: {
    readonly lot: number;
    readonly sow: Seeds;
    readonly harvest: { readonly seeds: Seeds; readonly draws: Draws; readonly place: string; readonly rate: Age; readonly year: number };
    readonly chance: number;
  } | null;
  /** Seeds of which one grow-out can be sown: a part that is less says little. */
  readonly part: Seeds | null;
  /** Whether another copy elsewhere is wanted: the house says how many are enough. */
  readonly copy: boolean;
  /** Another place of the house that holds none of it. */
  readonly otherPlace: string | null;
  /** The freezer, and what a day there adds to the age of each store; null in the list for one that may not go there, or is there. */
  readonly freezer: { readonly place: string; readonly rates: readonly (Age | null)[] } | null;
  /** What a day adds to the age of each store once it is dry and shut in; null for one that is. */
  readonly sealed: readonly (Age | null)[] | null;
  /** A test of one lot. */
  readonly test: { readonly lot: number; readonly seeds: Seeds } | null;
  readonly hours: Readonly<Record<RemedyKind, number>>;
  /** An hour of hands is weighed as so much of a line that is surely saved. */
  readonly worthOfHour: number;
}

export interface Remedy {
  readonly kind: RemedyKind;
  /** Chance that the line is lost in five years if this is done; of a test, after the best that can be done by its result. */
  readonly risk: number;
  readonly hours: number;
  /** The fall in that chance times the line's importance, for each hour of hands. Below zero where it does harm. */
  readonly worth: number;
  /** The code of the lot with which it begins: where all of them gain by it, the one of which most is left. */
  readonly code: string;
  readonly seeds: Seeds | null;
}

/** A remedy with the chance by each year; null for a test, of which only the end is reckoned. */
export interface RemedyByYear extends Remedy {
  readonly byYear: readonly number[] | null;
}

/** Where a copy is sent: no place of the house. */
export const ELSEWHERE = 'elsewhere';
/** Under this chance of losing a line nothing needs to be done. */
const WORTH_DOING = 0.001;
/** Under this chance it is not asked what a test would tell. */
const WORTH_TESTING = 0.005;

/**
 * What each remedy takes away from the chance of losing a line (I.2), best for an hour of hands first. All are reckoned with the same draws, so that
 * what differs is the remedy. A remedy that makes it worse stays in the list, with its worth below zero. Empty where the line is as good as safe.
 * @param importance how much the line counts, 1 where nobody else has it
 */
export function remediesOf(line: LineAtRisk, ways: Ways, importance: number): readonly RemedyByYear[] {
  const before = lossesOf(line);
  const { risk } = riskAt(before);
  if (risk < WORTH_DOING) return [];
  const changed = [...changes(line, ways)].map((one) => ({ ...one, losses: lossesOf(one.line) }));
  const remedy = (kind: RemedyKind, after: number, byYear: readonly number[] | null, lot: number, seeds: Seeds | null): RemedyByYear => {
    const hours = ways.hours[kind];
    const { code } = line.lots[lot]!;
    return { kind, risk: after, hours, worth: (importance * (risk - after)) / Math.max(0.1, hours), code, seeds, byYear };
  };
  const best = new Map<RemedyKind, RemedyByYear>();
  for (const { kind, losses, lot, seeds } of changed) {
    const one = remedy(kind, riskAt(losses).risk, riskByYear(losses), lot, seeds);
    if (one.worth > (best.get(kind)?.worth ?? -Infinity)) best.set(kind, one);
  }
  if (ways.test && risk >= WORTH_TESTING) {
    const after = riskAfterTest(
      line,
      ways.test,
      [{ hours: 0, losses: before }, ...changed.map(({ kind, losses }) => ({ hours: ways.hours[kind], losses }))],
      importance,
      ways.worthOfHour,
    );
    best.set('test', remedy('test', after, null, ways.test.lot, ways.test.seeds));
  }
  return [...best.values()].sort((one, other) => other.worth - one.worth || REMEDIES.indexOf(one.kind) - REMEDIES.indexOf(other.kind));
}

interface Change {
  readonly kind: RemedyKind;
  readonly line: LineAtRisk;
  readonly lot: number;
  readonly seeds: Seeds | null;
}

/** The line as it would be after each remedy. */
function* changes(line: LineAtRisk, { growOut, part, copy, otherPlace, freezer, sealed }: Ways): Generator<Change> {
  if (growOut) yield { kind: 'grow out', line: grownOut(line, growOut), lot: growOut.lot, seeds: growOut.sow };
  const largest = largestStore(line);
  if (largest < 0) return;
  const { seeds, lot } = line.stores[largest]!;
  // Half of it, or as much as sows one grow-out: whichever is safer.
  const parts = [...new Set([Math.floor(seeds / 2), part])].filter((some): some is number => some !== null && some > 0 && some < seeds);
  for (const some of parts) {
    if (copy) yield { kind: 'safety copy', line: parted(line, largest, some, ELSEWHERE), lot, seeds: some };
    if (otherPlace !== null) yield { kind: 'another place', line: parted(line, largest, some, otherPlace), lot, seeds: some };
  }
  if (freezer?.rates.some((rate) => rate !== null))
    yield { kind: 'freezer', line: kept(line, freezer.rates, freezer.place), lot, seeds: null };
  if (sealed?.some((rate) => rate !== null)) yield { kind: 'dry and seal', line: kept(line, sealed, null), lot, seeds: null };
}

/** The line with part of a store in another place. */
export function parted(line: LineAtRisk, store: number, seeds: Seeds, place: string): LineAtRisk {
  const whole = line.stores[store]!;
  const stores = line.stores.map((one, index) => (index === store ? { ...one, seeds: one.seeds - seeds } : one));
  return { ...line, stores: [...stores, { ...whole, seeds, place }] };
}

/** The line with stores kept in another way, and in another place where one is named. */
function kept(line: LineAtRisk, rates: readonly (Age | null)[], place: string | null): LineAtRisk {
  return {
    ...line,
    stores: line.stores.map((store, index) => {
      const rate = rates[index] ?? null;
      return rate === null ? store : { ...store, rate, place: place ?? store.place };
    }),
  };
}

/** The line with a grow-out in the coming season: its seed is sown at once, the harvest comes as a lot of its own. A line that has one under way waits for that. */
export function grownOut(line: LineAtRisk, { lot, sow, harvest, chance }: NonNullable<Ways['growOut']>): LineAtRisk {
  const store = largestStore(line, lot);
  if (line.harvest || store < 0) return line;
  return {
    ...line,
    lots: [...line.lots, { code: 'the harvest', draws: harvest.draws, lentYears: Infinity, testYear: null, testSeeds: 0 }],
    harvest: { ...harvest, lot: line.lots.length, chance, stands: standsOf(line.lots[lot]!.draws, sow, line.comesUp, line.plantsForSeed) },
    sown: [...line.sown, { store, seeds: sow }],
  };
}

function largestStore({ stores }: LineAtRisk, lot: number | null = null): number {
  return stores.reduce(
    (largest, store, index) => ((lot === null || store.lot === lot) && store.seeds > (stores[largest]?.seeds ?? 0) ? index : largest),
    -1,
  );
}

/**
 * The chance of losing the line after a test and the best action by its result. For each result the draws count by how likely it is with them, and the action
 * is the one of which risk · importance and hours cost least; what the test's own seeds cost is added.
 */
function riskAfterTest(
  line: LineAtRisk,
  { lot, seeds }: NonNullable<Ways['test']>,
  actions: readonly { readonly hours: number; readonly losses: Losses }[],
  importance: number,
  worthOfHour: number,
): number {
  const { probits } = line.lots[lot]!.draws;
  const lasts = actions.map(({ losses }) => losses.at(-1)!);
  const likely = Array.from({ length: seeds + 1 }, (_, up) => chancesOf(up, seeds, probits));
  const costOf = (action: number, risk: number) => importance * risk + worthOfHour * actions[action]!.hours;
  const riskOf = (last: Float64Array, weights: Float64Array) => weights.reduce((sum, weight, draw) => sum + weight * last[draw]!, 0);
  let [after, without] = [0, Infinity];
  for (const [action, last] of lasts.entries())
    without = Math.min(without, costOf(action, last.reduce((sum, lost) => sum + lost, 0) / last.length));
  for (const chances of likely) {
    const weights = chances.map((chance) => chance / probits.length);
    const chance = weights.reduce((sum, weight) => sum + weight, 0);
    after += Math.min(...lasts.map((last, action) => importance * riskOf(last, weights) + worthOfHour * actions[action]!.hours * chance));
  }
  const store = largestStore(line, lot);
  const taken =
    store < 0
      ? line
      : { ...line, stores: line.stores.map((one, index) => (index === store ? { ...one, seeds: Math.max(0, one.seeds - seeds) } : one)) };
  const before = riskAt(actions[0]!.losses).risk;
  const seedsCost = riskAt(lossesOf(taken)).risk - before;
  // What the test gains, as if it lowered the risk by as much.
  return before - Math.max(0, without - after) / Math.max(0.01, importance) + seedsCost;
}

/** Shares to the fiftieth are near enough for what a test would tell. */
const STEPS = 50;

/** Chance of a test's result with each draw; tests of one lot differ by more than chance. */
function chancesOf(up: number, seeds: number, probits: Float64Array): Float64Array {
  const worth = 1 / BETWEEN_TEST_SPREAD - 1;
  const chances = Array.from({ length: STEPS + 1 }, (_, step) => {
    const share = Math.min(1 - 1e-6, Math.max(1e-6, step / STEPS));
    return betaBinomial(up, seeds, { a: share * worth, b: (1 - share) * worth });
  });
  return probits.map((probit) => chances[Math.round(shareOf(probit) * STEPS)]!);
}
