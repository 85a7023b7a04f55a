import { z } from 'zod';
import { actKey, maybeArea, maybeCount, maybeWords, shownWord } from '#contracts/fields.ts';
import { SKILLS } from '#core/growout/growers.ts';

/** What a grower agreed to. */
export const termsForm = z.object({
  key: actKey,
  shown: shownWord,
  skill: z.enum(SKILLS, { error: 'choice: missing' }),
  mostLines: maybeCount(1000),
  squareMetres: maybeArea,
  mostHours: maybeCount(2000),
  notGrown: maybeWords(200),
});
