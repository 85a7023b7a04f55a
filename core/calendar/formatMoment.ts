import { formatDistance } from './formatDate.ts';
import { daysBetween } from './plainDate.ts';
import { dayInZone } from './dayInZone.ts';

/** Making one costs a hundred times what using it does. */
const clocks = new Map<string, Intl.DateTimeFormat>();
function clockIn(zone: string): Intl.DateTimeFormat {
  const clock =
    clocks.get(zone) ?? new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
  clocks.set(zone, clock);
  return clock;
}

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/**
 * An instant as the bench says it: `today 14:00`, `tomorrow 09:30`, `Thu 26 Nov 14:00`. More than a week away hours do not matter: `Mon 21 Dec`, `3 Mar 2027`.
 * @param at instant in ms; @param now the instant it is said; @param zone IANA time zone of the house
 */
export function formatMoment(at: number, now: number, zone: string): string {
  const [day, today] = [dayInZone(new Date(at), zone), dayInZone(new Date(now), zone)];
  const away = daysBetween(today, day);
  const time = Math.abs(away) > 7 ? '' : ` ${clockIn(zone).format(new Date(at))}`;
  if (Math.abs(away) <= 1) return `${formatDistance(away)}${time}`;
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  const named = new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', month: 'short' }).format(new Date(`${day}T00:00:00Z`)).slice(0, 3);
  if (String(year) !== today.slice(0, 4)) return `${date} ${named} ${year}${time}`;
  return `${DAYS[new Date(Date.UTC(year, month - 1, date)).getUTCDay()]} ${date} ${named}${time}`;
}

/** A stretch of time in the unit one would say: `20 minutes`, `7 hours`, `3 days`, `5 weeks`. */
export function formatSpan(milliseconds: number): string {
  const hours = Math.abs(milliseconds) / 3_600_000;
  const say = (count: number, unit: string) => `${Math.round(count)} ${unit}${Math.round(count) === 1 ? '' : 's'}`;
  if (hours < 1) return say(Math.max(1, hours * 60), 'minute');
  if (hours < 48) return say(hours, 'hour');
  return hours < 24 * 21 ? say(hours / 24, 'day') : say(hours / 168, 'week');
}
