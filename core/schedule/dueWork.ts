import { daysBetween, type IsoDate } from '../calendar/plainDate.ts';

/** One thing to do, as Today shows it. `on` is the day it fell or falls due. */
export interface DueWork {
  readonly kind:
    'step' | 'count' | 'open' | 'test' | 'return' | 'hold' | 'grow-out' | 'copy' | 'risk' | 'label' | 'call' | 'answer' | 'fruit';
  readonly on: IsoDate;
  /** Plants or seed are lost if it waits, although its kind can wait as a rule; or nothing is for days, although its kind cannot. */
  readonly spoils?: boolean;
}

/** When a piece of work should be done: before it spoils, within the week, or when there is time. */
const BANDS = ['now', 'this week', 'when there is time'] as const;
export type Band = (typeof BANDS)[number];

/** How much a day's delay adds: a ferment past its day sprouts, a towel rots, a hold can wait. */
const WEIGHT: Record<DueWork['kind'], number> = {
  step: 6,
  count: 2,
  open: 2,
  test: 1,
  return: 1,
  hold: 0.5,
  'grow-out': 1,
  copy: 1,
  risk: 0,
  label: 0.5,
  call: 3,
  answer: 1,
  fruit: 2,
};
/** What stands before any delay: a towel or a ferment due today comes before anything that can wait, however late that is. */
const START: Record<DueWork['kind'], number> = {
  step: 55,
  count: 60,
  open: 30,
  test: 20,
  return: 25,
  hold: 10,
  'grow-out': 28,
  copy: 22,
  risk: 12,
  label: 18,
  call: 58,
  answer: 27,
  fruit: 29,
};
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

/** When a piece of work should be done: counts at once, and batches unless they can wait for days; what must be opened, the day before it spoils; fruit on the plant counts down; holds when there is time. */
export function bandOf(work: DueWork, today: IsoDate): Band {
  switch (work.kind) {
    case 'step':
      return work.spoils === false ? 'this week' : 'now';
    case 'count':
    case 'call':
      return 'now';
    case 'hold':
    case 'risk':
      return 'when there is time';
    case 'fruit': {
      const days = daysBetween(today, work.on);
      return days <= 1 ? 'now' : days <= 7 ? 'this week' : 'when there is time';
    }
    case 'open':
      return daysBetween(today, work.on) <= 1 ? 'now' : 'this week';
    case 'test':
    case 'return':
    case 'answer':
    case 'grow-out':
    case 'copy':
    case 'label':
      return work.spoils ? 'now' : 'this week';
  }
}

/** More of a kind than this stand as one line; what is for now is seen one by one as long as it fits. */
const MOST_SINGLE: Readonly<Record<Band, number>> = { now: 5, 'this week': 2, 'when there is time': 2 };
/** Counts are alike, and are done in one round. */
const mostSingle = (band: Band, kind: DueWork['kind']) => (kind === 'count' ? 2 : MOST_SINGLE[band]);

/** The work of a band: single pieces, and kinds of which there are many as one line each, in the order of their most urgent piece. */
export interface BandOfWork<Work> {
  readonly band: Band;
  readonly rows: readonly {
    readonly kind: DueWork['kind'];
    readonly total: number;
    readonly work: readonly Work[];
    readonly isGroup: boolean;
  }[];
  readonly minutes: number;
}

/**
 * Parts work into its bands.
 * @param work most urgent first; the most urgent of each kind, where there are too many to list
 * @param totals how many there are of each kind; those that are not in `work` are counted in the last band that has the kind
 */
export function inBands<Work extends DueWork & { readonly minutes: number }>(
  work: readonly Work[],
  totals: Readonly<Partial<Record<DueWork['kind'], number>>>,
  today: IsoDate,
): BandOfWork<Work>[] {
  return BANDS.flatMap((band) => {
    const mine = work.filter((one) => bandOf(one, today) === band);
    const rows = [...new Set(mine.map(({ kind }) => kind))].map((kind) => {
      const listed = mine.filter((one) => one.kind === kind);
      const isLast = work.findLast((one) => one.kind === kind && BANDS.indexOf(bandOf(one, today)) > BANDS.indexOf(band)) === undefined;
      const unlisted = isLast ? Math.max(0, (totals[kind] ?? 0) - work.filter((one) => one.kind === kind).length) : 0;
      return { kind, total: listed.length + unlisted, work: listed, isGroup: listed.length + unlisted > mostSingle(band, kind) };
    });
    if (rows.length === 0) return [];
    const minutes = rows.reduce((sum, row) => sum + (row.total * row.work.reduce((all, one) => all + one.minutes, 0)) / row.work.length, 0);
    return [{ band, rows, minutes: Math.round(minutes) }];
  });
}
