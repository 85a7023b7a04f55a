import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';

/** What to do with seed that is recalled. */
export const RECALL_ADVICE =
  'Please do not sow it or give it on. If it is growing, do not eat from it and do not save its seed until you hear from us. Bring back what is left.';

/** Why seed that came from another library is on hold. */
export const recalledByOther = (library: string, reason: string): string => `Recalled by ${library}: ${reason}`.slice(0, 300);

/** What whoever was given seed is told when it is recalled, ready to be sent. @param by the library’s name */
export function giftRecallText(
  gift: { receiver: string; crop: string; variety: string; code: string; givenOn: Day; reason: string; isLibrary: boolean },
  by: string,
): string {
  return [
    `Dear ${gift.receiver},`,
    `on ${formatDate(gift.givenOn)} we gave you ${gift.crop} ‘${gift.variety}’ (our lot ${gift.code}). We have recalled it: ${gift.reason}.`,
    gift.isLibrary
      ? 'Please put it and everything grown from it on hold, and warn anyone who has some. If you use Kind Granary, add the attached file under Wants list, Other libraries, Swapped seed: it sets the holds for you.'
      : RECALL_ADVICE,
    by,
  ].join('\n\n');
}

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
