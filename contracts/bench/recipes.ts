import { z } from 'zod';
import { actKey, words } from '#contracts/fields.ts';
import { RECIPE_ROWS, type RecipeStep } from '#core/bench/methods.ts';
import { STEPS, type Step, type StepHours } from '#core/bench/steps.ts';

const hour = z.number().min(0);
/** The steps of a recipe as they are stored. */
export const storedSteps: z.ZodType<readonly RecipeStep[]> = z
  .array(z.strictObject({ step: z.enum(STEPS), hours: z.strictObject({ earliest: hour, usual: hour, latest: hour }).nullable() }))
  .min(1);

const step = z
  .string()
  .optional()
  .transform((text, context): Step | null => {
    if (!text) return null;
    const found = STEPS.find((one) => one === text);
    if (found) return found;
    context.addIssue({ code: 'custom', message: 'step: missing' });
    return z.NEVER;
  });

/** Earliest, usual and latest hour, in that order; whether they rise is for the recipe to judge. */
const hours = z
  .string()
  .trim()
  .optional()
  .transform((text, context): StepHours | null => {
    if (!text) return null;
    const read = text.split(/[\s,;]+/).map(Number);
    const [earliest, usual, latest] = read;
    if (read.length === 3 && read.every((hour) => hour >= 0 && hour <= 10_000))
      return { earliest: earliest!, usual: usual!, latest: latest! };
    context.addIssue({ code: 'custom', message: 'hours: unreadable' });
    return z.NEVER;
  });

const rows = Array.from({ length: RECIPE_ROWS }, (_, index) => index + 1);

/** A recipe as its form has it: rows left empty between steps are passed over. */
export const recipeForm = z
  .object({
    key: actKey,
    name: words(60, 'recipe name: missing'),
    extraction: z.enum(['dry', 'wet', 'wet with a gel coat'], { error: 'extraction: missing' }),
    why: words(300, 'recipe reason: missing'),
    ...(Object.fromEntries(rows.flatMap((row) => [[`step-${row}`, step] as const, [`hours-${row}`, hours] as const])) as Record<
      `step-${number}`,
      typeof step
    > &
      Record<`hours-${number}`, typeof hours>),
  })
  .transform(({ key, name, extraction, why, ...form }) => {
    const of = form as Readonly<Record<string, unknown>>;
    const steps: readonly RecipeStep[] = rows.flatMap((row) => {
      const done = of[`step-${row}`] as Step | null;
      return done ? [{ step: done, hours: of[`hours-${row}`] as StepHours | null }] : [];
    });
    return { key, name, extraction, why, steps };
  });

export const retireRecipeForm = z.object({ key: actKey, id: z.int() });
