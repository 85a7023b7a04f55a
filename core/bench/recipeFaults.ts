import type { RecipeStep } from './methods.ts';
import { BY_WEIGHT } from './steps.ts';

/** What is wrong with a recipe as it was entered; `at` is the place of the step, from 0. */
export type RecipeFault =
  | { readonly kind: 'no steps' }
  | { readonly kind: 'does not end dry'; readonly at: number }
  | { readonly kind: 'cures late'; readonly at: number }
  | { readonly kind: 'hours out of order'; readonly at: number }
  | { readonly kind: 'a weight ends it'; readonly at: number };

/** Seed leaves a recipe dry; curing comes before anything is opened; a clock runs from earliest to latest, and none where a weight decides. */
export function recipeFault(steps: readonly RecipeStep[]): RecipeFault | null {
  const last = steps.at(-1);
  if (!last) return { kind: 'no steps' };
  if (!BY_WEIGHT.has(last.step)) return { kind: 'does not end dry', at: steps.length - 1 };
  const cures = steps.findLastIndex(({ step }) => step === 'cure');
  if (cures > 0) return { kind: 'cures late', at: cures };
  const disordered = steps.findIndex(
    ({ hours }) => hours && !(0 <= hours.earliest && hours.earliest <= hours.usual && hours.usual < hours.latest),
  );
  if (disordered >= 0) return { kind: 'hours out of order', at: disordered };
  const timed = steps.findIndex(({ step, hours }) => hours && BY_WEIGHT.has(step));
  return timed >= 0 ? { kind: 'a weight ends it', at: timed } : null;
}
