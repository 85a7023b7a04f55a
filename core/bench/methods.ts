import type { CropCautionCode } from '../almanac/cautions.ts';
import type { Crop } from '../almanac/crop.ts';
import { type Rules, ruleFor } from '../house/rules.ts';
import { cautionsAt, DRIES, type Caution, type Step, type StepHours } from './steps.ts';

/** Ways from what was brought to clean seed that every house knows. */
export const METHODS = ['thresh', 'ferment', 'soda', 'wipe', 'rinse', 'peroxide', 'as it is'] as const;
export type KnownMethod = (typeof METHODS)[number];
/** A known way, or a recipe of the house's own by its number. */
export type Method = KnownMethod | `recipe ${number}`;

/** The steps of each, in order. */
const METHOD_STEPS: Readonly<Record<KnownMethod, readonly Step[]>> = {
  thresh: ['hang', 'thresh', 'screen', 'winnow', 'sort', 'dry', 'silica'],
  ferment: ['scoop', 'ferment', 'rinse', 'dry', 'silica'],
  soda: ['scoop', 'soda', 'rinse', 'dry', 'silica'],
  wipe: ['scoop', 'wipe', 'dry', 'silica'],
  rinse: ['scoop', 'rinse', 'dry', 'silica'],
  peroxide: ['scoop', 'rinse', 'peroxide', 'rinse', 'dry', 'silica'],
  'as it is': ['sort', 'dry', 'silica'],
};

/** As many steps as a recipe may have. */
export const RECIPE_ROWS = 8;

/** One step of a recipe; hours of its own where the house's experience differs. */
export interface RecipeStep {
  readonly step: Step;
  readonly hours: StepHours | null;
}

/** The house's own way from fruit or pod to clean seed. It is never changed: a better one is a new recipe. */
export interface Recipe {
  readonly id: number;
  readonly name: string;
  readonly extraction: Crop['extraction'];
  readonly steps: readonly RecipeStep[];
  readonly why: string;
  /** Not offered any more; batches that began by it go on. */
  readonly retired: boolean;
}

/** How this house works: the schools it follows, and its own recipes. */
export interface Practice {
  readonly rules: Rules;
  readonly recipes: readonly Recipe[];
}

export const nameOfRecipe = (id: number): Method => `recipe ${id}`;

/** The recipe a method is; null for a known way. Throws RangeError for an unknown recipe. */
export function recipeOf(method: Method, recipes: readonly Recipe[]): Recipe | null {
  const id = /^recipe (\d+)$/.exec(method)?.[1];
  if (id === undefined) return null;
  const recipe = recipes.find((one) => one.id === Number(id));
  if (!recipe) throw new RangeError(`there is no ${method}`);
  return recipe;
}

/** Which known way a recipe resembles: its bath tells what becomes of disease, storage life and colour. */
const LIKENESS: readonly (readonly [Step, KnownMethod])[] = [
  ['soda', 'soda'],
  ['ferment', 'ferment'],
  ['peroxide', 'peroxide'],
  ['wipe', 'wipe'],
  ['thresh', 'thresh'],
  ['rinse', 'rinse'],
];

/** The known way a method is or takes after: a recipe follows the one with the same bath. Throws RangeError for an unknown recipe. */
export function likenessOf(method: Method, recipes: readonly Recipe[]): KnownMethod {
  const recipe = recipeOf(method, recipes);
  if (!recipe) return method as KnownMethod;
  const steps = recipe.steps.map(({ step }) => step);
  return LIKENESS.find(([step]) => steps.includes(step))?.[1] ?? 'as it is';
}

/** How the batch came to the bench. */
export type Brought = 'clean seed' | 'on paper' | 'whole fruit' | 'heads or pods';

/** Wet fruit whose seed sits dry around its core: it is scraped out, and water only brings mould. */
const isScrapedOut = ({ species }: { readonly species?: string | undefined }) => /^Capsicum\b/.test(species ?? '');

/** Methods that fit a crop and what was brought: the house's own choice first, its own recipes last. */
export function methodsFor(
  crop: Pick<Crop, 'extraction'> & Partial<Pick<Crop, 'species'>>,
  brought: Brought,
  { rules, recipes }: Practice,
): readonly [Method, ...Method[]] {
  if (brought === 'clean seed' || brought === 'on paper') return ['as it is', 'peroxide'];
  const own = recipes.filter(({ extraction, retired }) => extraction === crop.extraction && !retired).map(({ id }) => nameOfRecipe(id));
  if (crop.extraction === 'dry') return ['thresh', 'as it is', ...own];
  if (crop.extraction === 'wet')
    return isScrapedOut(crop) ? ['wipe', 'as it is', 'rinse', 'peroxide', ...own] : ['rinse', 'peroxide', 'wipe', 'as it is', ...own];
  const chosen = ({ soda: 'soda', wipe: 'wipe' } as const)[ruleFor('ferment', rules) as 'soda' | 'wipe'] ?? 'ferment';
  const gel: Method[] = ['ferment', 'soda', 'wipe', 'peroxide'];
  return [chosen, ...gel.filter((method) => method !== chosen), ...own];
}

/** Whether a batch is cured first: whole fruit of a crop that cures, unless the method has it already or there is nothing to open. */
const curesFirst = (method: Method, steps: readonly Step[], crop: Pick<Crop, 'cure'>, brought: Brought): boolean =>
  crop.cure !== null && brought === 'whole fruit' && method !== 'as it is' && !steps.includes('cure');

type Handled = Pick<Crop, 'cure' | 'storage'>;
const byUsualHours = (step: Step): RecipeStep => ({ step, hours: null });

/** The steps of a method with a recipe's own hours: crops that cure are cured first, and seed that dies of drying is never dried. */
function placesOf(method: Method, crop: Handled, brought: Brought, recipes: readonly Recipe[]): readonly RecipeStep[] {
  const steps = recipeOf(method, recipes)?.steps ?? METHOD_STEPS[method as KnownMethod].map(byUsualHours);
  const moist = steps.filter(({ step }) => !DRIES.has(step));
  const fitting = crop.storage !== 'not to be dried' ? steps : moist.length > 0 ? moist : [byUsualHours('sort')];
  const cures = curesFirst(
    method,
    steps.map(({ step }) => step),
    crop,
    brought,
  );
  return cures ? [byUsualHours('cure'), ...fitting] : fitting;
}

/** The steps of a method for this batch, in order; never empty. Throws RangeError for an unknown recipe. */
export function stepsFor(method: Method, crop: Handled, brought: Brought, recipes: readonly Recipe[]): readonly Step[] {
  return placesOf(method, crop, brought, recipes).map(({ step }) => step);
}

/** The hours a recipe gives the step at this place; null where it has none of its own, or the method is no recipe. */
export function ownHours(
  { method, place, facts, brought }: { method: Method; place: number; facts: Handled; brought: Brought },
  recipes: readonly Recipe[],
): StepHours | null {
  return placesOf(method, facts, brought, recipes)[place]?.hours ?? null;
}

/**
 * Where a batch may go from a step: on to any later step of its method, the likeliest first.
 * A house that dries over a desiccant from the start goes there before it dries in air.
 */
export function nextSteps(steps: readonly Step[], at: number, rules: Rules): readonly { readonly step: Step; readonly at: number }[] {
  const later = steps.flatMap((step, index) => (index > at ? [{ step, at: index }] : []));
  const silica = later.find(({ step }) => step === 'silica');
  if (later[0]?.step !== 'dry' || !silica || ruleFor('sun', rules) !== 'silica') return later;
  return [silica, ...later.filter((one) => one !== silica)];
}

/** The place in another method's steps from which a batch goes on after a switch: the first step that has not been done. */
export function switchAt(done: readonly Step[], to: readonly Step[]): number {
  const passed: readonly Step[] = ['cure', 'scoop', 'hang'];
  const at = to.findIndex((step) => !(passed.includes(step) && done.includes(step)));
  return at < 0 ? to.length - 1 : at;
}

/** Where hands meet the fruit or its seed. */
const handles = (step: Step): boolean => step !== 'cure' && step !== 'hang' && step !== 'dry';

/** What a crop's caution asks to be read at the bench, and at which steps. What is not here concerns the garden or the table. */
const CROP_CAUTIONS_AT: Partial<Record<CropCautionCode, { readonly caution: Caution; readonly at: (step: Step) => boolean }>> = {
  hot: { caution: 'hot', at: handles },
  bitter: { caution: 'bitter', at: (step) => step === 'scoop' },
  toxic: { caution: 'toxic', at: handles },
  spines: { caution: 'spines', at: handles },
  ergot: { caution: 'ergot', at: handles },
};

/** Hazards to acknowledge before a step: the step's own, and the crop's where hands meet it. */
export function cautionsFor(step: Step, crop: Pick<Crop, 'cautions'>, treated: boolean, rules: Rules): readonly Caution[] {
  const ofCrop = crop.cautions.flatMap(({ code }) => {
    const met = CROP_CAUTIONS_AT[code];
    return met?.at(step) ? [met.caution] : [];
  });
  return [...new Set<Caution>([...cautionsAt(step, rules), ...ofCrop, ...(treated ? (['treated'] as const) : [])])];
}
