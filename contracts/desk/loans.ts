import { z } from 'zod';
import { actKey, rowNumber, maybeWords, words } from '#contracts/fields.ts';

const wholeNumber = (missing: string) => z.int({ error: missing });

/** Handing packets of one lot to a member. */
export const lendForm = z.object({
  key: actKey,
  code: words(60, 'Scan or type the lot code'),
  packets: wholeNumber('How many packets? A whole number').min(1, 'At least one packet').max(100, 'A hundred packets at most'),
  overrideReason: maybeWords(300),
});

/** The same, with who stands at the desk. */
export const lendInput = lendForm.extend({ memberId: rowNumber });

export const closeLoanForm = z.object({
  key: actKey,
  outcome: z.enum(['failed crop', 'kept on', 'written off'], { error: 'Say how it ended' }),
  note: maybeWords(500),
});
