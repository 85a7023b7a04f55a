import type { IsoDate } from '../calendar/plainDate.ts';
import type { Seeds } from '../kernel/kinds.ts';

/**
 * What has been seen of one seed. `sprouted` is what the test counts: a normal seedling, or any root. `hard` never took up water,
 * `fresh` did and only waits; `absent` was never on the towel: one fewer was sown than recorded.
 */
export const SEED_STATES = ['waiting', 'sprouted', 'abnormal', 'hard', 'fresh', 'dead', 'absent'] as const;
export type SeedState = (typeof SEED_STATES)[number];
/** What a count may say of seeds. */
export const COUNTABLE = ['sprouted', 'abnormal', 'hard', 'fresh', 'dead'] as const;
export type Countable = (typeof COUNTABLE)[number];

/** A seed's place: replicates and the seeds of each are numbered from 1 in the order laid. */
export interface SeedPlace {
  readonly replicate: number;
  readonly seed: number;
}

/** One sighting; a later one of the same seed corrects an earlier one. */
export interface SeedMark extends SeedPlace {
  readonly state: SeedState;
  readonly on: IsoDate;
}

export interface SeedOnTowel extends SeedPlace {
  readonly state: SeedState;
  /** The day of the sighting that stands; null while waiting. */
  readonly on: IsoDate | null;
}

/**
 * The towels of a test as they stand, absent seeds too, from the sightings in the order in which they were written.
 * @param places seeds that each replicate has, or ever was said to have; RangeError for a mark beyond them
 */
export function towelNow(places: readonly number[], marks: readonly SeedMark[]): SeedOnTowel[] {
  const starts = places.map((_, index) => places.slice(0, index).reduce((sum, seeds) => sum + seeds, 0));
  const towel: SeedOnTowel[] = places.flatMap((seeds, index) =>
    Array.from({ length: seeds }, (_, at) => ({ replicate: index + 1, seed: at + 1, state: 'waiting' as const, on: null })),
  );
  for (const { replicate, seed, state, on } of marks) {
    if (seed < 1 || !(seed <= (places[replicate - 1] ?? 0))) throw new RangeError(`seed ${seed} of ${replicate} is on no towel`);
    towel[starts[replicate - 1]! + seed - 1] = { replicate, seed, state, on: state === 'waiting' ? null : on };
  }
  return towel;
}

export type StateCounts = Record<SeedState, number>;

/** How many seeds are in each state. */
export function countStates(towel: readonly SeedOnTowel[]): StateCounts {
  const counts: StateCounts = { waiting: 0, sprouted: 0, abnormal: 0, hard: 0, fresh: 0, dead: 0, absent: 0 };
  for (const { state } of towel) counts[state] += 1;
  return counts;
}

/** The first seeds of a replicate still waiting, for a count given as a number only. Fewer than asked when fewer wait. */
export function nextWaiting(towel: readonly SeedOnTowel[], replicate: number, count: number): SeedPlace[] {
  return towel
    .filter((seed) => seed.replicate === replicate && seed.state === 'waiting')
    .slice(0, count)
    .map(({ seed }) => ({ replicate, seed }));
}

/** One look: seeds by their places, and further ones of a replicate without saying which. */
export interface Look {
  readonly marks: readonly (SeedPlace & { readonly state: SeedState })[];
  readonly replicate: number;
  readonly more: Readonly<Record<Countable, number>>;
}

export type Looked =
  | { readonly ok: true; readonly towel: readonly SeedOnTowel[]; readonly marks: Look['marks'] }
  | { readonly ok: false; readonly waiting: number };

/**
 * The towel after a look, with all the marks that it makes: the next waiting seeds are taken for those counted by number. Refused, with how
 * many wait, when more are counted than that.
 */
export function lookedAt(towel: readonly SeedOnTowel[], { marks, replicate, more }: Look, on: IsoDate): Looked {
  let [now, all] = [after(towel, marks, on), marks];
  for (const state of COUNTABLE) {
    const further = nextWaiting(now, replicate, more[state]);
    if (further.length < more[state]) return { ok: false, waiting: further.length };
    const added = further.map((place) => ({ ...place, state }));
    [now, all] = [after(now, added, on), [...all, ...added]];
  }
  return { ok: true, towel: now, marks: all };
}

function after(towel: readonly SeedOnTowel[], marks: Look['marks'], on: IsoDate): readonly SeedOnTowel[] {
  const seen = new Map(marks.map(({ replicate, seed, state }) => [`${replicate}.${seed}`, state]));
  return towel.map((one) => {
    const state = seen.get(`${one.replicate}.${one.seed}`);
    return state === undefined ? one : { ...one, state, on: state === 'waiting' ? null : on };
  });
}

/** What has to be marked so that a replicate holds the number really laid, and how many places it needs for that. */
export type Relaid =
  | { readonly ok: true; readonly places: number; readonly marks: readonly (SeedPlace & { readonly state: 'absent' | 'waiting' })[] }
  | { readonly ok: false; readonly seen: number };

/**
 * Puts the number laid right. Fewer: the last waiting seeds were never there. More: absent ones come back first, then places are added.
 * Refused, with how many have been seen already, when fewer are claimed than that.
 */
export function relaid(towel: readonly SeedOnTowel[], replicate: number, seeds: Seeds): Relaid {
  const mine = towel.filter((seed) => seed.replicate === replicate);
  const there = mine.filter(({ state }) => state !== 'absent');
  const mark = ({ seed }: SeedPlace, state: 'absent' | 'waiting') => ({ replicate, seed, state });
  if (seeds <= there.length) {
    const waiting = there.filter(({ state }) => state === 'waiting');
    const missing = there.length - seeds;
    if (missing > waiting.length) return { ok: false, seen: there.length - waiting.length };
    return { ok: true, places: mine.length, marks: waiting.slice(waiting.length - missing).map((seed) => mark(seed, 'absent')) };
  }
  const back = mine.filter(({ state }) => state === 'absent').slice(0, seeds - there.length);
  return { ok: true, places: mine.length + seeds - there.length - back.length, marks: back.map((seed) => mark(seed, 'waiting')) };
}

/**
 * Seeds found up at each look, by days since laying: a look that found none says that none had come by then.
 * @param looks days on which somebody looked, in any order
 */
export function sproutedByDay(
  towel: readonly SeedOnTowel[],
  looks: readonly IsoDate[],
  dayOf: (on: IsoDate) => number,
): { day: number; seeds: Seeds }[] {
  const days = new Map(looks.map((on) => [dayOf(on), 0]));
  for (const { state, on } of towel) if (state === 'sprouted' && on !== null) days.set(dayOf(on), (days.get(dayOf(on)) ?? 0) + 1);
  return [...days].map(([day, seeds]) => ({ day, seeds })).sort((one, other) => one.day - other.day);
}
