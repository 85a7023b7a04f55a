import { addDays, addMonths, earliestDay, type IsoDate, type PartialDate } from '../calendar/plainDate.ts';
import type { VerdictKind } from './verdict.ts';

const DAYS_A_YEAR = 365.25;
const SOONEST_MONTHS = 6;
const LATEST_MONTHS = 60;

/** When to test next, and why; `none` where a test would change nothing. */
export type NextTest =
  | { readonly kind: 'due'; readonly on: IsoDate; readonly reason: NextTestReason }
  | { readonly kind: 'none'; readonly reason: 'grow out or replace' | 'nothing left to test' };

export type NextTestReason =
  'never tested and undated' | 'last test left it open' | 'a third of its life since the last test' | 'a third of its life since harvest';

export interface TestHistory {
  readonly harvested: PartialDate | null;
  /** End of the last ended test and its verdict. */
  readonly last: { readonly endedOn: IsoDate; readonly verdict: VerdictKind } | null;
  readonly somethingLeft: boolean;
}

/**
 * First form of the retest rule, before the outlook exists: a third of the crop's half-life in cool dry home storage
 * after the last test (or the harvest), never sooner than 6 nor later than 60 months.
 * @param halfLifeYears years until half germinate in cool dry home storage, above 0
 * @param today the house's calendar day; what is already past is due today only if the lot was never dated
 */
export function nextTest(history: TestHistory, halfLifeYears: number, today: IsoDate): NextTest {
  if (!history.somethingLeft) return { kind: 'none', reason: 'nothing left to test' };
  const { last, harvested } = history;
  if (last?.verdict === 'do not lend') return { kind: 'none', reason: 'grow out or replace' };
  if (last?.verdict === 'not settled') return { kind: 'due', on: last.endedOn, reason: 'last test left it open' };
  if (last) return { kind: 'due', on: aThirdLater(last.endedOn, halfLifeYears), reason: 'a third of its life since the last test' };
  if (harvested)
    return { kind: 'due', on: aThirdLater(earliestDay(harvested), halfLifeYears), reason: 'a third of its life since harvest' };
  return { kind: 'due', on: today, reason: 'never tested and undated' };
}

function aThirdLater(from: IsoDate, halfLifeYears: number): IsoDate {
  const wanted = addDays(from, Math.round((halfLifeYears * DAYS_A_YEAR) / 3));
  const soonest = addMonths(from, SOONEST_MONTHS);
  const latest = addMonths(from, LATEST_MONTHS);
  return wanted < soonest ? soonest : wanted > latest ? latest : wanted;
}
