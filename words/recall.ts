import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';

/** What to do with seed that is recalled. */
export const RECALL_ADVICE =
  'Please do not sow it or give it on. If it is growing, do not eat from it and do not save its seed until you hear from us. Bring back what is left.';

/** What a member is told of seed that is recalled, ready to be sent. @param by the library’s name */
export function recallText(
  {
    member,
    crop,
    variety,
    code,
    lentOn,
    reason,
  }: { member: string; crop: string; variety: string; code: string; lentOn: Day; reason: string },
  by: string,
): string {
  return [
    `Dear ${member},`,
    `on ${formatDate(lentOn)} you borrowed ${crop} ‘${variety}’ from us (lot ${code}). We have recalled it: ${reason}.`,
    RECALL_ADVICE,
    'It is not your fault, and we will find you other seed.',
    by,
  ].join('\n\n');
}
