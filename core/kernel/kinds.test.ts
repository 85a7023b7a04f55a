import { expect, test } from '@jest/globals';
import type { Day, LoanId, LotId, Milligrams, Seeds } from './kinds.ts';

/** Read by the compiler, which fails where a line marked as wrong is right. */
function assigned(lot: LotId, loan: LoanId, seeds: Seeds, day: Day, plain: number): readonly unknown[] {
  const fromForm: LotId = plain;
  const sum: Seeds = seeds + 1;
  // @ts-expect-error: a loan's id is no lot's
  const swapped: LotId = loan;
  // @ts-expect-error: seeds are no milligrams
  const weighed: Milligrams = seeds;
  // @ts-expect-error: a day is no id
  const dated: LotId = day;
  return [fromForm, sum, swapped, weighed, dated, lot];
}

test('values of two kinds do not stand for each other, and plain values may stand for any', () => {
  expect(assigned(1, 2, 3, '2026-11-27', 4)).toEqual([4, 4, 2, 3, '2026-11-27', 1]);
});
