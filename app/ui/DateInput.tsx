import { CalendarDays } from 'lucide-react';
import { Popover } from 'radix-ui';
import { createContext, lazy, Suspense, useContext, useState, type ComponentProps } from 'react';
import { formatDate } from '#core/calendar/formatDate.ts';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { readDay, type Leaning } from '#core/calendar/readDay.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { classes } from './classes.ts';
import { WRITTEN_DAY } from './writtenDays.ts';

/** Today where the library is. */
export const TodayContext = createContext<Day>('1970-01-01');
const useToday = (): Day => useContext(TodayContext);

export const DATE_HINT = 'For example 27 Nov, or yesterday';

/** The calendar loads when it is opened. */
const Calendar = lazy(() => import('./Calendar.tsx'));

/**
 * A day, typed as people write it or picked from a calendar; what was understood is shown as the house writes dates once the field is left. The server
 * reads it in the same way, so that it works without scripts.
 * @param start the day to begin with, ISO, or what was typed before
 * @param leaning what a day without a year means
 * @param onDay is told the day once it is known, or what was typed where it is none
 */
export function DateInput({
  name,
  start = '',
  leaning = 'near',
  min,
  max,
  onDay,
  className,
  ...rest
}: Omit<ComponentProps<'input'>, 'type' | 'value' | 'defaultValue' | 'min' | 'max'> & {
  name: string;
  start?: string | undefined;
  leaning?: Leaning;
  min?: Day | undefined;
  max?: Day | undefined;
  onDay?: (dayOrText: string) => void;
}) {
  const today = useToday();
  const [text, setText] = useState(isIsoDate(start) ? formatDate(start) : start);
  const [open, setOpen] = useState(false);
  const day = readDay(text, today, leaning);
  const take = (chosen: Day) => {
    setText(formatDate(chosen));
    onDay?.(chosen);
    setOpen(false);
  };
  return (
    <span className={classes('flex max-w-64 gap-1', className)}>
      <input type="hidden" name={WRITTEN_DAY} value={`${name} ${leaning} ${today}`} />
      <input
        {...rest}
        name={name}
        type="text"
        autoComplete="off"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={(event) => {
          if (day !== null) setText(formatDate(day));
          onDay?.(day ?? text);
          rest.onBlur?.(event);
        }}
        className="input min-w-0"
      />
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          type="button"
          className="inline-flex size-12 shrink-0 items-center justify-center rounded-md border border-edge bg-sheet"
          aria-label="Choose a date from a calendar"
          disabled={rest.disabled}
        >
          <CalendarDays aria-hidden className="size-5" />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content align="end" sideOffset={4} className="z-50 rounded-md border border-edge bg-ground p-3 shadow-lg">
            <Suspense fallback={<p className="p-4">Loading …</p>}>
              <Calendar chosen={day} today={today} min={min} max={max} onChoose={take} />
            </Suspense>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </span>
  );
}
