import type { Crop } from '../almanac/crop.ts';
import type { Rules } from '../house/rules.ts';
import { ruleFor } from '../house/rules.ts';
import { CAUTIONS, STEP_FACTS, type Caution, type Step } from './steps.ts';

/** Ways from what was brought to clean seed. */
export const METHODS = ['thresh', 'ferment', 'soda', 'wipe', 'rinse', 'peroxide', 'as it is'] as const;
export type Method = (typeof METHODS)[number];

export interface MethodFacts {
  readonly title: string;
  readonly steps: readonly Step[];
  /** What choosing it means. */
  readonly time: string;
  readonly warmth: string;
  readonly disease: string;
  readonly storage: string;
  readonly colour: string;
}

export const METHOD_FACTS: Record<Method, MethodFacts> = {
  thresh: {
    title: 'Thresh and winnow',
    steps: ['hang', 'thresh', 'screen', 'winnow', 'sort', 'dry', 'silica'],
    time: 'One to five weeks, most of it hanging',
    warmth: 'None, but air that moves',
    disease: 'Stays on the seed; sorting takes some away',
    storage: 'Full, once chaff is out',
    colour: 'As grown',
  },
  ferment: {
    title: 'Ferment',
    steps: ['scoop', 'ferment', 'rinse', 'dry', 'silica'],
    time: 'Two to four days, longer in the cool',
    warmth: '20 to 25 °C',
    disease: 'Lowers some bacteria and fungi; not viruses, not canker',
    storage: 'Full',
    colour: 'As grown',
  },
  soda: {
    title: 'Washing soda',
    steps: ['scoop', 'soda', 'rinse', 'dry', 'silica'],
    time: 'About a day',
    warmth: 'None: works in a cool room',
    disease: 'Lowers some',
    storage: 'Full, if rinsed well',
    colour: 'Darker',
  },
  wipe: {
    title: 'Wipe and dry on paper',
    steps: ['scoop', 'wipe', 'dry', 'silica'],
    time: 'An hour, then drying',
    warmth: 'None',
    disease: 'More is carried over',
    storage: 'Shorter: germination is lower, so save more',
    colour: 'As grown, with dried gel on it',
  },
  rinse: {
    title: 'Scoop and rinse',
    steps: ['scoop', 'rinse', 'dry', 'silica'],
    time: 'An hour, then drying',
    warmth: 'None',
    disease: 'Stays on the seed',
    storage: 'Full',
    colour: 'As grown',
  },
  peroxide: {
    title: 'Rinse and clean with peroxide',
    steps: ['scoop', 'rinse', 'peroxide', 'rinse', 'dry', 'silica'],
    time: 'Two hours, then drying',
    warmth: 'None',
    disease: 'Lowers what sits on the coat; nothing inside',
    storage: 'Full, if rinsed well',
    colour: 'A little paler',
  },
  'as it is': {
    title: 'Clean already: sort and dry',
    steps: ['sort', 'dry', 'silica'],
    time: 'Drying only',
    warmth: 'None',
    disease: 'Stays on the seed',
    storage: 'Full',
    colour: 'As grown',
  },
};

/** How the batch came to the bench. */
export type Brought = 'clean seed' | 'on paper' | 'whole fruit' | 'heads or pods';

/** Methods that fit a crop and what was brought, the house's own choice first. */
export function methodsFor(crop: Pick<Crop, 'extraction'>, brought: Brought, rules: Rules): readonly [Method, ...Method[]] {
  if (brought === 'clean seed' || brought === 'on paper') return ['as it is', 'peroxide'];
  if (crop.extraction === 'dry') return ['thresh', 'as it is'];
  if (crop.extraction === 'wet') return ['rinse', 'peroxide', 'wipe', 'as it is'];
  const chosen = ({ soda: 'soda', wipe: 'wipe' } as const)[ruleFor('ferment', rules).id as 'soda' | 'wipe'] ?? 'ferment';
  const gel: Method[] = ['ferment', 'soda', 'wipe', 'peroxide'];
  return [chosen, ...gel.filter((method) => method !== chosen)];
}

/** The steps of a method for this batch, in order: whole fruit of crops that cure is cured first. */
export function stepsFor(method: Method, crop: Pick<Crop, 'cure'>, brought: Brought): readonly Step[] {
  const { steps } = METHOD_FACTS[method];
  return crop.cure && brought === 'whole fruit' && method !== 'as it is' ? ['cure', ...steps] : steps;
}

/** Where a batch may go from a step: on to any later step of its method, or to any step of another method but those it has passed. */
export function nextSteps(steps: readonly Step[], at: number): readonly { readonly step: Step; readonly at: number }[] {
  return steps.flatMap((step, index) => (index > at ? [{ step, at: index }] : []));
}

/** The place in another method's steps from which a batch goes on after a switch: the first step that has not been done. */
export function switchAt(done: readonly Step[], to: readonly Step[]): number {
  const passed: readonly Step[] = ['cure', 'scoop', 'hang'];
  const at = to.findIndex((step) => !(passed.includes(step) && done.includes(step)));
  return at < 0 ? to.length - 1 : at;
}

/** Hazards to acknowledge before a step: the step's own, and the crop's where hands meet it. */
export function cautionsFor(step: Step, crop: Pick<Crop, 'cautions' | 'id'>, treated: boolean): readonly Caution[] {
  const said = crop.cautions.join(' ').toLowerCase();
  const handles = step !== 'cure' && step !== 'hang' && step !== 'dry';
  const cropOnes: Caution[] = [
    ...(/hot|gloves.*eyes/.test(said) ? (['hot'] as const) : []),
    ...(/bitter/.test(said) && step === 'scoop' ? (['bitter'] as const) : []),
    ...(/poison|toxic/.test(said) && !/bitter/.test(said) ? (['toxic'] as const) : []),
    ...(/spin|prickl/.test(said) ? (['spines'] as const) : []),
  ];
  return [...STEP_FACTS[step].cautions, ...(handles ? cropOnes : []), ...(treated ? (['treated'] as const) : [])].filter(
    (caution, index, all) => caution in CAUTIONS && all.indexOf(caution) === index,
  );
}
