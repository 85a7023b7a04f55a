import { z } from 'zod';
import { parsePartialDate } from '#core/calendar/parsePartialDate.ts';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { actKey } from '#contracts/fields.ts';

const MOST_TESTS = 2000;
const isoDay = z.string().refine(isIsoDate);
const entry = z.object({ lotId: z.int().min(1), week: isoDay, pinned: z.boolean() });

/** A plan as the page holds it, as one JSON text. */
export const planForm = z.object({
  key: actKey,
  version: z.int(),
  plan: z
    .string()
    .max(200_000)
    .transform((text, context) => {
      try {
        const read = z.array(entry).max(MOST_TESTS).safeParse(JSON.parse(text));
        if (read.success && new Set(read.data.map(({ lotId }) => lotId)).size === read.data.length) return read.data;
      } catch {
        // Falls through to the same words: it did not come from the page.
      }
      context.addIssue({ code: 'custom', message: 'plan: unreadable' });
      return z.NEVER;
    }),
});

const towels = z.int({ error: 'towels: not whole' }).min(0, 'number: under none').max(500, 'number: check');

/** What the testing bench has, and when nobody is here. */
export const testBenchForm = z.object({
  key: actKey,
  version: z.int(),
  warm: towels,
  room: towels,
  cool: towels,
  hours: z.number({ error: 'hours: missing' }).min(0, 'number: under none').max(200, 'number: check'),
  closed: z
    .string()
    .trim()
    .optional()
    .transform((text, context) => {
      const days = (text ?? '')
        .split(/[,;\n]+/)
        .filter((written) => written.trim() !== '')
        .map(parsePartialDate);
      if (days.length <= 60 && days.every((day) => day.ok && isIsoDate(day.date))) return days.map((day) => (day.ok ? day.date : ''));
      context.addIssue({ code: 'custom', message: 'closed weeks: unreadable' });
      return z.NEVER;
    }),
});
