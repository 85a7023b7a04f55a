import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays } from '../calendar/plainDate.ts';
import { bandOf, inBands, mostUrgentFirst, urgency } from './dueWork.ts';

const work = fc.record({
  kind: fc.constantFrom('count' as const, 'test' as const, 'return' as const, 'hold' as const),
  on: fc.integer({ min: -60, max: 20 }).map((days) => addDays('2026-11-23', days)),
});

test('of several things the towel comes first, then the late loan, the late test, the hold', () => {
  const day = { count: '2026-11-23', return: '2026-10-16', test: '2026-10-23', hold: '2026-11-20' } as const;
  const list = (['hold', 'test', 'return', 'count'] as const).map((kind) => ({ kind, on: day[kind] }));
  expect(mostUrgentFirst(list, '2026-11-23').map(({ kind }) => kind)).toEqual(['count', 'return', 'test', 'hold']);
});

test('a towel due today comes before anything else, however late that is', () => {
  fc.assert(
    fc.property(
      work,
      (other) => other.kind === 'count' || urgency({ kind: 'count', on: '2026-11-23' }, '2026-11-23') > urgency(other, '2026-11-23'),
    ),
  );
});

test('waiting never makes work less urgent', () => {
  fc.assert(
    fc.property(
      work,
      fc.integer({ min: 0, max: 100 }),
      (one, days) => urgency(one, addDays('2026-11-23', days)) >= urgency(one, '2026-11-23'),
    ),
  );
});

test('sorting keeps every piece of work and leaves the list as it was', () => {
  fc.assert(
    fc.property(fc.array(work), (list) => {
      const before = [...list];
      expect(new Set(mostUrgentFirst(list, '2026-11-23'))).toEqual(new Set(list));
      expect(list).toEqual(before);
    }),
  );
});

const TODAY = '2026-11-23';

test('what spoils or is late at the bench is for now, tests are for the week, holds can wait', () => {
  expect(bandOf({ kind: 'step', on: TODAY }, TODAY)).toBe('now');
  expect(bandOf({ kind: 'step', on: TODAY, spoils: true }, TODAY)).toBe('now');
  expect(bandOf({ kind: 'step', on: TODAY, spoils: false }, TODAY)).toBe('this week');
  expect(bandOf({ kind: 'label', on: TODAY }, TODAY)).toBe('this week');
  expect(bandOf({ kind: 'open', on: addDays(TODAY, 1) }, TODAY)).toBe('now');
  expect(bandOf({ kind: 'open', on: addDays(TODAY, 2) }, TODAY)).toBe('this week');
  expect(bandOf({ kind: 'test', on: addDays(TODAY, -90) }, TODAY)).toBe('this week');
  expect(bandOf({ kind: 'grow-out', on: TODAY }, TODAY)).toBe('this week');
  expect(bandOf({ kind: 'grow-out', on: TODAY, spoils: true }, TODAY)).toBe('now');
  expect([-3, 1, 7, 8].map((days) => bandOf({ kind: 'fruit', on: addDays(TODAY, days) }, TODAY))).toEqual([
    'now',
    'now',
    'this week',
    'when there is time',
  ]);
  expect(bandOf({ kind: 'hold', on: '2020-01-01' }, TODAY)).toBe('when there is time');
});

test('many of a kind are one line with the time for all of them; a few stand singly', () => {
  const tests = Array.from({ length: 12 }, () => ({ kind: 'test' as const, on: TODAY, minutes: 10 }));
  const counts = [{ kind: 'count' as const, on: TODAY, minutes: 5 }];
  const bands = inBands([...counts, ...tests], { count: 1, test: 19 }, TODAY);
  expect(bands.map(({ band, minutes }) => [band, minutes])).toEqual([
    ['now', 5],
    ['this week', 190],
  ]);
  expect(bands[0]!.rows[0]).toMatchObject({ total: 1, isGroup: false });
  expect(bands[1]!.rows[0]).toMatchObject({ total: 19, isGroup: true });
});

test('a kind that is in two bands counts what is not listed in the later one only', () => {
  const open = (on: string) => ({ kind: 'open' as const, on, minutes: 30 });
  const bands = inBands([open(TODAY), open(addDays(TODAY, 4))], { open: 7 }, TODAY);
  expect(bands.map(({ rows }) => rows[0]!.total)).toEqual([1, 6]);
});
