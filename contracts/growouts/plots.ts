import { z } from 'zod';
import { actKey, area, day, rowNumber, shownWord, tick, words, maybeWords } from '#contracts/fields.ts';
import { SUNS, WATERS } from '#core/growout/plots.ts';

/** A plot of a garden: new without a number, and without what was shown of it. */
export const plotForm = z.object({
  key: actKey,
  plot: rowNumber.optional().transform((id) => id ?? null),
  shown: shownWord.optional(),
  name: words(60, 'plot: no name'),
  squareMetres: area,
  sun: z.enum(SUNS, { error: 'choice: missing' }),
  water: z.enum(WATERS, { error: 'choice: missing' }),
  cages: z.int({ error: 'number: not whole' }).min(0, 'number: check').max(100, 'number: check').default(0),
  note: maybeWords(300),
  retired: tick,
});

const maybeDay = day.optional().transform((date) => date ?? null);

/** Something that flowers in a garden or near it. */
export const bloomForm = z
  .object({
    key: actKey,
    year: z.int({ error: 'year: missing' }).min(1990, 'year: missing').max(2100, 'year: missing'),
    crop: words(60, 'crop: missing'),
    what: words(80, 'entry: what'),
    metres: z.int({ error: 'number: not whole' }).min(0, 'number: check').max(20_000, 'number: check').default(0),
    from: maybeDay,
    to: maybeDay,
  })
  .refine(({ from, to }) => !(from && to && to < from), { path: ['to'], message: 'day: before the first' });

export const bloomGoneForm = z.object({ key: actKey, bloom: rowNumber });

export const inGarden = <Form extends z.ZodType>(form: Form) => form.and(z.object({ gardenId: rowNumber }));
