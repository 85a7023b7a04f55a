import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { formatDate, formatDay, formatDistance, formatWeekday } from './formatDate.ts';
import { formatMoment, formatSpan } from './formatMoment.ts';
import { parsePartialDate } from './parsePartialDate.ts';
import { addDays, addMonths, daysBetween, earliestDay, inYear, isIsoDate, mondayOf, nextOn } from './plainDate.ts';
import { dayInZone } from './dayInZone.ts';

const someDay = fc
  .date({ min: new Date('1990-01-01'), max: new Date('2090-12-31'), noInvalidDate: true })
  .map((date) => date.toISOString().slice(0, 10));

describe('calendar days', () => {
  test('adding days and counting them agree', () => {
    fc.assert(fc.property(someDay, fc.integer({ min: -4000, max: 4000 }), (day, days) => daysBetween(day, addDays(day, days)) === days));
  });

  test('days are counted as the calendar library counts them', () => {
    fc.assert(
      fc.property(someDay, someDay, fc.integer({ min: -40_000, max: 40_000 }), (one, other, days) => {
        expect(addDays(one, days)).toBe(Temporal.PlainDate.from(one).add({ days }).toString());
        expect(daysBetween(one, other)).toBe(Temporal.PlainDate.from(one).until(other, { largestUnit: 'days' }).days);
      }),
    );
    fc.assert(
      fc.property(someDay, fc.integer({ min: -400, max: 400 }), (day, months) => {
        const date = Temporal.PlainDate.from(day);
        expect(addMonths(day, months)).toBe(date.add({ months }).toString());
        expect(mondayOf(day)).toBe(date.subtract({ days: date.dayOfWeek - 1 }).toString());
        expect(inYear(day.slice(5), 2027)).toBe(Temporal.PlainMonthDay.from(day.slice(5)).toPlainDate({ year: 2027 }).toString());
      }),
    );
    expect(() => addDays('soon', 1)).toThrow(RangeError);
    expect(() => daysBetween('2026-01-01', '2026-13-01')).toThrow(RangeError);
  });

  test('a month after the 31st is the last day of a shorter month', () => {
    expect(addMonths('2026-01-31', 1)).toBe('2026-02-28');
  });

  test('a leap day falls back to the 28th in other years', () => {
    expect(inYear('02-29', 2027)).toBe('2027-02-28');
    expect(() => inYear('02-31', 2027)).toThrow(RangeError);
  });

  test('the day of an instant depends on the house’s time zone', () => {
    const instant = new Date('2026-11-23T23:30:00Z');
    expect(dayInZone(instant, 'Atlantic/Azores')).toBe('2026-11-23');
    expect(dayInZone(instant, 'Pacific/Auckland')).toBe('2026-11-24');
  });

  test('a partial date begins on the first day it can mean', () => {
    expect([earliestDay('2024'), earliestDay('2024-09'), earliestDay('2024-09-12')]).toEqual(['2024-01-01', '2024-09-01', '2024-09-12']);
  });

  test('a day that does not exist is not a date', () => {
    expect([isIsoDate('2026-02-29'), isIsoDate('2028-02-29'), isIsoDate('28-02-29')]).toEqual([false, true, false]);
  });
});

describe('harvest dates as people write them', () => {
  test.each([
    ['2024', '2024'],
    ['9/2024', '2024-09'],
    ['2024-09', '2024-09'],
    ['Sept 2024', '2024-09'],
    ['september 2024', '2024-09'],
    ['12 Sep 2024', '2024-09-12'],
    ['12th sep 2024', '2024-09-12'],
    ['12/9/2024', '2024-09-12'],
    ['2024-09-12', '2024-09-12'],
    [' 12.9.2024 ', '2024-09-12'],
  ])('%s', (text, date) => expect(parsePartialDate(text)).toEqual({ ok: true, date }));

  test.each([
    ['31/2/2024', 'impossible'],
    ['13/2024', 'impossible'],
    ['last summer', 'unreadable'],
    ['', 'unreadable'],
    ['9/24', 'unreadable'],
    ['1 2 3 2024', 'unreadable'],
  ])('%s is refused', (text, why) => expect(parsePartialDate(text)).toEqual({ ok: false, why }));

  test('what is shown can be read back', () => {
    fc.assert(
      fc.property(someDay, (day) => {
        expect(parsePartialDate(formatDate(day))).toEqual({ ok: true, date: day });
      }),
    );
  });
});

test('dates and distances read as people say them', () => {
  expect([formatDate('2024'), formatDate('2024-09'), formatDate('2024-09-02'), formatDay('2024-09-02')]).toEqual([
    '2024',
    'Sep 2024',
    '2 Sep 2024',
    '2 Sep',
  ]);
  expect(formatWeekday('2026-11-23')).toBe('Monday 23 Nov 2026');
  expect([0, 1, -1, 5, -12, 40, 200, -900].map(formatDistance)).toEqual([
    'today',
    'tomorrow',
    'yesterday',
    'in 5 days',
    '12 days ago',
    'in 6 weeks',
    'in 7 months',
    '2 years ago',
  ]);
});

describe('moments and spans as the bench says them', () => {
  const now = Date.parse('2026-11-24T12:00:00Z');
  const said = (iso: string, zone = 'Etc/UTC') => formatMoment(Date.parse(iso), now, zone);

  test('near ones by their day, others by weekday, those of another year by the year', () => {
    expect(said('2026-11-24T14:05:00Z')).toBe('today 14:05');
    expect(said('2026-11-25T09:30:00Z')).toBe('tomorrow 09:30');
    expect(said('2026-11-23T00:00:00Z')).toBe('yesterday 00:00');
    expect(said('2026-11-26T14:00:00Z')).toBe('Thu 26 Nov 14:00');
    expect(said('2027-03-03T08:00:00Z')).toBe('3 Mar 2027');
    expect(said('2026-12-21T13:00:00Z')).toBe('Mon 21 Dec');
  });

  test('in the house’s own zone: late in the evening there it is not yet tomorrow', () => {
    expect(said('2026-11-25T00:30:00Z', 'Atlantic/Azores')).toBe('today 23:30');
    expect(said('2026-11-24T23:30:00Z', 'Asia/Tokyo')).toBe('tomorrow 08:30');
  });

  test('a stretch in the unit one would say', () => {
    const hour = 3_600_000;
    expect([0, hour / 3, hour, 47 * hour, 49 * hour, 20 * 24 * hour, 35 * 24 * hour, -3 * hour].map(formatSpan)).toEqual([
      '1 minute',
      '20 minutes',
      '1 hour',
      '47 hours',
      '2 days',
      '20 days',
      '5 weeks',
      '3 hours',
    ]);
  });
});

test('a day of the year comes round again, today included', () => {
  expect(nextOn('02-01', '2026-11-25')).toBe('2027-02-01');
  expect(nextOn('02-01', '2027-02-01')).toBe('2027-02-01');
  expect(nextOn('02-01', '2027-02-02')).toBe('2028-02-01');
});
