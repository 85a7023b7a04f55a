import { z } from 'zod';
import { actKey, maybeWords } from '#contracts/fields.ts';
import { SKILLS } from '#core/growout/growers.ts';

/** What a grower agreed to. */
export const termsForm = z.object({
  key: actKey,
  skill: z.enum(SKILLS, { error: 'choice: missing' }),
  mostLines: z
    .int({ error: 'number: not whole' })
    .min(0, 'number: check')
    .max(1000, 'number: check')
    .optional()
    .transform((most) => most ?? null),
  squareMetres: z
    .number({ error: 'area: unreadable' })
    .gt(0, 'area: zero')
    .max(100_000, 'area: too large')
    .optional()
    .transform((area) => area ?? null),
  notGrown: maybeWords(200),
});
