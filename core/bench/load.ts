import { addDays, daysBetween, type IsoDate } from '../calendar/plainDate.ts';
import { BY_WEIGHT, type Step, type StepHours } from './steps.ts';

/** What bench work takes: trays and screens while it dries or hangs, jars while it stands in water, hands for the rest. */
export const THINGS = ['trays', 'jars', 'hours'] as const;
export type Thing = (typeof THINGS)[number];
export type Needs = Readonly<Record<Thing, number>>;

const NEEDS: Record<Step, Needs> = {
  cure: { trays: 0, jars: 0, hours: 0.1 },
  hang: { trays: 0, jars: 0, hours: 0.3 },
  scoop: { trays: 0, jars: 1, hours: 0.6 },
  ferment: { trays: 0, jars: 1, hours: 0.2 },
  soda: { trays: 0, jars: 1, hours: 0.2 },
  peroxide: { trays: 0, jars: 1, hours: 0.3 },
  wipe: { trays: 1, jars: 0, hours: 0.6 },
  rinse: { trays: 0, jars: 1, hours: 0.4 },
  thresh: { trays: 0, jars: 0, hours: 1 },
  screen: { trays: 0, jars: 0, hours: 0.5 },
  winnow: { trays: 0, jars: 0, hours: 0.7 },
  sort: { trays: 0, jars: 0, hours: 0.7 },
  dry: { trays: 1, jars: 0, hours: 0.3 },
  silica: { trays: 0, jars: 1, hours: 0.2 },
};

/** A step of some batch, open or still to come, over the days it is likely to last. */
export interface Stretch {
  readonly step: Step;
  readonly from: IsoDate;
  readonly to: IsoDate;
}

/** A lot that waits uncleaned: the steps it wants, with the days each lasts, and the day by which it must be begun. */
export interface Waiting {
  readonly steps: readonly { readonly step: Step; readonly days: number }[];
  readonly latest: IsoDate | null;
}

export interface WeekLoad {
  readonly week: IsoDate;
  readonly needs: Needs;
  /** What there is too little of. */
  readonly short: readonly Thing[];
}

export interface LoadPlan {
  readonly weeks: readonly WeekLoad[];
  /** For each waiting lot, in the order given, the week in which it is best begun. */
  readonly begin: readonly IsoDate[];
}

/** Days that a step takes, rounded up: its usual hours, or for drying a week for small seed and two for large. */
export function daysOf(step: Step, hours: StepHours | null, largeSeed: boolean): number {
  if (BY_WEIGHT.has(step)) return largeSeed ? 14 : 7;
  return Math.max(1, Math.ceil((hours?.usual ?? 0) / 24));
}

/** Steps one after the other from a day on. */
export function inARow(steps: Waiting['steps'], from: IsoDate): readonly Stretch[] {
  let day = from;
  return steps.map(({ step, days }) => {
    const stretch = { step, from: day, to: addDays(day, days - 1) };
    day = addDays(day, days);
    return stretch;
  });
}

/**
 * The load of `weeks` weeks from `start`, against what the house has. What waits is begun, the one that spoils first before the others,
 * in the first week that has room for it, and at the latest in the week of its last day, room or not.
 * @param fixed what is under way or expected; @param has trays and jars at once, hours a week
 */
export function planLoad(fixed: readonly Stretch[], waiting: readonly Waiting[], has: Needs, start: IsoDate, weeks: number): LoadPlan {
  const days = new Days(start, weeks);
  for (const stretch of fixed) days.add(stretch);
  const begin = waiting.map(() => start);
  const soonest = waiting
    .map((one, index) => ({ ...one, index }))
    .sort((one, other) => (one.latest ?? '9999').localeCompare(other.latest ?? '9999') || one.index - other.index);
  for (const { steps, latest, index } of soonest) {
    const allowed = Array.from({ length: weeks }, (_, week) => addDays(start, 7 * week)).filter(
      (week) => week === start || latest === null || week <= latest,
    );
    const week = allowed.find((one) => days.hasRoom(inARow(steps, one), has)) ?? allowed.at(-1)!;
    for (const stretch of inARow(steps, week)) days.add(stretch);
    begin[index] = week;
  }
  return { weeks: days.byWeek(has), begin };
}

/** What is needed on each day of some weeks; what lies outside them is left out. */
class Days {
  readonly #days: Record<Thing, number>[];
  readonly #start: IsoDate;

  constructor(start: IsoDate, weeks: number) {
    this.#start = start;
    this.#days = Array.from({ length: 7 * weeks }, () => ({ trays: 0, jars: 0, hours: 0 }));
  }

  add(stretch: Stretch, sign = 1): void {
    const { trays, jars, hours } = NEEDS[stretch.step];
    const first = daysBetween(this.#start, stretch.from);
    const last = daysBetween(this.#start, stretch.to);
    for (let at = Math.max(0, first); at <= Math.min(last, this.#days.length - 1); at += 1) {
      const day = this.#days[at]!;
      day.trays += sign * trays;
      day.jars += sign * jars;
      day.hours += (sign * hours) / (last - first + 1);
    }
  }

  hasRoom(stretches: readonly Stretch[], has: Needs): boolean {
    const before = this.byWeek(has);
    for (const stretch of stretches) this.add(stretch);
    const fits = this.byWeek(has).every(({ short, needs }, week) => short.every((thing) => before[week]!.needs[thing] >= needs[thing]));
    for (const stretch of stretches) this.add(stretch, -1);
    return fits;
  }

  byWeek(has: Needs): WeekLoad[] {
    return Array.from({ length: this.#days.length / 7 }, (_, index) => {
      const days = this.#days.slice(7 * index, 7 * index + 7);
      const most = (thing: 'trays' | 'jars') => Math.max(...days.map((day) => day[thing]));
      const hours = days.reduce((sum, day) => sum + day.hours, 0);
      const needs = { trays: most('trays'), jars: most('jars'), hours: Math.round(hours * 10) / 10 };
      return { week: addDays(this.#start, 7 * index), needs, short: THINGS.filter((thing) => needs[thing] > has[thing]) };
    });
  }
}
