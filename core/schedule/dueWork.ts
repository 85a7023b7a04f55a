import { daysBetween, type IsoDate } from '../calendar/plainDate.ts';

/** One thing to do, as Today shows it. `on` is the day it fell or falls due. */
export interface DueWork {
  readonly kind: 'step' | 'count' | 'open' | 'test' | 'return' | 'hold' | 'grow-out';
  readonly on: IsoDate;
}

/** How much a day's delay adds: a ferment past its day sprouts, a towel rots, a hold can wait. */
const WEIGHT: Record<DueWork['kind'], number> = { step: 6, count: 2, open: 2, test: 1, return: 1, hold: 0.5, 'grow-out': 1 };
/** What stands before any delay: a towel or a ferment due today comes before anything that can wait, however late that is. */
const START: Record<DueWork['kind'], number> = { step: 55, count: 60, open: 30, test: 20, return: 25, hold: 10, 'grow-out': 28 };
const MOST_DAYS_COUNTED = 30;

/** Urgency of one piece of work on a day; higher comes first, never below 0. Delay counts up to 30 days. */
export function urgency(work: DueWork, today: IsoDate): number {
  const late = Math.max(0, Math.min(MOST_DAYS_COUNTED, daysBetween(work.on, today)));
  return START[work.kind] + WEIGHT[work.kind] * late;
}

/** Most urgent first; of two equally urgent the one due earlier. The input is left as it was. */
export function mostUrgentFirst<Work extends DueWork>(work: readonly Work[], today: IsoDate): Work[] {
  return [...work].sort(
    (one, other) => urgency(other, today) - urgency(one, today) || (one.on < other.on ? -1 : one.on > other.on ? 1 : 0),
  );
}
