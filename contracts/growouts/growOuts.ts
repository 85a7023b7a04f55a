import { z } from 'zod';
import { actKey, lotCode, maybeWords, rowNumber, words } from '#contracts/fields.ts';

/** A grow-out of a lot, as it is proposed. */
export const proposeForm = z.object({
  key: actKey,
  code: lotCode,
  plants: z.int({ error: 'plants: missing' }).min(1, 'plants: under one').max(10_000, 'plants: too many'),
  seeds: z.int({ error: 'seeds to sow: missing' }).min(1, 'seeds: under one').max(1_000_000, 'number: check'),
  note: maybeWords(300),
});

export const ofGrowOut = <Form extends z.ZodType>(form: Form) => form.and(z.object({ growOutId: rowNumber }));

/** Why a grow-out is dropped, or how it failed. */
export const endForm = z.object({ key: actKey, reason: words(300, 'reason: missing') });

/** Who grows it, by name. */
export const agreeForm = z.object({ key: actKey, grower: words(120, 'grower: missing') });

/** Seeds out of one of the lot's containers. */
export const handOverForm = z.object({
  key: actKey,
  holding: z.int({ error: 'container: not chosen' }),
  seeds: z.int({ error: 'seeds to sow: missing' }).min(1, 'seeds: under one').max(1_000_000, 'number: check'),
});
