import { addDays, type IsoDate } from '../calendar/plainDate.ts';

/** Days between towels being looked at; every second day is what benches keep up. */
const CHECK_EVERY_DAYS = 2;

/** Days since laying on which a towel is looked at: every second day from the crop's first-count day to its final one. */
export function usualCheckDays(firstCountDays: number, finalCountDays: number): number[] {
  const days: number[] = [];
  for (let day = firstCountDays; day < finalCountDays; day += CHECK_EVERY_DAYS) days.push(day);
  return [...days, finalCountDays];
}

/**
 * The next day on which the towel wants a count: the first of its planned days after the last look, or its final day, also once that has passed.
 * @param checkDays days since laying, ascending, at least one
 */
export function nextCountDay(laidOn: IsoDate, lastCheckOn: IsoDate | null, checkDays: readonly number[]): IsoDate {
  const days = checkDays.map((day) => addDays(laidOn, day));
  return days.find((day) => lastCheckOn === null || day > lastCheckOn) ?? days.at(-1)!;
}
