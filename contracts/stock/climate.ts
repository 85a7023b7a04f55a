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
    .max(50, 'Nothing keeps seed at that temperature'),
  humidity: maybePercent.refine((share) => share !== null, 'How humid is it there?').transform((share) => share!),
  why: maybeWords(200),
});
