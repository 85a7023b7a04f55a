import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { CropSeason } from '../almanac/crop.ts';
import { addDays, daysBetween } from '../calendar/plainDate.ts';
import { mayLend, mayLendSeeds } from './mayLend.ts';
import { returnBy } from './returnBy.ts';

const pea: CropSeason = { kind: 'first season', sowWeeks: [-7, 3], daysToSeed: [85, 115] };
const beet: CropSeason = { kind: 'second season', sowWeeks: [-3, 12], ripeWeeks: [16, 20] };
const maize: CropSeason = { kind: 'first season', sowWeeks: [0, 8], daysToSeed: [110, 150] };
const NORTH = { last: '05-01', first: '10-15' };
const SOUTH = { last: '10-15', first: '05-01' };

describe('when seed should come back', () => {
  test('an annual lent in winter is sown in spring and comes back that autumn', () => {
    expect(returnBy('2026-01-20', pea, NORTH)).toEqual({ due: '2026-08-17', sowFrom: '2026-03-13', ripeBy: '2026-07-06', seasons: 1 });
  });

  test('an annual lent after its sowing waits for the next spring', () => {
    expect(returnBy('2026-07-20', pea, NORTH).sowFrom).toBe('2027-03-13');
  });

  test('lent while it can be sown, it is sown at once', () => {
    expect(returnBy('2026-04-10', pea, NORTH).sowFrom).toBe('2026-04-10');
  });

  test('a biennial comes back in the year after it is sown', () => {
    const back = returnBy('2026-02-10', beet, NORTH);
    expect(back).toMatchObject({ sowFrom: '2026-04-10', ripeBy: '2027-09-18', seasons: 2 });
  });

  test('in the south the same crop is sown in the southern spring', () => {
    expect(returnBy('2026-06-10', pea, SOUTH)).toMatchObject({ sowFrom: '2026-08-27', ripeBy: '2026-12-20' });
    expect(returnBy('2026-12-20', beet, SOUTH)).toMatchObject({ sowFrom: '2026-12-20', ripeBy: '2028-03-03' });
  });

  test('the first frost ends the ripening, and what cannot be ripe before it waits for next spring', () => {
    expect(returnBy('2026-05-20', maize, NORTH)).toMatchObject({ sowFrom: '2026-05-20', ripeBy: '2026-10-15' });
    expect(returnBy('2026-06-26', maize, NORTH)).toMatchObject({ sowFrom: '2026-06-26', ripeBy: '2026-10-15' });
    expect(returnBy('2026-06-26', maize, { ...NORTH, first: '09-20' }).sowFrom).toBe('2027-05-01');
    // Too slow for this place however early: it is sown under cover, and the frost does not count.
    expect(returnBy('2026-05-20', maize, { ...NORTH, first: '07-20' })).toMatchObject({ sowFrom: '2026-05-20', ripeBy: '2026-10-17' });
  });

  test('is always after the crop can be ripe, and within three years', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3000 }),
        fc.constantFrom(pea, beet),
        fc.constantFrom(NORTH, SOUTH, { last: '01-10', first: '12-01' }, { last: '12-20', first: '11-30' }),
        (shift, season, frosts) => {
          const lent = addDays('2024-01-01', shift);
          const { due, sowFrom, ripeBy } = returnBy(lent, season, frosts);
          expect(lent <= sowFrom && sowFrom < ripeBy && ripeBy < due).toBe(true);
          expect(daysBetween(lent, due)).toBeLessThan(3 * 366);
        },
      ),
    );
  });
});

describe('may this lot be lent', () => {
  const sound = { hybridUnderName: false, holds: [], onHand: 500, isJudged: true, verdict: 'full strength' } as const;

  test('sound seed may; what was not judged yet may not, until it is', () => {
    expect(mayLend(sound)).toEqual({ answer: 'yes' });
    expect(mayLend({ ...sound, verdict: null })).toEqual({ answer: 'refused', why: 'not judged' });
    expect(mayLend({ ...sound, isJudged: false })).toEqual({ answer: 'refused', why: 'not judged' });
  });

  test('more than its line can spare needs a coordinator’s reason; what needs one anyway says its own', () => {
    const line = { lendable: 120, packets: 3 };
    expect(mayLendSeeds(mayLend(sound), 120, line)).toEqual({ answer: 'yes' });
    expect(mayLendSeeds(mayLend(sound), 121, line)).toEqual({ answer: 'coordinator', why: 'kept back', ...line });
    expect(mayLendSeeds(mayLend({ ...sound, holds: ['rules'] }), 500, line)).toMatchObject({ answer: 'refused' });
  });

  test('a hybrid never, under its name', () =>
    expect(mayLend({ ...sound, hybridUnderName: true })).toEqual({ answer: 'refused', why: 'F1' }));

  test('a lot on hold never', () =>
    expect(mayLend({ ...sound, holds: ['drying'] })).toEqual({ answer: 'refused', why: 'hold', holds: ['drying'] }));

  test('an empty jar never', () => expect(mayLend({ ...sound, onHand: 0 })).toEqual({ answer: 'refused', why: 'nothing left' }));

  test.each(['not settled', 'do not lend', 'dead'] as const)('%s needs a coordinator’s reason', (verdict) =>
    expect(mayLend({ ...sound, verdict })).toEqual({ answer: 'coordinator', why: verdict }),
  );
});
