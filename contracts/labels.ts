import { z } from 'zod';
import { printForm } from '#contracts/bench/bench.ts';

/** What stands on a label. */
const labelWords = z.object({
  crop: z.string(),
  variety: z.string(),
  code: z.string(),
  address: z.string(),
  lines: z.array(z.object({ text: z.string(), strong: z.boolean().optional() })).readonly(),
  /** Hazards stand in a frame. */
  hazards: z.array(z.string()).readonly(),
});

/** Sending labels to the printer: on what and how many, and what stands on them. */
export const printInput = printForm.and(z.object({ words: labelWords }));
