import { addDays, daysBetween, type IsoDate } from '../calendar/plainDate.ts';
import type { Step } from './steps.ts';

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

export interface WeekLoad {
  readonly week: IsoDate;
  readonly needs: Needs;
  /** What there is too little of. */
  readonly short: readonly Thing[];
}

/** Most things needed at once, and hours in all, for each of `weeks` weeks from `start`, against what the house has. */
export function loadByWeek(stretches: readonly Stretch[], has: Needs, start: IsoDate, weeks: number): readonly WeekLoad[] {
  return Array.from({ length: weeks }, (_, index) => {
    const week = addDays(start, 7 * index);
    const touched = stretches.filter(({ from, to }) => from < addDays(week, 7) && to >= week);
    const most = (thing: 'trays' | 'jars') =>
      Math.max(
        0,
        ...Array.from({ length: 7 }, (__, offset) => {
          const day = addDays(week, offset);
          return touched.filter(({ from, to }) => from <= day && to >= day).reduce((sum, { step }) => sum + NEEDS[step][thing], 0);
        }),
      );
    const hours = touched.reduce((sum, { step, from, to }) => {
      const days = daysBetween(from, to) + 1;
      const inside = Math.min(daysBetween(from, addDays(week, 6)), days - 1) - Math.max(0, daysBetween(from, week)) + 1;
      return sum + (NEEDS[step].hours * inside) / days;
    }, 0);
    const needs = { trays: most('trays'), jars: most('jars'), hours: Math.round(hours * 10) / 10 };
    return { week, needs, short: THINGS.filter((thing) => needs[thing] > has[thing]) };
  });
}
