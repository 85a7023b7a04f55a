import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { costOf, loadOf, type Plan, type PlanProblem } from '#core/schedule/benchPlan.ts';
import { relaxationWords, SPOT_MARKS, startNowWords, weeksLate, weekName } from '#words/testPlan.ts';
import type { BoardTest } from './PlanChip.tsx';
import type { usePlanner } from './usePlanner.ts';

/** What the plan comes to: the tests to start this week, and whether all others end in time. */
export function ThisWeek({
  tests,
  plan,
  start,
  problem,
  planner: { running, progress, trouble },
  onPlan,
  onStop,
  save,
}: {
  tests: readonly BoardTest[];
  plan: Plan;
  start: string;
  problem: PlanProblem;
  planner: Omit<ReturnType<typeof usePlanner>, 'begin' | 'stop'>;
  onPlan: () => void;
  onStop: () => void;
  /** The form that saves what is proposed; nothing where it is saved. */
  save: ReactNode;
}) {
  const placed = plan.filter((week) => week !== null);
  const late = plan.filter((week, index) => week !== null && weeksLate(problem, index, week) > 0).length;
  const without = plan.length - placed.length;
  const now = tests.filter((_, index) => plan[index] === 0);
  const next = Math.min(...placed);
  const cost = costOf(problem, plan);
  const reached = running && progress ? progress.cost : cost;
  const gap = progress && reached > 0 ? (reached - progress.bound) / reached : 0;
  const reasons = [
    <span key="status" role="status">
      {without > 0
        ? `${without} ${without === 1 ? 'test has' : 'tests have'} no week yet. `
        : late > 0
          ? `${late} ${late === 1 ? 'test ends' : 'tests end'} after the deadline. `
          : 'Every test ends before its deadline. '}
      {running && 'Planning … '}
      {progress &&
        (gap < 1e-6
          ? !running && 'No plan can be less late.'
          : `No plan can be more than ${(100 * gap).toFixed(1)} % less late than this one.`)}
    </span>,
    ...(trouble && trouble.hopeless.length > 0
      ? [`${trouble.hopeless.length} cannot end in time on any bench, because the deadline is too near`]
      : []),
    ...(trouble && trouble.relaxations.length > 0
      ? [`Any one of these changes would make room for all the others: ${trouble.relaxations.map(relaxationWords).join('; ')}`]
      : []),
    ...(save ? ['This is a proposal until you save it.'] : []),
  ];
  return (
    <Reckoning
      tone={without > 0 || late > 0 ? 'doubt' : 'good'}
      question="What to start this week"
      verdict={startNowWords(now.length, placed.length > 0 ? weekName(start, next) : null)}
      figure={
        now.length > 0 && (
          <>
            <ul className="columns-1 gap-x-8 sm:columns-2">
              {now.map((test) => (
                <li key={test.lotId} className="break-inside-avoid py-1">
                  <span aria-hidden>{SPOT_MARKS[problem.tests[tests.indexOf(test)]!.spot]}</span>{' '}
                  <Link className="link" to={`/lots/${test.code}`}>
                    {test.name}
                  </Link>{' '}
                  <LotCode>{test.code}</LotCode>
                  {test.stakes.length > 0 && <span className="text-small text-doubt"> {test.stakes.join(', ')}</span>}
                </li>
              ))}
            </ul>
            <p className="mt-1 text-soft">
              About {loadOf(problem, plan).hours[0]!.toFixed(1)} of {problem.bench.hours[0]} hours this week, with the counts that are due.
            </p>
          </>
        )
      }
      reasons={reasons}
      actions={
        <>
          {save}
          {now.length > 0 && (
            <ButtonLink look={save || running ? 'plain' : 'action'} to={`/tests/lay?lots=${now.map(({ code }) => code).join(',')}`}>
              Start these tests
            </ButtonLink>
          )}
          {running ? (
            <Button type="button" onClick={onStop}>
              Stop and keep this plan
            </Button>
          ) : (
            <Button type="button" onClick={onPlan}>
              {placed.length === 0 ? 'Plan the tests' : 'Plan again with few changes'}
            </Button>
          )}
        </>
      }
      working={
        <p>
          Each test starts on a Monday and uses its place until the last count, with 0.3 hours to start it and 0.1 for each count. The
          planner minimises the total weighted lateness (weeks late × priority of the test; now {cost.toFixed(1)}) by removing and
          re-inserting tests; Lagrangian relaxation gives the bound no plan can beat. Then the hours are evened out. Pinned tests stay.
        </p>
      }
    />
  );
}
