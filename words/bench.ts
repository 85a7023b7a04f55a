import { likenessOf, recipeOf, type KnownMethod, type Method, type Recipe } from '#core/bench/methods.ts';
import type { DrySign } from '#core/bench/sealing.ts';
import { signsFor, stepHere, type Caution, type Sign, type Step, type StepHere } from '#core/bench/steps.ts';
import type { ContainerCheck, Treatment } from '#core/bench/treatments.ts';
import type { Heavier } from '#core/bench/weighings.ts';
import type { Rules } from '#core/house/rules.ts';

/** Why a weight does not fit the one before. */
export const HEAVIER_WORDS: Readonly<Record<Heavier, string>> = {
  'the scale was bumped': 'The scale was bumped',
  'something was added': 'Something was added',
  'it took up damp': 'It absorbed damp',
  'some was taken out': 'Some was taken out',
};

/** Hazards at the bench, each with what to do about it. */
export const CAUTION_WORDS: Readonly<Record<Caution, string>> = {
  dust: 'Threshing dust and mould spores: wear a mask and work outdoors',
  soda: 'Washing soda: wear gloves and eye protection; never mix it with another cleaner',
  peroxide:
    'Peroxide: read the strength on the bottle (3 % is not 30 %); wear gloves and eye protection; never mix it with another cleaner',
  knife: 'Knife: cut on a board, away from your hand',
  hot: 'Hot peppers: wear gloves, work outdoors or with a fan, keep hands away from your eyes, wash them twice',
  bitter: 'Bitter fruit can poison you, cooked or not: stop tasting; discard the fruit and the lot',
  treated: 'Treated seed: wear gloves; never use it as food or feed; dispose of it as the packet says',
  toxic: 'Toxic seed: keep it away from children and label it as toxic',
  silica: 'Blue silica gel contains cobalt: do not breathe the dust and keep it away from children; orange gel is safer',
  spines: 'Spines or bristles: wear gloves',
  ergot: 'Black horn-shaped grains are ergot, which is poisonous: pick them out, discard them and wash your hands',
};

/** What to look for, as somebody at the bench would say it. What was seen is kept in these words. */
export const SIGN_WORDS: Readonly<Record<Sign, string>> = {
  'hard rind': 'A fingernail no longer marks the rind',
  'corky stalk': 'The stalk is corky',
  'pods rattle': 'Pods rattle or snap',
  'stems snap': 'Stems snap, not bend',
  'plump seed': 'Seed is plump and has its final colour',
  'mould cap': 'A cap of mould covers it',
  'sunk seed': 'Seed has sunk',
  'gel gone': 'No gel left when you rub a seed',
  'bubbles slow': 'Bubbles slow down',
  'single seeds': 'Single seeds, none touching',
  'clear water': 'The water is clear',
  'no pod closed': 'No pod left closed',
  'stems gone': 'No stems or stones left',
  'no chaff': 'No more chaff blows off',
  'no bad seed': 'No broken, shrivelled, discoloured or bored seed left',
  'gel keeps colour': 'The gel keeps its colour',
  'rice dried': 'The rice was dried in an oven and cooled in a closed tin',
  'fresh rice': 'Change the rice every day, because it holds little water',
  'not too hot': 'Not above 35 °C in the sun: if it is too hot to hold, it is too hot',
  'in before dew': 'Bring it in before the evening dew',
  'floating poured off': 'Seed that floats is poured off',
  'floating kept': 'Only pulp is poured off; floating seed is kept',
  'ripest fruit': 'The ripest fruit is used, even if mouldy',
  'sound fruit': 'Only sound fruit is used',
};

export interface StepWords {
  readonly title: string;
  /** What it is called while it lasts. */
  readonly doing: string;
  /** What goes wrong if it is left. */
  readonly ifLeft: string;
}

const STEP_WORDS: Readonly<Record<StepHere, StepWords>> = {
  cure: { title: 'Cure the fruit', doing: 'curing', ifLeft: 'Bruised fruit rots, and seed may sprout inside' },
  hang: { title: 'Dry in pods or heads', doing: 'hanging to dry', ifLeft: 'Pods shatter, and mice and moths find the seed' },
  scoop: { title: 'Scoop the seed out', doing: 'scooping out', ifLeft: 'Cut fruit goes mouldy within a day' },
  ferment: { title: 'Ferment the pulp', doing: 'fermenting', ifLeft: 'Seed sprouts in the jar and is lost' },
  soda: { title: 'Stand in washing soda', doing: 'standing in washing soda', ifLeft: 'Seed darkens and its germination falls' },
  peroxide: { title: 'Soak in dilute peroxide', doing: 'soaking in peroxide', ifLeft: 'Too long bleaches and kills the seed' },
  wipe: { title: 'Wipe onto paper', doing: 'being wiped', ifLeft: 'Wet seed sprouts or goes mouldy' },
  rinse: { title: 'Rinse and pour off', doing: 'being rinsed', ifLeft: 'Wet seed sprouts or goes mouldy' },
  thresh: { title: 'Thresh', doing: 'being threshed', ifLeft: 'Leftover pods hold moisture and insects' },
  screen: { title: 'Screen', doing: 'being screened', ifLeft: 'Leftover chaff holds moisture and insects' },
  winnow: { title: 'Winnow', doing: 'being winnowed', ifLeft: 'Leftover chaff holds moisture and insects' },
  sort: { title: 'Sort out bad seed', doing: 'being sorted', ifLeft: 'Bored seed brings insects with it' },
  dry: { title: 'Dry the seed', doing: 'drying', ifLeft: 'In a damp room it stays too wet to seal; large seed can get too dry' },
  silica: { title: 'Dry over silica gel', doing: 'drying over silica gel', ifLeft: 'Large seed gets too dry and goes hard' },
  rice: { title: 'Dry over dry rice', doing: 'drying over rice', ifLeft: 'Rice that is full of water stops drying' },
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
    time: 'One to five weeks, mostly hanging',
    warmth: 'No heat, but moving air',
    disease: 'Stays on the seed; sorting removes some',
    storage: 'Full, once the chaff is out',
    colour: 'As grown',
  },
  ferment: {
    title: 'Ferment',
    time: 'Two to four days, longer when cool',
    warmth: '20 to 25 °C',
    disease: 'Reduces some bacteria and fungi, but not viruses or canker',
    storage: 'Full',
    colour: 'As grown',
  },
  soda: {
    title: 'Washing soda',
    time: 'About a day',
    warmth: 'None: works in a cool room',
    disease: 'Reduces some',
    storage: 'Full, if rinsed well',
    colour: 'Darker',
  },
  wipe: {
    title: 'Wipe and dry on paper',
    time: 'An hour, then drying',
    warmth: 'None',
    disease: 'More is passed on',
    storage: 'Shorter. Germination is lower, so save more',
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
    disease: 'Reduces what is on the seed coat, not inside',
    storage: 'Full, if rinsed well',
    colour: 'A little paler',
  },
  'as it is': {
    title: 'Already clean: sort and dry',
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
  'no thumbnail mark': 'A thumbnail leaves no mark, and it breaks instead of denting',
  snaps: 'It snaps when bent',
};

export const TREATMENT_WORDS: Readonly<Record<Treatment, string>> = { freezer: 'Freezer', airtight: 'Airtight storage' };

/** What a container must be before seed is shut into it. */
export const CONTAINER_CHECK_WORDS: Readonly<Record<ContainerCheck, string>> = {
  clean: 'It is clean and dry',
  airtight: 'It closes airtight',
  full: 'It is filled to the brim, with hardly any air left',
  innocent: 'It never held fuel or pesticide',
  use: 'Its label says whether it is for food or for sowing',
};
