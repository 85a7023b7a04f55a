import { z } from 'zod';
import { actKey, amount } from '#contracts/fields.ts';

/** Clean seed out of fruit or heads. */
export const cleanForm = z.object({ key: actKey, amount });
