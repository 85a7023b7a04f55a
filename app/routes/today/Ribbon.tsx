import { formatDay } from '#core/calendar/formatDate.ts';
import { classes } from '#app/ui/classes.ts';
import type { ComingDay } from '#data/today/today.ts';

type ComingKind = ComingDay['kind'];

const MARKS: Record<ComingKind, { look: string; word: [string, string] }> = {
  step: { look: 'rounded-t-full bg-grain', word: ['batch ready', 'batches ready'] },
  count: { look: 'rounded-full bg-good', word: ['count', 'counts'] },
  test: { look: 'rounded-xs bg-frost', word: ['test due', 'tests due'] },
  return: { look: 'rotate-45 bg-doubt', word: ['return', 'returns'] },
  sow: { look: 'h-1.5 rounded-full bg-good', word: ['sowing', 'sowings'] },
  home: { look: 'rounded-b-full bg-grain', word: ['grow-out due back', 'grow-outs due back'] },
};
const ORDER = Object.keys(MARKS) as ComingKind[];
const WEEKDAYS = ['Su', 'Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa'];
const weekday = (date: string) => new Date(`${date}T00:00:00Z`).getUTCDay();

/** The next two weeks: what falls due on each day, by shape and number. */
export function Ribbon({ days, coming }: { days: readonly string[]; coming: readonly ComingDay[] }) {
  const on = (day: string) =>
    coming.filter((one) => one.on === day).sort((one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind));
  const said = (day: string) =>
    on(day)
      .map(({ kind, count }) => `${count} ${MARKS[kind].word[count === 1 ? 0 : 1]}`)
      .join(', ');
  return (
    <section aria-label="The next two weeks" className="mb-5">
      <ol className="flex overflow-x-auto border-y border-rule" tabIndex={0} aria-label="Days, from today">
        {days.map((day, index) => {
          const rest = weekday(day) === 0 || weekday(day) === 6;
          return (
            <li
              key={day}
              title={said(day)}
              aria-label={`${formatDay(day)}: ${said(day) || 'nothing due'}`}
              className={classes(
                'min-w-14 flex-1 border-l border-rule px-1.5 py-1.5 first:border-l-0',
                rest && 'bg-well',
                index === 0 && 'border-t-3 border-t-grain',
              )}
            >
              <div aria-hidden>
                <span className="block text-[0.8125rem] leading-tight text-soft">{index === 0 ? 'Today' : WEEKDAYS[weekday(day)]}</span>
                <span className={classes('block leading-tight', index === 0 && 'font-semibold')}>
                  {index === 0 || day.endsWith('-01') ? formatDay(day) : Number(day.slice(8))}
                </span>
                <span className="mt-1 flex min-h-5 flex-wrap gap-x-2 gap-y-1">
                  {on(day).map(({ kind, count }) => (
                    <span key={kind} className="inline-flex items-center gap-1 text-[0.8125rem] font-semibold">
                      <span className={classes('size-2.5', MARKS[kind].look)} />
                      {count}
                    </span>
                  ))}
                </span>
              </div>
            </li>
          );
        })}
      </ol>
      <p aria-hidden className="mt-1 flex flex-wrap gap-x-4 text-[0.8125rem] text-soft">
        {ORDER.filter((kind) => coming.some((one) => one.kind === kind)).map((kind) => (
          <span key={kind} className="inline-flex items-center gap-1.5">
            <span className={classes('size-2.5', MARKS[kind].look)} />
            {MARKS[kind].word[1]}
          </span>
        ))}
      </p>
    </section>
  );
}
