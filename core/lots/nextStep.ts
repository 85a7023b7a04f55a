import type { Day } from '../kernel/kinds.ts';
import type { MayLend } from '../lending/mayLend.ts';

/** What a lot needs next; the reasons and the ways to it are the page's. */
export type NextStep =
  | { readonly step: 'clean'; readonly by: Day | null }
  | { readonly step: 'count'; readonly testId: number }
  | { readonly step: 'settle the hold' }
  | { readonly step: 'test' }
  | { readonly step: 'lend' }
  | { readonly step: 'grow out' }
  | { readonly step: 'nothing' };

/**
 * What to do next with a lot: first what spoils, then what is in the way of lending it, then lending.
 * @param countDue the test of it that is to be counted by today, or null
 * @param packets packets that may be lent now
 */
export function nextStepOf(lot: {
  readonly toBeCleaned: boolean;
  readonly openBy: Day | null;
  readonly countDue: number | null;
  readonly isHeld: boolean;
  readonly onHand: number;
  readonly nextTestOn: Day | null;
  readonly lending: MayLend;
  readonly packets: number;
  readonly today: Day;
}): NextStep {
  if (lot.toBeCleaned) return { step: 'clean', by: lot.openBy };
  if (lot.countDue !== null) return { step: 'count', testId: lot.countDue };
  if (lot.onHand === 0) return { step: 'nothing' };
  if (lot.isHeld) return { step: 'settle the hold' };
  if (lot.nextTestOn !== null && lot.nextTestOn <= lot.today) return { step: 'test' };
  if (lot.lending.answer !== 'refused' && lot.packets > 0) return { step: 'lend' };
  return { step: 'grow out' };
}
