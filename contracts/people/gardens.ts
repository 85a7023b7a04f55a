import { z } from 'zod';
import { actKey, maybeWords, rowNumber, shownWord, tick, words } from '#contracts/fields.ts';

/** Who may know where a garden is. */
const placeFor = z
  .enum(['workers', 'coordinators'])
  .optional()
  .transform((who) => who ?? null);

/** A garden as it is entered: its name, whose it is, and where, as people say it. */
export const gardenForm = z.object({
  key: actKey,
  name: words(80, 'garden: no name'),
  person: maybeWords(120),
  place: maybeWords(120),
  placeFor,
});

/** What is changed of a garden that is known. */
export const gardenPlaceForm = z.object({ key: actKey, shown: shownWord, place: maybeWords(120), forget: tick, placeFor });

export const ofGarden = gardenPlaceForm.extend({ gardenId: rowNumber });
