import { z } from 'zod';
import { actKey, lotCode, maybeWords, sure, words } from '#contracts/fields.ts';

/** What a lot is and whom it is from, put right. A name that is nearly a known one is confirmed, as it was typed. */
export const correctLotForm = z.object({
  key: actKey,
  code: lotCode,
  crop: z.string({ error: 'crop: missing' }).trim().min(1, 'crop: missing').max(80),
  variety: words(80, 'variety: missing'),
  donor: maybeWords(120),
  garden: maybeWords(120),
  why: words(300, 'reason: missing'),
  sureVariety: sure,
  sureDonor: sure,
  sureGarden: sure,
});
