import { classes } from '#app/ui/classes.ts';
import { formatDay } from '#core/calendar/formatDate.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { loadOf, type Plan, type PlanProblem } from '#core/schedule/benchPlan.ts';

/** The whole plan at a glance: each week's hours against what there are, and in them what is on the bench already. */
export function HalfYear({ problem, plan, start }: { problem: PlanProblem; plan: Plan; start: string }) {
  const { bench } = problem;
  const hours = loadOf(problem, plan).hours;
  const most = Math.max(...hours, ...bench.hours, 0.1);
  const share = (amount: number) => `${(100 * amount) / most}%`;
  const months = hours.map((_, week) => formatDay(addDays(start, 7 * week)).replace(/^\d+ /, ''));
  const busy = hours.filter((amount) => amount > 0).length;
  return (
    <figure className="mt-6">
      <div
        role="img"
        aria-label={`Hours of work in each of the ${bench.weeks} weeks: ${busy} weeks with work, at most ${Math.max(...hours).toFixed(1)} hours in one`}
        className="flex h-20 items-end gap-px border-b border-edge"
      >
        {hours.map((amount, week) => (
          <div key={week} className={classes('relative h-full grow', bench.hours[week] === 0 ? 'bg-rule' : 'bg-well')}>
            <i className="absolute inset-x-0 border-t border-edge" style={{ bottom: share(bench.hours[week]!) }} />
            <i
              className={classes('absolute inset-x-0 bottom-0', amount > bench.hours[week]! + 1e-9 ? 'bg-poor' : 'bg-good')}
              style={{ height: share(amount) }}
            />
            <i className="absolute inset-x-0 bottom-0 bg-frost" style={{ height: share(bench.taken.hours[week]!) }} />
          </div>
        ))}
      </div>
      <div aria-hidden className="flex gap-px text-small text-soft">
        {months.map((month, week) => (
          <span key={week} className="w-0 grow whitespace-nowrap">
            {month !== months[week - 1] && (week > 0 || month === months[2]) ? month : ''}
          </span>
        ))}
      </div>
      <figcaption className="mt-1 flex flex-wrap gap-x-5 text-small text-soft">
        <span>Hours a week:</span>
        <span>
          <i aria-hidden className="mr-1 inline-block size-3 bg-frost" />
          counts of tests already started
        </span>
        <span>
          <i aria-hidden className="mr-1 inline-block size-3 bg-good" />
          tests in this plan
        </span>
        <span>
          <i aria-hidden className="mr-1 inline-block w-3 border-t border-edge align-middle" />
          hours you have
        </span>
      </figcaption>
    </figure>
  );
}
