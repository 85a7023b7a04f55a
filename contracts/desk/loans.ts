import { z } from 'zod';
import { actKey, day, rowNumber, maybeWords, sure, words } from '#contracts/fields.ts';

const wholeNumber = (missing: string) => z.int({ error: missing });

/** Handing packets of one lot to a member. */
export const lendForm = z.object({
  key: actKey,
  code: words(60, 'code: missing'),
  packets: wholeNumber('packets to lend: missing').min(1, 'packets: under one').max(100, 'packets: over a hundred'),
  overrideReason: maybeWords(300),
  warmed: sure,
});

/** The same, with who stands at the desk. */
export const lendInput = lendForm.extend({ memberId: rowNumber });

export const closeLoanForm = z.object({
  key: actKey,
  outcome: z.enum(['failed crop', 'kept on', 'written off'], { error: 'ending: missing' }),
  note: maybeWords(500),
});

/** Another day by which seed is expected, as agreed with the member. */
export const dueForm = z.object({ key: actKey, dueOn: day, why: maybeWords(300) });

/** What a member says became of a loan. */
export const failureForm = z.object({ key: actKey, note: maybeWords(500) });

/** What the library says to that. */
export const answerForm = z.object({ key: actKey, answer: words(500, 'answer: missing') });
