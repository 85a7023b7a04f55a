import type { WantState } from '#core/stock/wantStates.ts';

/** How far a want has got. */
export const WANT_STATE_WORDS: Record<WantState, string> = {
  open: 'Not begun',
  asked: 'Asked for',
  ordered: 'Ordered',
  arrived: 'Arrived',
};
