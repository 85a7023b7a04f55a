import { expect, test } from '@jest/globals';
import { formatMoment } from './formatMoment.ts';
import { instantOf, parseWhen } from './when.ts';

// A Tuesday, half past two in the morning in Greenwich: in the Azores it is an hour earlier.
const NOW = new Date('2026-11-24T02:30:00Z');
const ZONE = 'Atlantic/Azores';
const meant = (text: string, now = NOW, zone = ZONE) => {
  const read = parseWhen(text);
  return read.ok ? instantOf(read.when, now, zone).toISOString().slice(0, 16) : read.why;
};

test.each([
  ['6 h', '2026-11-23T20:30'],
  ['6h ago', '2026-11-23T20:30'],
  ['1,5 hours', '2026-11-24T01:00'],
  ['90 min ago', '2026-11-24T01:00'],
  ['3 days ago', '2026-11-21T02:30'],
  ['2 weeks', '2026-11-10T02:30'],
  ['01:15', '2026-11-24T02:15'],
  // Later today has not been yet: yesterday is meant.
  ['18:00', '2026-11-23T19:00'],
  ['today', '2026-11-24T02:30'],
  ['yesterday', '2026-11-23T13:00'],
  ['Yesterday at 7.30', '2026-11-23T08:30'],
  ['Sat', '2026-11-21T13:00'],
  ['saturday 18:00', '2026-11-21T19:00'],
  ['Tue 18:00', '2026-11-17T19:00'],
  ['21 Nov', '2026-11-21T13:00'],
  ['Sat 21 Nov 18:00', '2026-11-21T19:00'],
  ['25 Dec', '2025-12-25T13:00'],
  ['21/11/2026', '2026-11-21T13:00'],
  ['2026-11-21 18:00', '2026-11-21T19:00'],
  // Said in full it is taken at its word, to come or not.
  ['3 Mar 2027 08:00', '2027-03-03T09:00'],
])('%s', (text, instant) => expect(meant(text)).toBe(instant));

test.each(['', 'soon', 'Nov', '6', 'Nov 2026', 'some days ago', '12 fortnights'])('“%s” cannot be read', (text) =>
  expect(meant(text)).toBe('unreadable'),
);

test.each(['31 Feb', '25:00', 'yesterday 7:75', '12/13/2026'])('%s does not exist', (text) => expect(meant(text)).toBe('impossible'));

test('29 February without a year is that of the last leap year, or the 28th of this', () => {
  expect(meant('29 Feb', new Date('2028-03-05T12:00Z'), 'UTC')).toBe('2028-02-29T12:00');
  expect(meant('29 Feb', new Date('2027-03-05T12:00Z'), 'UTC')).toBe('2027-02-28T12:00');
});

test('an hour that daylight saving skips is the one after it', () =>
  expect(meant('29 Mar 2026 01:30', new Date('2026-04-01T12:00Z'), 'Europe/London')).toBe('2026-03-29T01:30'));

test.each([
  [0, 16],
  [-3, 16],
  [-40, 10],
  [-400, 10],
])('what a moment is said as, %i days away, is read as the same moment, or the same day', (days, letters) => {
  const at = Math.floor(NOW.getTime() / 60_000) * 60_000 + days * 86_400_000;
  expect(meant(formatMoment(at, NOW.getTime(), ZONE)).slice(0, letters)).toBe(new Date(at).toISOString().slice(0, letters));
});
