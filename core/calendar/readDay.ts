import { parsePartialDate } from './parsePartialDate.ts';
import { addDays, daysBetween, inYear, isIsoDate, yearOf, type IsoDate, type MonthDay } from './plainDate.ts';

/** Which day is meant where no year is written: the last one, the next one, or the nearest. */
export const LEANINGS = ['past', 'future', 'near'] as const;
export type Leaning = (typeof LEANINGS)[number];

const WEEKDAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];

/**
 * Reads a day as people write it: `27 Nov`, `27/11/2025`, `2025-11-27`, `today`, `yesterday`, `tomorrow`, `3 days ago`, `in 2 weeks`, `Tue`.
 * @param leaning what a weekday or a day without a year means; today is both the last and the next
 * @returns null where no day can be read from it, or none such exists
 */
export function readDay(text: string, today: IsoDate, leaning: Leaning): IsoDate | null {
  const said = text.trim().toLowerCase().replace(/,?\s+/g, ' ');
  if (isIsoDate(said)) return said;
  const words = { today: 0, yesterday: -1, tomorrow: 1 } as const;
  if (said in words) return addDays(today, words[said as keyof typeof words]);
  const distance = /^(in )?(\d{1,3}|a) (day|week)s?( ago)?$/.exec(said);
  if (distance && Boolean(distance[1]) !== Boolean(distance[4])) {
    const days = (distance[2] === 'a' ? 1 : Number(distance[2])) * (distance[3] === 'week' ? 7 : 1);
    return addDays(today, distance[1] ? days : -days);
  }
  const weekday = /^[a-z]{3,}/.test(said) ? WEEKDAYS.findIndex((name) => new RegExp(`^${name}[a-z]*\\b`).test(said)) : -1;
  const date = weekday < 0 ? said : said.replace(/^[a-z]+ ?/, '');
  if (date === '') return weekday < 0 ? null : onWeekday(weekday, today, leaning);
  const hasYear = /\b\d{4}\b/.test(date);
  const read = parsePartialDate(hasYear ? date : `${date} 2024`);
  if (!read.ok || read.date.length < 10) return null;
  return hasYear ? read.date : inSomeYear(read.date.slice(5), today, leaning);
}

/** Reads a day of the year as people write it, `8 May`, `May 8`, `05-08`; null where it is none. */
export function readMonthDay(text: string): MonthDay | null {
  const said = text.trim();
  if (/^\d{2}-\d{2}$/.test(said)) return isIsoDate(`2024-${said}`) ? said : null;
  const [first, second, ...more] = said.split(/[\s./-]+/);
  if (first === undefined || second === undefined || more.length > 0) return null;
  const read = parsePartialDate(/^[a-z]/i.test(first) ? `${second} ${first} 2024` : `${first} ${second} 2024`);
  return read.ok && read.date.length === 10 ? read.date.slice(5) : null;
}

function onWeekday(weekday: number, today: IsoDate, leaning: Leaning): IsoDate {
  const ahead = (weekday - new Date(`${today}T00:00:00Z`).getUTCDay() + 7) % 7;
  return addDays(today, leaning === 'past' || (leaning === 'near' && ahead > 3) ? ahead - (ahead === 0 ? 0 : 7) : ahead);
}

function inSomeYear(monthDay: MonthDay, today: IsoDate, leaning: Leaning): IsoDate {
  const years = [yearOf(today) - 1, yearOf(today), yearOf(today) + 1].map((year) => inYear(monthDay, year));
  if (leaning === 'past') return years.findLast((day) => day <= today)!;
  if (leaning === 'future') return years.find((day) => day >= today)!;
  return years.toSorted((one, other) => Math.abs(daysBetween(today, one)) - Math.abs(daysBetween(today, other)))[0]!;
}
