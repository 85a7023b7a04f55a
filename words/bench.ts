import { likenessOf, recipeOf, type KnownMethod, type Method, type Recipe } from '#core/bench/methods.ts';
import type { DrySign } from '#core/bench/sealing.ts';
import { signsFor, stepHere, type Caution, type Sign, type Step, type StepHere } from '#core/bench/steps.ts';
import type { ContainerCheck, Treatment } from '#core/bench/treatments.ts';
import type { Rules } from '#core/house/rules.ts';

/** Hazards at the bench, each with what to do about it. */
export const CAUTION_WORDS: Readonly<Record<Caution, string>> = {
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
};

/** What to look for, as somebody at the bench would say it. What was seen is kept in these words. */
export const SIGN_WORDS: Readonly<Record<Sign, string>> = {
  'hard rind': 'A nail no longer marks the rind',
  'corky stalk': 'The stalk is corky',
  'pods rattle': 'Pods rattle or snap',
  'stems snap': 'Stems snap, not bend',
  'plump seed': 'Seed plump and of its final colour',
  'mould cap': 'A mould cap covers it',
  'sunk seed': 'Seed has sunk',
  'gel gone': 'The gel is gone between two fingers',
  'bubbles slow': 'Bubbles slow down',
  'single seeds': 'Single seeds, none touching',
  'clear water': 'The water is clear',
  'no pod closed': 'No pod left closed',
  'stems gone': 'Stems and stones gone',
  'no chaff': 'No chaff lifts any more',
  'no bad seed': 'No broken, shrivelled, discoloured or bored seed',
  'gel keeps colour': 'The gel keeps its colour',
  'rice dried': 'The rice was dried in an oven and cooled closed',
  'fresh rice': 'Fresh rice every day: it holds little',
  'not too hot': 'Not over 35 °C in the sun: seed too hot for the hand is too hot',
  'in before dew': 'In before the evening’s dew',
  'floating poured off': 'Seed that floats is poured off',
  'floating kept': 'Only pulp is poured off: seed that floats is kept',
  'ripest fruit': 'The ripest fruit is used, mouldy too',
  'sound fruit': 'Fruit is sound: what rots is left out',
};

export interface StepWords {
  readonly title: string;
  /** What it is called while it lasts. */
  readonly doing: string;
  /** What goes wrong if it is left. */
  readonly ifLeft: string;
}

const STEP_WORDS: Readonly<Record<StepHere, StepWords>> = {
  cure: { title: 'Cure the fruit', doing: 'curing', ifLeft: 'Fruit rots from a bruise, and seed sprouts inside' },
  hang: { title: 'Dry in pods or heads', doing: 'hanging to dry', ifLeft: 'Pods shatter, mice and moths find it' },
  scoop: { title: 'Scoop the seed out', doing: 'scooping out', ifLeft: 'Cut fruit moulds within a day' },
  ferment: { title: 'Ferment the pulp', doing: 'fermenting', ifLeft: 'Seed sprouts in the jar, and is lost' },
  soda: { title: 'Stand in washing soda', doing: 'standing in washing soda', ifLeft: 'Seed darkens and its germination falls' },
  peroxide: { title: 'Soak in dilute peroxide', doing: 'soaking in peroxide', ifLeft: 'Too long bleaches and kills' },
  wipe: { title: 'Wipe onto paper', doing: 'being wiped', ifLeft: 'Wet seed sprouts or moulds' },
  rinse: { title: 'Rinse and pour off', doing: 'being rinsed', ifLeft: 'Wet seed sprouts or moulds' },
  thresh: { title: 'Thresh', doing: 'being threshed', ifLeft: 'Leftover pods hold moisture and insects' },
  screen: { title: 'Screen', doing: 'being screened', ifLeft: 'Leftover chaff holds moisture and insects' },
  winnow: { title: 'Winnow', doing: 'being winnowed', ifLeft: 'Leftover chaff holds moisture and insects' },
  sort: { title: 'Sort out bad seed', doing: 'being sorted', ifLeft: 'Bored seed brings its insects along' },
  dry: { title: 'Dry the seed', doing: 'drying', ifLeft: 'In a damp room it settles too wet to seal; large seed can dry too far' },
  silica: { title: 'Dry over silica gel', doing: 'drying over silica gel', ifLeft: 'Large seed dries too far and goes hard' },
  rice: { title: 'Dry over dry rice', doing: 'drying over rice', ifLeft: 'Rice that has taken up its water dries nothing more' },
};

/** A step in words as this house works. */
export const stepWords = (step: Step, rules: Rules): StepWords => STEP_WORDS[stepHere(step, rules)];

/** A step's title where no house's rules change it. */
export const stepTitle = (step: Step): string => STEP_WORDS[step].title;

/** What to look for at a step as this house works. */
export const lookForWords = (step: Step, rules: Rules): readonly string[] => signsFor(step, rules).map((sign) => SIGN_WORDS[sign]);

/** A way to clean seed, and what choosing it means. */
export interface MethodWords {
  readonly title: string;
  readonly time: string;
  readonly warmth: string;
  readonly disease: string;
  readonly storage: string;
  readonly colour: string;
}

const METHOD_WORDS: Readonly<Record<KnownMethod, MethodWords>> = {
  thresh: {
    title: 'Thresh and winnow',
    time: 'One to five weeks, most of it hanging',
    warmth: 'None, but air that moves',
    disease: 'Stays on the seed; sorting takes some away',
    storage: 'Full, once chaff is out',
    colour: 'As grown',
  },
  ferment: {
    title: 'Ferment',
    time: 'Two to four days, longer in the cool',
    warmth: '20 to 25 °C',
    disease: 'Lowers some bacteria and fungi; not viruses, not canker',
    storage: 'Full',
    colour: 'As grown',
  },
  soda: {
    title: 'Washing soda',
    time: 'About a day',
    warmth: 'None: works in a cool room',
    disease: 'Lowers some',
    storage: 'Full, if rinsed well',
    colour: 'Darker',
  },
  wipe: {
    title: 'Wipe and dry on paper',
    time: 'An hour, then drying',
    warmth: 'None',
    disease: 'More is carried over',
    storage: 'Shorter: germination is lower, so save more',
    colour: 'As grown, with dried gel on it',
  },
  rinse: {
    title: 'Scoop and rinse',
    time: 'An hour, then drying',
    warmth: 'None',
    disease: 'Stays on the seed',
    storage: 'Full',
    colour: 'As grown',
  },
  peroxide: {
    title: 'Rinse and clean with peroxide',
    time: 'Two hours, then drying',
    warmth: 'None',
    disease: 'Lowers what sits on the coat; nothing inside',
    storage: 'Full, if rinsed well',
    colour: 'A little paler',
  },
  'as it is': {
    title: 'Clean already: sort and dry',
    time: 'Drying only',
    warmth: 'None',
    disease: 'Stays on the seed',
    storage: 'Full',
    colour: 'As grown',
  },
};

/** A method in words; a recipe has its own name and reason, and the rest of the known way it takes after. Throws RangeError for an unknown recipe. */
export function methodWords(method: Method, recipes: readonly Recipe[]): MethodWords {
  const like = METHOD_WORDS[likenessOf(method, recipes)];
  const recipe = recipeOf(method, recipes);
  return recipe ? { ...like, title: recipe.name, time: `${like.time}. ${recipe.why}` } : like;
}

/** The sign of dry seed, as it is tried and as it is kept. */
export const DRY_SIGN_WORDS: Readonly<Record<DrySign, string>> = {
  cracks: 'It cracks when bent',
  'no thumbnail mark': 'A thumbnail leaves no mark; it breaks rather than dents',
  snaps: 'It snaps when bent',
};

export const TREATMENT_WORDS: Readonly<Record<Treatment, string>> = { freezer: 'Freezer', airtight: 'Shut airtight' };

/** What a container must be before seed is shut into it. */
export const CONTAINER_CHECK_WORDS: Readonly<Record<ContainerCheck, string>> = {
  clean: 'It is clean and dry',
  airtight: 'It shuts airtight',
  full: 'It is filled to the brim, so that hardly any air is left',
  innocent: 'It never held fuel or pesticide',
  use: 'Its label says whether it is for food or for sowing',
};
