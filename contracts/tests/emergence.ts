import { z } from 'zod';
import { actKey, day, maybeWords } from '#contracts/fields.ts';

/** What a member saw come up: "20 sown, 14 up". */
export const emergenceForm = z
  .object({
    key: actKey,
    sown: z.int({ error: 'sown: missing' }).min(1, 'seeds: under one').max(100_000, 'number: check'),
    up: z.int({ error: 'came up: missing' }).min(0, 'number: under none').max(100_000, 'number: check'),
    seenOn: day,
    note: maybeWords(300),
  })
  .refine(({ sown, up }) => up <= sown, { path: ['up'], message: 'came up: more than sown' });
