import { z } from 'zod';
import { actKey, day, maybeWords, words } from '#contracts/fields.ts';

/** Who keeps safety copies in a place out of the house, and by when to ask after them. */
export const keeperForm = z.object({
  key: actKey,
  place: words(60, 'place of keeper: missing'),
  keeper: words(120, 'keeper: missing'),
  askBy: day,
  note: maybeWords(300),
});
