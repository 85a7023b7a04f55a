import { z } from 'zod';
import { actKey, day, maybeWords } from '#contracts/fields.ts';

/** What a member saw come up: "20 sown, 14 up". */
export const emergenceForm = z
  .object({
    key: actKey,
    sown: z.int({ error: 'How many were sown?' }).min(1, 'At least one seed').max(100_000, 'Check the number'),
    up: z.int({ error: 'How many came up?' }).min(0, 'Not less than none').max(100_000, 'Check the number'),
    seenOn: day,
    note: maybeWords(300),
  })
  .refine(({ sown, up }) => up <= sown, { path: ['up'], message: 'More came up than were sown' });
