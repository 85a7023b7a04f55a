import { describe, expect, test } from '@jest/globals';
import { readDay, readMonthDay } from './readDay.ts';

/** A Friday. */
const TODAY = '2026-11-27';

describe('a day as people write it', () => {
  test.each([
    ['today', '2026-11-27'],
    ['Yesterday', '2026-11-26'],
    ['tomorrow', '2026-11-28'],
    ['3 days ago', '2026-11-24'],
    ['a week ago', '2026-11-20'],
    ['in 2 weeks', '2026-12-11'],
    ['27 Nov 2025', '2025-11-27'],
    ['27/11/2025', '2025-11-27'],
    ['2025-11-27', '2025-11-27'],
    ['Sat 21 Nov 2026', '2026-11-21'],
    [' 1st Sept 2024 ', '2024-09-01'],
  ])('%s', (text, day) => expect(readDay(text, TODAY, 'near')).toBe(day));

  test('without a year it is the last, the next or the nearest', () => {
    expect(readDay('12 Dec', TODAY, 'past')).toBe('2025-12-12');
    expect(readDay('12 Dec', TODAY, 'future')).toBe('2026-12-12');
    expect(readDay('3 Jan', TODAY, 'near')).toBe('2027-01-03');
    expect(readDay('27 Nov', TODAY, 'past')).toBe(TODAY);
    expect(readDay('27 Nov', TODAY, 'future')).toBe(TODAY);
  });

  test('a weekday is the last or the next one, today included', () => {
    expect(readDay('Tue', TODAY, 'past')).toBe('2026-11-24');
    expect(readDay('tuesday', TODAY, 'future')).toBe('2026-12-01');
    expect(readDay('fri', TODAY, 'past')).toBe(TODAY);
    expect(readDay('thu', TODAY, 'near')).toBe('2026-11-26');
  });

  test.each(['', 'soon', '31 Feb', '2026', 'Nov 2026', '32/1/2026', 'in 3 days ago', '5', '29 Feb 2025'])('“%s” is none', (text) =>
    expect(readDay(text, TODAY, 'near')).toBeNull(),
  );
});

describe('a day of the year', () => {
  test.each([
    ['8 May', '05-08'],
    ['May 8', '05-08'],
    ['8/5', '05-08'],
    ['05-12', '05-12'],
    ['29 Feb', '02-29'],
  ])('%s', (text, day) => expect(readMonthDay(text)).toBe(day));
  test.each(['', 'May', '31 Apr', '13-40', '8 May 2026'])('“%s” is none', (text) => expect(readMonthDay(text)).toBeNull());
});
