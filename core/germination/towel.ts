import { addDays, daysBetween, type IsoDate } from '../calendar/plainDate.ts';

/** What has been seen of one seed on the towel. */
export type SeedState = 'waiting' | 'sprouted' | 'dead';

/** One sighting; a later one of the same seed corrects an earlier one. Seeds are numbered from 1 in the order laid. */
export interface SeedMark {
  readonly seed: number;
  readonly state: SeedState;
  readonly on: IsoDate;
}

export interface SeedOnTowel {
  readonly seed: number;
  readonly state: SeedState;
  /** The day of the sighting that stands; null while waiting. */
  readonly on: IsoDate | null;
}

/** The towel as it stands: one entry for each seed laid, from the sightings in the order in which they were written. */
export function towelNow(laid: number, marks: readonly SeedMark[]): SeedOnTowel[] {
  const towel: SeedOnTowel[] = Array.from({ length: laid }, (_, index) => ({ seed: index + 1, state: 'waiting', on: null }));
  for (const { seed, state, on } of marks) {
    if (seed < 1 || seed > laid) throw new RangeError(`seed ${seed} is not on a towel of ${laid}`);
    towel[seed - 1] = { seed, state, on: state === 'waiting' ? null : on };
  }
  return towel;
}

/** How many seeds are in each state. */
export function countStates(towel: readonly SeedOnTowel[]): Record<SeedState, number> {
  const counts: Record<SeedState, number> = { waiting: 0, sprouted: 0, dead: 0 };
  for (const { state } of towel) counts[state] += 1;
  return counts;
}

/** The lowest-numbered seeds still waiting, for a count given as a number only. Fewer than asked when fewer wait. */
export function nextWaiting(towel: readonly SeedOnTowel[], count: number): number[] {
  return towel
    .filter(({ state }) => state === 'waiting')
    .slice(0, count)
    .map(({ seed }) => seed);
}

/** Days between towels being looked at; every second day is what benches keep up. */
const CHECK_EVERY_DAYS = 2;

/**
 * The next day on which the towel wants a count: every second day from the crop's first-count day,
 * and at the latest on its final-count day; the day it should have ended once that has passed.
 */
export function nextCountDay(laidOn: IsoDate, lastCheckOn: IsoDate | null, firstCountDays: number, finalCountDays: number): IsoDate {
  const first = addDays(laidOn, firstCountDays);
  const final = addDays(laidOn, finalCountDays);
  const wanted = lastCheckOn === null ? first : addDays(lastCheckOn, CHECK_EVERY_DAYS);
  const next = wanted < first ? first : wanted;
  return daysBetween(next, final) < 0 ? final : next;
}
