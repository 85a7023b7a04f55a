import { z } from 'zod';
import { actKey, maybeWords, rowNumber, rowVersion } from '#contracts/fields.ts';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { METHODS } from '#core/isolation/barriers.ts';
import type { Choices, Wishes } from '#core/plan/facts.ts';

const MOST_LINES = 2000;
const isoDay = z.string().refine(isIsoDate);
const choice = z.strictObject({
  gardenId: rowNumber,
  plotId: rowNumber.nullable(),
  sowOn: isoDay,
  methods: z.array(z.enum(METHODS)).max(METHODS.length),
});
const ids = z.array(rowNumber).max(MOST_LINES);

/** Where, when and how each line of a plan is grown, as it is stored: by the line's number. */
export const storedChoices: z.ZodType<Choices> = z
  .record(z.string().regex(/^\d{1,15}$/), choice)
  .refine((choices) => Object.keys(choices).length <= MOST_LINES);

/** What was wished of a plan, as it is stored. */
export const storedWishes: z.ZodType<Wishes> = z.strictObject({
  pinned: ids,
  forced: ids,
  forbidden: ids,
  without: ids,
  home: rowNumber.nullable(),
});

/** A text of JSON from the page itself. */
const json = <Schema extends z.ZodType>(schema: Schema) =>
  z
    .string()
    .max(500_000)
    .transform((text, context): z.output<Schema> => {
      try {
        const read = schema.safeParse(JSON.parse(text));
        if (read.success) return read.data;
      } catch {
        // Falls through to the same words: it did not come from the page.
      }
      context.addIssue({ code: 'custom', message: 'plan: unreadable' });
      return z.NEVER;
    });

/** A season's plan as the page holds it. @property since the newest version that the page has seen, 0 for none */
export const seasonPlanForm = z.object({
  key: actKey,
  year: z.coerce.number().int().min(1900).max(2500),
  since: rowVersion,
  choices: json(storedChoices),
  wishes: json(storedWishes),
  note: maybeWords(200),
});

/** A saved version of which the grow-outs are proposed. */
export const carryOutForm = z.object({
  key: actKey,
  year: z.coerce.number().int().min(1900).max(2500),
  version: rowNumber,
});
