import type { Crop } from '../almanac/crop.ts';
import { ruleFor, type Rules } from '../house/rules.ts';

/** Hazards of a step at the bench; each is shown where the step is and acknowledged once per person and batch. */
export const CAUTIONS = ['dust', 'soda', 'peroxide', 'knife', 'hot', 'bitter', 'treated', 'toxic', 'silica', 'spines', 'ergot'] as const;
export type Caution = (typeof CAUTIONS)[number];

/** What is done to a batch; each step lasts until somebody starts the next. */
export const STEPS = [
  'cure',
  'hang',
  'scoop',
  'ferment',
  'soda',
  'peroxide',
  'wipe',
  'rinse',
  'thresh',
  'screen',
  'winnow',
  'sort',
  'dry',
  'silica',
] as const;
export type Step = (typeof STEPS)[number];

/** Hours from the start of a step: before the first nothing is gained by going on; after the last harm begins. */
export interface StepHours {
  readonly earliest: number;
  readonly usual: number;
  readonly latest: number;
}

/** What somebody looks for at a step: that it is done, or that it goes as it should. */
export type Sign =
  | 'hard rind'
  | 'corky stalk'
  | 'pods rattle'
  | 'stems snap'
  | 'plump seed'
  | 'mould cap'
  | 'sunk seed'
  | 'gel gone'
  | 'bubbles slow'
  | 'single seeds'
  | 'clear water'
  | 'no pod closed'
  | 'stems gone'
  | 'no chaff'
  | 'no bad seed'
  | 'gel keeps colour'
  | 'rice dried'
  | 'fresh rice'
  | 'not too hot'
  | 'in before dew'
  | 'floating poured off'
  | 'floating kept'
  | 'ripest fruit'
  | 'sound fruit';

const SIGNS: Readonly<Record<Step, readonly Sign[]>> = {
  cure: ['hard rind', 'corky stalk'],
  hang: ['pods rattle', 'stems snap'],
  scoop: ['plump seed'],
  ferment: ['mould cap', 'sunk seed', 'gel gone'],
  soda: ['gel gone'],
  peroxide: ['bubbles slow'],
  wipe: ['single seeds'],
  rinse: ['clear water'],
  thresh: ['no pod closed'],
  screen: ['stems gone'],
  winnow: ['no chaff'],
  sort: ['no bad seed'],
  dry: [],
  silica: ['gel keeps colour'],
};
const CAUTIONS_AT: Readonly<Partial<Record<Step, readonly Caution[]>>> = {
  scoop: ['knife'],
  soda: ['soda'],
  peroxide: ['peroxide'],
  thresh: ['dust'],
  screen: ['dust'],
  winnow: ['dust'],
  silica: ['silica'],
};

/** What a step is in a house that dries over dry rice rather than silica gel. */
export type StepHere = Step | 'rice';
export const stepHere = (step: Step, rules: Rules): StepHere =>
  step === 'silica' && ruleFor('desiccant', rules) === 'rice' ? 'rice' : step;

/** What to look for at a step as this house works: its rules on fruit, floating seed, sun and desiccant change it. */
export function signsFor(step: Step, rules: Rules): readonly Sign[] {
  if (stepHere(step, rules) === 'rice') return ['rice dried', 'fresh rice'];
  if (step === 'dry' && ruleFor('sun', rules) === 'sun') return ['not too hot', 'in before dew'];
  if (step === 'rinse') return [...SIGNS.rinse, ruleFor('float', rules) === 'discard' ? 'floating poured off' : 'floating kept'];
  if (step === 'scoop') return [...SIGNS.scoop, ruleFor('fruit', rules) === 'ripest' ? 'ripest fruit' : 'sound fruit'];
  return SIGNS[step];
}

/** The step's own hazards as this house works. */
export const cautionsAt = (step: Step, rules: Rules): readonly Caution[] =>
  stepHere(step, rules) === 'rice' ? [] : (CAUTIONS_AT[step] ?? []);

/** Steps that leave seed open on the table; two lots there at once get mixed. */
export const ON_THE_TABLE: ReadonlySet<Step> = new Set<Step>(['scoop', 'wipe', 'rinse', 'thresh', 'screen', 'winnow', 'sort']);
/** Steps that take water out of the seed itself. */
export const DRIES: ReadonlySet<Step> = new Set<Step>(['hang', 'dry', 'silica']);
/** Steps that a weight ends. */
export const BY_WEIGHT: ReadonlySet<Step> = new Set<Step>(['dry', 'silica']);

/** Fermenting goes about 2.2 times as fast for each 10 °C more; its hours hold at 23 °C. */
const FERMENT_AT = 23;
const FERMENT_Q10 = 2.2;
const HOURS: Partial<Record<Step, StepHours>> = {
  hang: { earliest: 7 * 24, usual: 14 * 24, latest: 35 * 24 },
  scoop: { earliest: 0, usual: 1, latest: 12 },
  ferment: { earliest: 36, usual: 72, latest: 96 },
  soda: { earliest: 12, usual: 24, latest: 36 },
  peroxide: { earliest: 0.25, usual: 0.5, latest: 1 },
  wipe: { earliest: 0, usual: 1, latest: 12 },
  rinse: { earliest: 0, usual: 0.5, latest: 6 },
};
/** The school that leaves seed in its pulp for up to two weeks. */
const LONG_FERMENT: StepHours = { earliest: 72, usual: 168, latest: 336 };

/**
 * Hours of a step for a crop in a room; null where no clock runs (work that waits for hands, drying that its weight ends).
 * Fermenting stretches with cold: `t = t₂₃ · 2.2^((23 − T)/10)`, T clamped to 8 to 35 °C. Curing takes the crop's own days,
 * and does harm only when the fruit no longer keeps.
 */
export function hoursOf(step: Step, crop: Pick<Crop, 'cure' | 'waits'>, celsius: number, longFerment = false): StepHours | null {
  if (step === 'cure') return curing(crop);
  if (step !== 'ferment') return HOURS[step] ?? null;
  const slower = FERMENT_Q10 ** ((FERMENT_AT - Math.min(35, Math.max(8, celsius))) / 10);
  const { earliest, usual, latest } = longFerment ? LONG_FERMENT : HOURS.ferment!;
  return { earliest: earliest * slower, usual: usual * slower, latest: latest * slower };
}

function curing({ cure, waits }: Pick<Crop, 'cure' | 'waits'>): StepHours | null {
  return cure && { earliest: cure[0] * 24, usual: ((cure[0] + cure[1]) / 2) * 24, latest: Math.max(cure[1], waits[1]) * 24 };
}

/** Below this pulp moulds rather than ferments; washing soda works in a cool room. */
export const TOO_COLD_TO_FERMENT = 15;
