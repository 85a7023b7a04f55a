import { Temporal } from 'temporal-polyfill';
import { parsePartialDate } from './parsePartialDate.ts';

interface Time {
  readonly hour: number;
  readonly minute: number;
}

/** A past moment as somebody writes it down afterwards; which instant it is depends on when and where it is read. */
export type When =
  | { readonly kind: 'ago'; readonly milliseconds: number }
  | { readonly kind: 'days back'; readonly days: number; readonly time: Time | null }
  /** 1 is Monday, 7 is Sunday. */
  | { readonly kind: 'weekday'; readonly weekday: number; readonly time: Time | null }
  /** `MM-DD`; without a year it is the last one that has passed. */
  | { readonly kind: 'date'; readonly monthDay: string; readonly year: number | null; readonly time: Time | null }
  | { readonly kind: 'time'; readonly time: Time };

export type ReadWhen = { readonly ok: true; readonly when: When } | { readonly ok: false; readonly why: 'unreadable' | 'impossible' };

const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];
const UNITS: readonly [RegExp, number][] = [
  [/^m(in(ute)?s?)?$/, 60_000],
  [/^h(ours?|rs?)?$/, 3_600_000],
  [/^d(ays?)?$/, 86_400_000],
  [/^w(eeks?|ks?)?$/, 7 * 86_400_000],
];

/**
 * Reads a past moment: `6 h`, `3 days ago`, `18:00`, `yesterday 18:00`, `Tue 7.30`, `21 Nov`, `Sat 21 Nov 18:00`, `21/11/2026`, `2026-11-21 18:00`.
 * A date needs its day; a time its minutes. A time or day that does not exist is `impossible`.
 */
export function parseWhen(text: string): ReadWhen {
  const said = text.trim().toLowerCase().replace(/,?\s+/g, ' ');
  const ago = /^(\d+(?:[.,]\d+)?) ?([a-z]+)(?: ago)?$/.exec(said);
  const unit = ago && UNITS.find(([named]) => named.test(ago[2]!))?.[1];
  if (ago && unit) return { ok: true, when: { kind: 'ago', milliseconds: Number(ago[1]!.replace(',', '.')) * unit } };
  const [, before, clock] = /^(.*?) ?(?:\bat )?(\d{1,2}[:.]\d{2})?$/.exec(said)!;
  const [hour, minute] = (clock ?? '').split(/[:.]/).map(Number);
  if (clock && (hour! > 23 || minute! > 59)) return { ok: false, why: 'impossible' };
  const time = clock ? { hour: hour!, minute: minute! } : null;
  const day = before!.replace(/ at$/, '');
  if (day === '') return time ? { ok: true, when: { kind: 'time', time } } : { ok: false, why: 'unreadable' };
  if (day === 'today' || day === 'yesterday') return { ok: true, when: { kind: 'days back', days: day === 'today' ? 0 : 1, time } };
  const weekday = WEEKDAYS.findIndex((name) => new RegExp(`^${name}[a-z]*\\b`).test(day)) + 1;
  const date = weekday ? day.replace(/^[a-z]+ ?/, '') : day;
  if (date === '') return { ok: true, when: { kind: 'weekday', weekday, time } };
  const hasYear = /\b\d{4}\b/.test(date);
  // Any leap year lets 29 February through; the year it falls in is looked for when it is resolved.
  const read = parsePartialDate(hasYear ? date : `${date} 2024`);
  if (!read.ok) return read;
  if (read.date.length < 10) return { ok: false, why: 'unreadable' };
  return { ok: true, when: { kind: 'date', monthDay: read.date.slice(5), year: hasYear ? Number(read.date.slice(0, 4)) : null, time } };
}

/**
 * The instant that was meant. A day without a time is its noon, or now if it is today; a bare time, weekday or day of the year is the last one past.
 * What names its day in full may lie in the future: it is returned as it was said.
 * @param zone IANA time zone of the house
 */
export function instantOf(when: When, now: Date, zone: string): Date {
  if (when.kind === 'ago') return new Date(now.getTime() - when.milliseconds);
  const here = Temporal.Instant.fromEpochMilliseconds(now.getTime()).toZonedDateTimeISO(zone);
  const today = here.toPlainDate();
  const on = (day: Temporal.PlainDate, time: Time | null): Date => {
    if (time === null && day.equals(today)) return now;
    return new Date(day.toZonedDateTime({ timeZone: zone, plainTime: { hour: 12, minute: 0, ...time } }).epochMilliseconds);
  };
  const lastPast = (day: Temporal.PlainDate, time: Time | null, step: Temporal.DurationLike): Date => {
    const at = on(day, time);
    return at > now ? on(day.subtract(step), time) : at;
  };
  switch (when.kind) {
    case 'time':
      return lastPast(today, when.time, { days: 1 });
    case 'days back':
      return on(today.subtract({ days: when.days }), when.time);
    case 'weekday':
      return lastPast(today.subtract({ days: (today.dayOfWeek - when.weekday + 7) % 7 }), when.time, { weeks: 1 });
    case 'date': {
      const day = Temporal.PlainMonthDay.from(when.monthDay);
      if (when.year !== null) return on(day.toPlainDate({ year: when.year }), when.time);
      return lastPast(day.toPlainDate({ year: today.year }), when.time, { years: 1 });
    }
  }
}
