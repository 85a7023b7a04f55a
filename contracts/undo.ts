import { z } from 'zod';
import { actKey } from './fields.ts';

/** Taking back an act, by the key under which it was done. */
export const undoForm = z.object({ key: actKey, act: actKey });
