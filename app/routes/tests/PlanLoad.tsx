import { classes } from '#app/ui/classes.ts';
import { SPOTS } from '#core/germination/layout.ts';
import type { loadOf, PlanProblem } from '#core/schedule/benchPlan.ts';
import { SPOT_MARKS } from '#words/testPlan.ts';

/** What a week asks of each place and of the hands, against what there is. */
export function PlanLoad({ problem: { bench }, load, week }: { problem: PlanProblem; load: ReturnType<typeof loadOf>; week: number }) {
  const bars = [
    ...SPOTS.map((spot) => ({ name: `${SPOT_MARKS[spot]} ${spot}`, now: load.towels[spot][week]!, most: bench.towels[spot] })),
    { name: 'hours', now: Math.round(load.hours[week]! * 10) / 10, most: bench.hours[week]! },
  ];
  return (
    <ul className="grid grid-cols-4 gap-x-3 text-small leading-tight">
      {bars.map(({ name, now, most }) => {
        const over = now > most + 1e-9;
        return (
          <li key={name} className={classes(over && 'font-semibold text-poor')}>
            <span className="block whitespace-nowrap text-soft">{name}</span>
            <span className="block whitespace-nowrap tabular-nums">
              {now} of {most}
            </span>
            <span aria-hidden className="mt-0.5 block h-1 bg-well">
              <i
                className={classes('block h-full', over ? 'bg-poor' : 'bg-good')}
                style={{ width: `${Math.min(100, most > 0 ? (now / most) * 100 : now > 0 ? 100 : 0)}%` }}
              />
            </span>
          </li>
        );
      })}
    </ul>
  );
}
