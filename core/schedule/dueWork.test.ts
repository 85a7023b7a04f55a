import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays } from '../calendar/plainDate.ts';
import { mostUrgentFirst, urgency } from './dueWork.ts';

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
