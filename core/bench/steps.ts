import type { Crop } from '../almanac/crop.ts';
import { ruleFor, type Rules } from '../house/rules.ts';

/** Hazards of a step at the bench; each is shown where the step is and acknowledged once per person and batch. */
export const CAUTIONS = {
  dust: 'Threshing dust and mould spores: wear a mask, work outdoors',
  soda: 'Washing soda: gloves and eye protection; never mix it with another cleaner',
  peroxide: 'Peroxide: read the strength on the bottle (3 % is not 30 %), gloves and eye protection; never mix it with another cleaner',
  knife: 'Knife: cut away from the hand, on a board',
  hot: 'Hot peppers: gloves, outdoors or a fan, nothing near the eyes, wash hands twice',
  bitter: 'Bitter fruit can poison, cooked or not: do not taste on; discard fruit and lot',
  treated: 'Treated seed: gloves, never food or feed; dispose of it as its packet says',
  toxic: 'Toxic seed: keep it from children, label it so',
  silica: 'Blue silica gel contains cobalt: do not breathe its dust, keep it from children; orange gel is the safer choice',
  spines: 'Spines or bristles: wear gloves',
  ergot: 'Black horn-shaped grains are ergot, a poison: pick them out, discard them, wash your hands',
} as const;
export type Caution = keyof typeof CAUTIONS;

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

export interface StepFacts {
  readonly title: string;
  /** What it is called while it lasts. */
  readonly doing: string;
  readonly lookFor: readonly string[];
  /** What goes wrong if it is left. */
  readonly ifLeft: string;
  readonly cautions: readonly Caution[];
}

export const STEP_FACTS: Record<Step, StepFacts> = {
  cure: {
    title: 'Cure the fruit',
    doing: 'curing',
    lookFor: ['A nail no longer marks the rind', 'The stalk is corky'],
    ifLeft: 'Fruit rots from a bruise, and seed sprouts inside',
    cautions: [],
  },
  hang: {
    title: 'Dry in pods or heads',
    doing: 'hanging to dry',
    lookFor: ['Pods rattle or snap', 'Stems snap, not bend'],
    ifLeft: 'Pods shatter, mice and moths find it',
    cautions: [],
  },
  scoop: {
    title: 'Scoop the seed out',
    doing: 'scooping out',
    lookFor: ['Seed plump and of its final colour'],
    ifLeft: 'Cut fruit moulds within a day',
    cautions: ['knife'],
  },
  ferment: {
    title: 'Ferment the pulp',
    doing: 'fermenting',
    lookFor: ['A mould cap covers it', 'Seed has sunk', 'The gel is gone between two fingers'],
    ifLeft: 'Seed sprouts in the jar, and is lost',
    cautions: [],
  },
  soda: {
    title: 'Stand in washing soda',
    doing: 'standing in washing soda',
    lookFor: ['The gel is gone between two fingers'],
    ifLeft: 'Seed darkens and its germination falls',
    cautions: ['soda'],
  },
  peroxide: {
    title: 'Soak in dilute peroxide',
    doing: 'soaking in peroxide',
    lookFor: ['Bubbles slow down'],
    ifLeft: 'Too long bleaches and kills',
    cautions: ['peroxide'],
  },
  wipe: {
    title: 'Wipe onto paper',
    doing: 'being wiped',
    lookFor: ['Single seeds, none touching'],
    ifLeft: 'Wet seed sprouts or moulds',
    cautions: [],
  },
  rinse: {
    title: 'Rinse and pour off',
    doing: 'being rinsed',
    lookFor: ['The water is clear'],
    ifLeft: 'Wet seed sprouts or moulds',
    cautions: [],
  },
  thresh: {
    title: 'Thresh',
    doing: 'being threshed',
    lookFor: ['No pod left closed'],
    ifLeft: 'Leftover pods hold moisture and insects',
    cautions: ['dust'],
  },
  screen: {
    title: 'Screen',
    doing: 'being screened',
    lookFor: ['Stems and stones gone'],
    ifLeft: 'Leftover chaff holds moisture and insects',
    cautions: ['dust'],
  },
  winnow: {
    title: 'Winnow',
    doing: 'being winnowed',
    lookFor: ['No chaff lifts any more'],
    ifLeft: 'Leftover chaff holds moisture and insects',
    cautions: ['dust'],
  },
  sort: {
    title: 'Sort out bad seed',
    doing: 'being sorted',
    lookFor: ['No broken, shrivelled, discoloured or bored seed'],
    ifLeft: 'Bored seed brings its insects along',
    cautions: [],
  },
  dry: {
    title: 'Dry the seed',
    doing: 'drying',
    lookFor: [],
    ifLeft: 'In a damp room it settles too wet to seal; large seed can dry too far',
    cautions: [],
  },
  silica: {
    title: 'Dry over silica gel',
    doing: 'drying over silica gel',
    lookFor: ['The gel keeps its colour'],
    ifLeft: 'Large seed dries too far and goes hard',
    cautions: ['silica'],
  },
};

/** A step's facts as this house works: its rules on fruit, floating seed, sun and desiccant change what is looked for. */
export function stepFacts(step: Step, rules: Rules): StepFacts {
  const facts = STEP_FACTS[step];
  if (step === 'silica' && ruleFor('desiccant', rules).id === 'rice')
    return {
      title: 'Dry over dry rice',
      doing: 'drying over rice',
      lookFor: ['The rice was dried in an oven and cooled closed', 'Fresh rice every day: it holds little'],
      ifLeft: 'Rice that has taken up its water dries nothing more',
      cautions: [],
    };
  if (step === 'dry' && ruleFor('sun', rules).id === 'sun')
    return { ...facts, lookFor: ['Not over 35 °C in the sun: seed too hot for the hand is too hot', 'In before the evening’s dew'] };
  const also = lookForBy(step, rules);
  return also === null ? facts : { ...facts, lookFor: [...facts.lookFor, also] };
}

/** What a rule of the house adds to look for at a step; null where none does. */
function lookForBy(step: Step, rules: Rules): string | null {
  if (step === 'rinse')
    return ruleFor('float', rules).id === 'discard'
      ? 'Seed that floats is poured off'
      : 'Only pulp is poured off: seed that floats is kept';
  if (step === 'scoop')
    return ruleFor('fruit', rules).id === 'ripest' ? 'The ripest fruit is used, mouldy too' : 'Fruit is sound: what rots is left out';
  return null;
}

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
