import { addDays, addMonths, type IsoDate } from '../calendar/plainDate.ts';

const SOONEST_MONTHS = 6;
const LATEST_MONTHS = 60;
/** A test that is to be read before lending opens is laid so long before. */
const WEEKS_BEFORE_LENDING = 6;

export const RETEST_REASONS = [
  'never tested and undated',
  'never tested, and may be too weak',
  'last test left it open',
  'its tests do not fit together',
  'may fall under what is lent',
  'a third of its way to 85 %',
  'much lent, before lending opens',
  'last of its line, before lending opens',
] as const;
export type RetestReason = (typeof RETEST_REASONS)[number];

export const NO_RETEST_REASONS = [
  'nothing left to test',
  'nothing lives',
  'grow out or replace',
  'no test it affords would settle it',
  'grow-out is due',
] as const;
export type NoRetestReason = (typeof NO_RETEST_REASONS)[number];

/** When to test next, and why; `none` where a test would change nothing. */
export type Retest =
  | { readonly kind: 'due'; readonly on: IsoDate; readonly reason: RetestReason }
  | { readonly kind: 'none'; readonly reason: NoRetestReason };

export interface RetestFacts {
  readonly today: IsoDate;
  readonly somethingLeft: boolean;
  readonly isDead: boolean;
  /** Whether anybody knows how old it is, be it as a range of years. */
  readonly dated: boolean;
  /** End of the last test that was read; null when none was. */
  readonly testedOn: IsoDate | null;
  /** Where its age begins. */
  readonly start: IsoDate;
  /** Chance that it may be lent, on the day of that test, after it; of today where it was never tested. */
  readonly mayBeLent: number;
  /** The same chance today. */
  readonly mayBeLentNow: number;
  /** Probability at which the house counts a question as answered. */
  readonly sureness: number;
  /** Chance that the largest test it affords would settle an open question. */
  readonly settles: number;
  /** Whether its tests go against each other, and only a further one can tell why; asked only where it decides, since it is dear. */
  readonly leftOpenByOddTests: () => boolean;
  /** The day on which the chance of being under the threshold reaches what the house accepts; null where it does not. */
  readonly underOn: IsoDate | null;
  /** Days from the last test, or from the start, in which viability falls to 85 % of what it was at harvest; 0 where it has. */
  readonly daysToFall: number;
  readonly lendingOpens: IsoDate;
  readonly stake: 'much lent' | 'last of its line' | null;
}

/** A test is worth its seeds where it is at least as likely as not to settle the question. */
const WORTH_LAYING = 0.5;

/**
 * The earliest of: the day when it may have fallen under what is lent (if it had not, at its last test); a third of its way to 85 % of what it
 * was at harvest, between 6 and 60 months, unless it is under that and its line's grow-out is due instead; at once, if nobody knows how old it is or
 * the question of lending is open and a test that it affords is likely to settle it; before lending opens, for what is much lent or the last of its
 * line and was not tested since the last season. The reason goes with it.
 */
export function retest(facts: RetestFacts): Retest {
  const { today, testedOn, start, sureness, mayBeLent } = facts;
  if (!facts.somethingLeft) return { kind: 'none', reason: 'nothing left to test' };
  if (facts.isDead) return { kind: 'none', reason: 'nothing lives' };
  if (testedOn === null && !facts.dated) return { kind: 'due', on: today, reason: 'never tested and undated' };
  const isOpen = mayBeLent < sureness;
  if (mayBeLent <= 1 - sureness || (isOpen && facts.mayBeLentNow <= 1 - sureness)) return { kind: 'none', reason: 'grow out or replace' };
  const worthIt = facts.settles >= WORTH_LAYING;
  if (isOpen && !worthIt) return { kind: 'none', reason: 'no test it affords would settle it' };
  if (facts.leftOpenByOddTests())
    return worthIt
      ? { kind: 'due', on: today, reason: 'its tests do not fit together' }
      : { kind: 'none', reason: 'no test it affords would settle it' };
  if (isOpen) {
    return testedOn === null
      ? { kind: 'due', on: today, reason: 'never tested, and may be too weak' }
      : { kind: 'due', on: testedOn, reason: 'last test left it open' };
  }
  const candidates: { on: IsoDate; reason: RetestReason }[] = [];
  if (facts.daysToFall > 0) candidates.push({ on: thirdOf(testedOn ?? start, facts.daysToFall), reason: 'a third of its way to 85 %' });
  if (facts.underOn) candidates.push({ on: facts.underOn, reason: 'may fall under what is lent' });
  const beforeLending = addDays(facts.lendingOpens, -7 * WEEKS_BEFORE_LENDING);
  if (facts.stake && (testedOn === null || testedOn < addMonths(beforeLending, -12)))
    candidates.push({
      on: beforeLending < today ? today : beforeLending,
      reason: facts.stake === 'much lent' ? 'much lent, before lending opens' : 'last of its line, before lending opens',
    });
  const [first, ...others] = candidates;
  if (!first) return { kind: 'none', reason: 'grow-out is due' };
  return { kind: 'due', ...others.reduce((soonest, one) => (one.on < soonest.on ? one : soonest), first) };
}

function thirdOf(from: IsoDate, days: number): IsoDate {
  const wanted = addDays(from, Math.round(Math.min(days, 100 * 365) / 3));
  const [soonest, latest] = [addMonths(from, SOONEST_MONTHS), addMonths(from, LATEST_MONTHS)];
  return wanted < soonest ? soonest : wanted > latest ? latest : wanted;
}
