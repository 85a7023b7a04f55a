import { z } from 'zod';
import { actKey, maybeWords, rowNumber } from '#contracts/fields.ts';
import { WANT_STATES } from '#core/stock/wantStates.ts';

/** How far the want of a line has got, and with whom. */
export const wantForm = z.object({
  key: actKey,
  lineId: rowNumber,
  state: z.enum(WANT_STATES, { error: 'want state: missing' }),
  whom: maybeWords(120),
});
