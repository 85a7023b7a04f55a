import { formatDate, formatDay } from '#core/calendar/formatDate.ts';
import type { SeasonOfLine, SeasonStep } from '#core/growout/seasonOfLine.ts';

/** What is done or seen in a step of a line's season; on pages of members the library does the last two. */
export const SEASON_WORDS: Readonly<Record<SeasonStep, string>> = {
  sow: 'Sow',
  bloom: 'Flowers',
  ripen: 'Seed ripens',
  clean: 'Clean and bring in',
  test: 'Germination test',
  lend: 'Lend',
};

/** The days of a step: "1 to 22 May", "20 Apr to 9 May", or one day, from which on seed is lent; with the year where a season takes two. */
export function stepDays({ step, from, to }: SeasonOfLine['steps'][number], seasons: SeasonOfLine['seasons']): string {
  const format = seasons === 1 ? formatDay : formatDate;
  if (step === 'lend') return `from ${format(from)}`;
  if (from === to) return format(from);
  const isOneMonth = from.slice(0, 7) === to.slice(0, 7);
  return `${isOneMonth ? Number(from.slice(8)) : formatDay(from)} to ${format(to)}`;
}
