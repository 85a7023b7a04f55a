import { z } from 'zod';
import { actKey, day, maybePercent, maybeWords, words } from '#contracts/fields.ts';

/** What a place is like from a day on. */
export const climateForm = z.object({
  key: actKey,
  place: words(60, 'Which place?'),
  since: day,
  celsius: z
    .number({ error: 'How warm is it there? Degrees Celsius' })
    .min(-40, 'No freezer is as cold as that')
    .max(50, 'Nothing keeps seed at that: degrees Celsius'),
  humidity: maybePercent.refine((share) => share !== null, 'How humid is it there?').transform((share) => share!),
  why: maybeWords(200),
});

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
