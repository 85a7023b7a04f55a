import type { Day } from '../kernel/kinds.ts';

/** A calendar day, `YYYY-MM-DD`, in the library's own time zone. Never an instant. */
export type IsoDate = Day;

/** A harvest date as far as it is known: `YYYY`, `YYYY-MM` or `YYYY-MM-DD`. */
export type PartialDate = string;

/** A day that returns every year, `MM-DD`, such as the mean last frost. */
export type MonthDay = string;

const DAY = 86_400_000;

/** Days since 1970. A forecast asks for thousands: days have no hours and no zone, so that the platform's own count is right, and many times faster. */
function dayNumber(date: IsoDate): number {
  const time = Date.parse(date);
  if (Number.isNaN(time)) throw new RangeError(`no such day: ${date}`);
  return time / DAY;
}

/** The calendar day `days` after `date` (before it when negative). Throws RangeError for a day that is none. */
export function addDays(date: IsoDate, days: number): IsoDate {
  return isoOf((dayNumber(date) + days) * DAY);
}

const isoOf = (time: number): IsoDate => new Date(time).toISOString().slice(0, 10);

/** The calendar day `months` later; the 31st becomes the last day of a shorter month. Throws RangeError for a day that is none. */
export function addMonths(date: IsoDate, months: number): IsoDate {
  const from = new Date(dayNumber(date) * DAY);
  const [year, month] = [from.getUTCFullYear(), from.getUTCMonth() + months];
  const last = new Date(Date.UTC(year, month + 1, 0)).getUTCDate();
  return isoOf(Date.UTC(year, month, Math.min(from.getUTCDate(), last)));
}

/** Whole days from `from` to `to`; negative when `to` comes first. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return dayNumber(to) - dayNumber(from);
}

/** The Monday on or before a day. */
export function mondayOf(date: IsoDate): IsoDate {
  return addDays(date, -new Date((dayNumber(date) - 1) * DAY).getUTCDay());
}

/** The given day of the year in `year`; 29 February falls back to the 28th. Throws RangeError for an impossible day. */
export function inYear(monthDay: MonthDay, year: number): IsoDate {
  const day = `${String(year).padStart(4, '0')}-${monthDay}`;
  if (isIsoDate(day)) return day;
  if (monthDay === '02-29') return inYear('02-28', year);
  throw new RangeError(`no such day of the year: ${monthDay}`);
}

/** The next time a day of the year comes round, today included. */
export function nextOn(monthDay: MonthDay, today: IsoDate): IsoDate {
  const thisYear = inYear(monthDay, yearOf(today));
  return thisYear >= today ? thisYear : inYear(monthDay, yearOf(today) + 1);
}

/** The calendar year of a date or partial date. */
export function yearOf(date: IsoDate | PartialDate): number {
  return Number(date.slice(0, 4));
}

/** The earliest day a partial date can mean: `2024-09` gives `2024-09-01`. */
export function earliestDay(date: PartialDate): IsoDate {
  return `${date}-01-01`.slice(0, 4) + (date.length > 4 ? date.slice(4, 7) : '-01') + (date.length > 7 ? date.slice(7) : '-01');
}

/** Whether the text names a day that exists, written `YYYY-MM-DD`. */
export function isIsoDate(text: string): text is IsoDate {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const time = Date.parse(text);
  return !Number.isNaN(time) && isoOf(time) === text;
}

/** The same day of a year, six months on: `05-01` becomes `11-01`. @param monthDay month and day, a day that each month has */
export const halfAYearOn = (monthDay: string): string =>
  `${String(((Number(monthDay.slice(0, 2)) + 5) % 12) + 1).padStart(2, '0')}${monthDay.slice(2)}`;
