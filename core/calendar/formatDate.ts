import type { IsoDate, MonthDay, PartialDate } from './plainDate.ts';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** A date as a person reads it: `12 Sep 2024`, `Sep 2024` or `2024`, as far as it is known. */
export function formatDate(date: IsoDate | PartialDate): string {
  const [year, month, day] = date.split('-');
  if (!month) return year!;
  const words = `${MONTHS[Number(month) - 1]} ${year}`;
  return day ? `${Number(day)} ${words}` : words;
}

/** A day with its weekday, `Monday 23 Nov 2026`. */
export function formatWeekday(date: IsoDate): string {
  const names = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
  return `${names[new Date(`${date}T00:00:00Z`).getUTCDay()]} ${formatDate(date)}`;
}

/** Day and month alone, `12 Sep`, where the year is plain from what stands around it. */
export function formatDay(date: IsoDate): string {
  return formatDate(date).replace(/ \d{4}$/, '');
}

/** A day of the year as a person reads it: `8 May`. */
export const formatMonthDay = (monthDay: MonthDay): string => formatDay(`2024-${monthDay}`);

/** A number of days from today in words: `today`, `tomorrow`, `in 5 days`, `3 days ago`, `in 7 weeks`, `2 years ago`. */
export function formatDistance(days: number): string {
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  const size = Math.abs(days);
  const [count, unit] =
    size < 21
      ? [size, 'days']
      : size < 120
        ? [Math.round(size / 7), 'weeks']
        : size < 700
          ? [Math.round(size / 30.44), 'months']
          : [Math.round(size / 365.25), 'years'];
  return days > 0 ? `in ${count} ${unit}` : `${count} ${unit} ago`;
}
