import { z } from 'zod';
import { REMEDIES, type Remedy } from '#core/risk/remedies.ts';
import { RISK_WHYS, type RiskReason } from '#core/risk/whys.ts';

const chance = z.number().min(0).max(1);

/** What can be done for a line, as it is stored with its risk. */
export const storedRemedies: z.ZodType<readonly Remedy[]> = z.array(
  z.strictObject({
    kind: z.enum(REMEDIES),
    risk: chance,
    hours: z.number().min(0),
    worth: z.number(),
    code: z.string(),
    seeds: z.number().nullable(),
  }),
);

/** What a line's risk comes from, as it is stored. */
export const storedWhys: z.ZodType<readonly RiskReason[]> = z.array(z.strictObject({ why: z.enum(RISK_WHYS), without: chance }));
