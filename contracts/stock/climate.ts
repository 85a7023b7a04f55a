import { z } from 'zod';
import { actKey, day, maybePercent, maybeWords, words } from '#contracts/fields.ts';

/** What a place is like from a day on. */
export const climateForm = z.object({
  key: actKey,
  place: words(60, 'place of readings: missing'),
  since: day,
  celsius: z.number({ error: 'place warmth: missing' }).min(-40, 'freezer: too cold').max(50, 'place warmth: too warm'),
  humidity: maybePercent.refine((share) => share !== null, 'place humidity: missing').transform((share) => share!),
  why: maybeWords(200),
});

/** Stands for no place at all. */
export const NO_PLACE = 'none';

/** The place in which the room's logger hangs, or `NO_PLACE`. */
export const loggerForm = z.object({ key: actKey, loggerPlace: words(60, 'place of readings: missing') });
