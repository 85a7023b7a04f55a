import { classes } from './classes.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { addDays, addMonths, daysBetween } from '#core/calendar/plainDate.ts';
import type { SeasonOfLine, SeasonStep } from '#core/growout/seasonOfLine.ts';
import { SEASON_WORDS, stepDays } from '#words/seasonOfLine.ts';

const LOOKS: Record<SeasonStep, string> = {
  sow: 'bg-grain',
  bloom: 'bg-doubt',
  ripen: 'bg-good',
  clean: 'bg-edge',
  test: 'bg-frost',
  lend: 'bg-ink',
};
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** A line's season from seed to seed: one row a step, over the months, with its days in words. */
export function SeasonRibbon({ season: { steps, seasons }, today, label }: { season: SeasonOfLine; today: string; label: string }) {
  const start = `${[today, ...steps.map(({ from }) => from)].sort()[0]!.slice(0, 7)}-01`;
  const last = steps
    .map(({ to }) => to)
    .sort()
    .at(-1)!;
  const end = addMonths(`${last.slice(0, 7)}-01`, 1);
  const days = daysBetween(start, end);
  const at = (day: string) => (daysBetween(start, day) / days) * 100;
  const months: string[] = [];
  for (let month = start; month < end; month = addMonths(month, 1)) months.push(month);
  // Beyond a year and a half every third month is named: letters would touch.
  const every = months.length > 18 ? 3 : 1;
  return (
    <figure aria-label={label} className="grid gap-x-4 sm:grid-cols-[10rem_1fr_11rem]">
      <div aria-hidden className="relative hidden h-6 text-small text-soft sm:col-start-2 sm:block">
        {months.map((month, index) => (
          <span key={month} className="absolute border-l border-rule pl-1" style={{ left: `${at(month)}%` }}>
            {index % every === 0 && MONTHS[Number(month.slice(5, 7)) - 1]}
          </span>
        ))}
      </div>
      <ol className="contents">
        {steps.map((one) => (
          <li key={one.step} className="grid grid-cols-2 gap-x-4 py-0.5 sm:contents">
            <span className={classes('sm:col-start-1 sm:py-0.5', one.to < today && 'text-soft')}>{SEASON_WORDS[one.step]}</span>
            <span aria-hidden className="relative order-last col-span-2 h-2 bg-well sm:order-none sm:col-span-1 sm:h-auto">
              <i
                className={classes('absolute inset-y-0 sm:inset-y-1', LOOKS[one.step])}
                style={{ left: `${at(one.from)}%`, width: `max(4px, ${at(addDays(one.to, 1)) - at(one.from)}%)` }}
              />
              <i className="absolute inset-y-0 border-l-2 border-ink" style={{ left: `${at(today)}%` }} />
            </span>
            <span className="text-right text-small sm:py-0.5 sm:text-left">{stepDays(one, seasons)}</span>
          </li>
        ))}
      </ol>
      <figcaption className="text-small text-soft sm:col-start-2">
        {formatDate(start.slice(0, 7))} to {formatDate(last.slice(0, 7))}; the upright line is today.
      </figcaption>
    </figure>
  );
}
