import { formatDay } from '#core/calendar/formatDate.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Spot } from '#core/germination/layout.ts';
import { costOf, lateness, overbooked, type Overbooked, type Plan, type PlanProblem } from '#core/schedule/benchPlan.ts';
import type { Relaxation } from '#core/schedule/explainPlan.ts';

export const weekName = (start: string, week: number): string => formatDay(addDays(start, 7 * week));

/** What there is to start this week, or when the next tests start; null where none has a week. */
export const startNowWords = (tests: number, next: string | null): string =>
  tests > 0
    ? `Start ${tests} ${tests === 1 ? 'test' : 'tests'} this week`
    : next === null
      ? 'No test has a week yet'
      : `Nothing this week; next in the week of ${next}`;

const overWords = ({ what, week, over }: Overbooked, start: string): string =>
  what === 'hours'
    ? `the week of ${weekName(start, week)} has ${over.toFixed(1)} hours too many`
    : `the ${what} place has ${over} ${over === 1 ? 'towel' : 'towels'} too many in the week of ${weekName(start, week)}`;

/** Why a saved plan does not fit the bench as it is now, the worst first; null where it does. */
export function misfitWords(misfit: readonly Overbooked[], start: string): string | null {
  if (misfit.length === 0) return null;
  const worst = [...misfit].sort((one, other) => other.over - one.over).slice(0, 3);
  const more = misfit.length - worst.length;
  return `The saved plan no longer fits your bench: ${worst.map((one) => overWords(one, start)).join('; ')}${more > 0 ? `; and ${more} more` : ''}.`;
}

const weeksWord = (count: number) => `${count} ${count === 1 ? 'week' : 'weeks'}`;

/** What moving a test to a week costs, against where it was. */
export function moveWords(problem: PlanProblem, start: string, before: Plan, index: number, week: number): string {
  const { tests, bench } = problem;
  const test = tests[index]!;
  const after = before.map((one, at) => (at === index ? week : one));
  const end = week + test.hours.length - 1;
  const late = end - test.deadline;
  const words = [late > 0 ? `ends ${weeksWord(late)} after its deadline` : 'ends on time'];
  const full = overbooked(problem, after).filter((one) => one.week >= week && one.week <= end);
  const worst = full.reduce<(typeof full)[number] | null>((most, one) => (most === null || one.over > most.over ? one : most), null);
  if (worst) words.push(overWords(worst, start));
  const change = costOf(problem, after) - costOf(problem, before);
  if (Math.abs(change) > 1e-9)
    words.push(`total lateness, weighted by priority, ${change > 0 ? 'rises' : 'falls'} by ${Math.abs(change).toFixed(1)} weeks`);
  const isBusy = week < bench.weeks && bench.hours[week] === 0;
  if (isBusy) words.push('you are closed then');
  return `${words.join('; ')}.`;
}

/** The smallest change that would let all in, in words. */
export function relaxationWords({ what, more }: Relaxation): string {
  if (what === 'hours') return `${more} more helper ${more === 1 ? 'hour' : 'hours'} a week`;
  if (what === 'deadline') return `${weeksWord(more)} more time before each deadline`;
  return `${more} more ${more === 1 ? 'towel' : 'towels'} in the ${what} place`;
}

/** How many weeks after its deadline a planned test ends; 0 in time. */
export const weeksLate = ({ tests, bench }: PlanProblem, index: number, week: number | null): number =>
  Math.round(lateness(tests[index]!, week, bench.weeks) / tests[index]!.value);

export const SPOT_MARKS: Readonly<Record<Spot, string>> = { warm: '▲', room: '●', cool: '▼' };
