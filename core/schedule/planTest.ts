import { addDays, daysBetween, type IsoDate } from '../calendar/plainDate.ts';
import type { Spot } from '../germination/layout.ts';
import { usualCheckDays } from '../germination/checkDays.ts';
import type { PlanTest } from './benchPlan.ts';

/** Laying a towel and one look at it, in hours. */
const LAY_HOURS = 0.3;
const LOOK_HOURS = 0.1;
const DAYS_A_WEEK = 7;
/** A test that is due only after lending has opened may be laid so many weeks before its day. */
const WEEKS_AHEAD = 8;

/** Helper hours of each week that a towel stands, laid at the start of the first. @param checkDays days since laying, ascending */
export function hoursByWeek(finalCountDays: number, checkDays: readonly number[]): number[] {
  const hours = Array.from({ length: Math.floor(finalCountDays / DAYS_A_WEEK) + 1 }, (_, week) => (week === 0 ? LAY_HOURS : 0));
  for (const day of checkDays) {
    const week = Math.floor(day / DAYS_A_WEEK);
    if (week < hours.length) hours[week]! += LOOK_HOURS;
  }
  return hours.map((all) => Math.round(all * 100) / 100);
}

/** Helper hours of each week of a test that is counted on the usual days. */
export const hoursOfTest = ({ firstCount, finalCount }: { readonly firstCount: number; readonly finalCount: number }): readonly number[] =>
  hoursByWeek(finalCount, usualCheckDays(firstCount, finalCount));

/**
 * A due test as the plan takes it. What is due by the day lending opens is to end before that day; what is due later, by its last count when
 * laid on its own day.
 * @param start Monday of the plan's first week
 */
export function planTestOf(
  due: {
    readonly dueOn: IsoDate;
    readonly value: number;
    readonly spot: Spot;
    readonly finalCount: number;
    /** Of each week that it stands: `hoursOfTest`, the same for all tests of a crop. */
    readonly hours: readonly number[];
    readonly pinnedTo: IsoDate | null;
  },
  { start, opening }: { readonly start: IsoDate; readonly opening: IsoDate },
): PlanTest {
  const isLater = due.dueOn > opening;
  const deadline = isLater ? addDays(due.dueOn, due.finalCount) : opening;
  return {
    spot: due.spot,
    towels: 1,
    hours: due.hours,
    value: due.value,
    earliest: isLater ? Math.max(0, weekIndex(start, due.dueOn) - WEEKS_AHEAD) : 0,
    deadline: Math.floor((daysBetween(start, deadline) - (DAYS_A_WEEK - 1)) / DAYS_A_WEEK),
    pinned: due.pinnedTo === null ? null : Math.max(0, weekIndex(start, due.pinnedTo)),
  };
}

/** The plan's week that a day lies in; negative before it. */
export const weekIndex = (start: IsoDate, day: IsoDate): number => Math.floor(daysBetween(start, day) / DAYS_A_WEEK);

/** What a standing towel takes of the bench from the plan's first week on. */
export function standingIn(
  standing: { readonly laidOn: IsoDate; readonly finalCountDays: number; readonly checkDays: readonly number[] },
  start: IsoDate,
  weeks: number,
): { readonly weeks: readonly number[]; readonly hours: readonly number[] } {
  // One that should have ended stands until somebody ends it: this week at least.
  const last = Math.min(weeks - 1, Math.max(0, weekIndex(start, addDays(standing.laidOn, standing.finalCountDays))));
  const hours = Array.from({ length: weeks }, () => 0);
  for (const day of standing.checkDays) {
    const week = weekIndex(start, addDays(standing.laidOn, day));
    if (week >= 0 && week < weeks) hours[week]! += LOOK_HOURS;
  }
  return { weeks: Array.from({ length: last + 1 }, (_, week) => week), hours };
}
