import { z } from 'zod';
import { actKey } from '#contracts/fields.ts';
import { reason } from '#contracts/stock/stock.ts';
import { HOLD_KINDS } from '#core/lots/words.ts';

export const setHoldForm = z.object({ key: actKey, kind: z.enum(HOLD_KINDS, { error: 'hold: no kind' }), reason });
export const liftHoldForm = z.object({ key: actKey, hold: z.int(), reason });
