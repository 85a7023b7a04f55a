import { Link } from 'react-router';
import { classes } from '#app/ui/classes.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';

interface Span {
  readonly from: string;
  readonly to: string;
}

export interface BarRow {
  readonly key: string;
  readonly label: string;
  readonly about: string;
  readonly to: string | null;
  readonly bars: readonly (Span & { readonly look: 'planned' | 'seen' | 'booked'; readonly title: string })[];
  /** Where something else meets it. */
  readonly meets: readonly Span[];
}

const LOOK = {
  planned: 'top-1 h-5 border-2 border-good bg-transparent',
  seen: 'top-2 h-3 bg-good',
  booked: 'top-1 h-5 border border-ink bg-well overflow-hidden text-[0.75rem] leading-4 px-1 whitespace-nowrap',
} as const;
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** Rows of bars over the months of one or two years; each bar says itself to whoever cannot see it. */
export function YearBars({ years, rows }: { years: readonly number[]; rows: readonly BarRow[] }) {
  const start = `${years[0]}-01-01`;
  const days = daysBetween(start, `${years.at(-1)! + 1}-01-01`);
  const at = (day: string) => Math.max(0, Math.min(100, (daysBetween(start, day) / days) * 100));
  const place = ({ from, to }: Span) => ({ left: `${at(from)}%`, width: `${Math.max(0.6, at(to) - at(from))}%` });
  return (
    <div className="overflow-x-auto">
      <div className="sm:min-w-[40rem]">
        {years.length > 1 && (
          <div aria-hidden className="flex text-small sm:ml-56 font-semibold">
            {years.map((year) => (
              <span key={year} className="flex-1 border-l border-rule pl-1">
                {year}
              </span>
            ))}
          </div>
        )}
        <div aria-hidden className="flex border-b border-rule text-small text-soft sm:ml-56">
          {years.flatMap((year) =>
            MONTHS.map((month) => (
              <span key={`${year} ${month}`} className="flex-1 overflow-hidden border-l border-rule pl-0.5">
                <span className={years.length === 1 ? 'hidden sm:inline' : 'hidden'}>{month}</span>
                <span className={years.length === 1 ? 'sm:hidden' : ''}>{month[0]}</span>
              </span>
            )),
          )}
        </div>
        <ul>
          {rows.map(({ key, label, about, to, bars, meets }) => (
            <li key={key} className="border-b border-rule sm:flex sm:items-center">
              <span className="block shrink-0 py-1 pr-3 leading-tight sm:w-56">
                {to === null ? (
                  <b>{label}</b>
                ) : (
                  <Link className="link" to={to}>
                    {label}
                  </Link>
                )}
                <span className="block text-small text-soft">{about}</span>
              </span>
              <span className="relative block h-7 grow">
                {bars.map((bar, index) => (
                  <span
                    key={index}
                    role="img"
                    aria-label={`${bar.title}: ${formatDate(bar.from)} to ${formatDate(bar.to)}`}
                    title={`${bar.title}: ${formatDate(bar.from)} to ${formatDate(bar.to)}`}
                    className={classes('absolute', LOOK[bar.look])}
                    style={place(bar)}
                  >
                    {bar.look === 'booked' && bar.title}
                  </span>
                ))}
                {meets.map((meet, index) => (
                  <span
                    key={index}
                    aria-hidden
                    className="absolute top-0 h-7 border-x-2 border-doubt text-center font-bold text-doubt"
                    style={place(meet)}
                  >
                    <span className="rounded bg-doubt-tint px-1">×</span>
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}
