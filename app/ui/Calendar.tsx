import { DayPicker, type Matcher } from 'react-day-picker';
import type { Day } from '#core/kernel/kinds.ts';

/** A calendar day as the date that the picker works with: its noon, in whatever zone this device is. */
const dateOf = (day: Day) => new Date(`${day}T12:00:00`);
const dayOf = (date: Date): Day => [date.getFullYear(), pad(date.getMonth() + 1), pad(date.getDate())].join('-');
const pad = (number: number) => String(number).padStart(2, '0');

const CELL = 'size-10 rounded-md text-center';

/** One month to choose a day from; weeks begin on Monday. */
export default function Calendar({
  chosen,
  today,
  min,
  max,
  onChoose,
}: {
  chosen: Day | null;
  today: Day;
  min: Day | undefined;
  max: Day | undefined;
  onChoose: (day: Day) => void;
}) {
  const closed: Matcher[] = [...(min ? [{ before: dateOf(min) }] : []), ...(max ? [{ after: dateOf(max) }] : [])];
  return (
    <DayPicker
      mode="single"
      autoFocus
      required
      weekStartsOn={1}
      today={dateOf(today)}
      defaultMonth={dateOf(chosen ?? today)}
      selected={chosen === null ? undefined : dateOf(chosen)}
      onSelect={(date) => onChoose(dayOf(date))}
      disabled={closed}
      classNames={{
        root: 'relative',
        month_caption: 'flex h-11 items-center font-slab font-semibold',
        nav: 'absolute top-0 right-0 flex',
        button_previous: 'inline-flex size-11 items-center justify-center rounded-md hover:bg-sheet',
        button_next: 'inline-flex size-11 items-center justify-center rounded-md hover:bg-sheet',
        chevron: 'size-4 fill-current',
        weekday: `${CELL} text-small font-normal text-soft`,
        day: 'p-0',
        day_button: `${CELL} hover:bg-sheet`,
        today: 'font-bold text-frost',
        selected: '[&>button]:bg-grain [&>button]:text-on-grain',
        disabled: 'text-soft line-through',
        outside: 'text-soft',
        hidden: 'invisible',
      }}
    />
  );
}
