import { z } from 'zod';
import { actKey, maybeArea, maybeCount, maybeWords } from '#contracts/fields.ts';
import { SKILLS } from '#core/growout/growers.ts';

/** What a grower agreed to. */
export const termsForm = z.object({
  key: actKey,
  skill: z.enum(SKILLS, { error: 'choice: missing' }),
  mostLines: maybeCount(1000),
  squareMetres: maybeArea,
  mostHours: maybeCount(2000),
  notGrown: maybeWords(200),
});
