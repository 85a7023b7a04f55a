import { z } from 'zod';
import { actKey, maybeWords } from './fields.ts';

/** Taking back an act, by the key under which it was done. Long after it a reason is asked for. */
export const undoForm = z.object({ key: actKey, act: actKey, reason: maybeWords(300).optional() });
