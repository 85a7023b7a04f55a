import { isIsoDate } from '#core/calendar/plainDate.ts';
import { LEANINGS, readDay } from '#core/calendar/readDay.ts';

/** Names a field of a form in which a day stands as it was written, with the leaning and the day on which the form was shown: `seenOn past 2026-11-27`. */
export const WRITTEN_DAY = 'written-day';

/** Makes ISO days of those that were written as people write them, in the fields that the form itself names; what is no day stays as it was typed. */
export function readWrittenDays(form: FormData): void {
  for (const marker of form.getAll(WRITTEN_DAY)) {
    const [name, leaning, today] = String(marker).split(' ');
    const how = LEANINGS.find((one) => one === leaning);
    const typed = form.get(name!);
    if (how !== undefined && isIsoDate(today ?? '') && typeof typed === 'string') form.set(name!, readDay(typed, today!, how) ?? typed);
  }
  form.delete(WRITTEN_DAY);
}
