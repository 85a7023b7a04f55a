import type { Crop } from '#core/almanac/crop.ts';
import type { Question } from '#core/passport/questions.ts';
import { formatMetres, type Units } from '#core/units/formatAmount.ts';

/** What a hint may name: the crop that is asked about, and how this library works. */
export interface AskedOf {
  readonly crop: Crop | null;
  readonly units: Units;
  /** Isolation distance by the house rule, metres. */
  readonly distance: number | null;
  /** Plants that the house asks seed to be saved from. */
  readonly plants: number | null;
  /** When its fruit is ripe, as the house holds. */
  readonly ripe: string | null;
  /** Whether it comes as whole fruit, heads or pods. */
  readonly isWhole: boolean;
}

type Hint = string | ((of: AskedOf) => string | undefined);

/** Questions that a component of their own asks, with words of their own. */
export type AskedApart =
  'crop' | 'variety' | 'offspring' | 'donor' | 'garden' | 'diseases' | 'diseaseAnswers' | 'neighbours' | 'sample' | 'note';
export type PlainQuestion = Exclude<Question, AskedApart>;

const words = (label: string, hint?: Hint) => ({ label, hint });

/** The questions of the interview, as a person asks them. */
const QUESTION_WORDS: Readonly<Record<PlainQuestion, { readonly label: string; readonly hint: Hint | undefined }>> = {
  source: words('How did it come?'),
  nameFrom: words('Where is the name from?'),
  nameSure: words('How sure is it?'),
  kind: words('What kind of seed?', ({ crop }) =>
    crop?.hybrids === 'common' ? 'Shops sell hybrids of this crop, often without saying so' : undefined,
  ),
  boughtPlant: words('Was the mother a bought plant or fruit?', 'A plant from a shop is often a hybrid, whatever its label says'),
  treated: words('Is it coated, coloured or treated?', 'A coat or a bright colour hides fungicide: gloves on'),
  use: words('Was it sold for sowing or for food?'),
  protectedName: words('Is the name protected or patented?', 'Look for a sign by the name. Rules differ by place'),
  invasive: words('Is it listed as noxious or invasive here?'),

  harvested: words('When was it harvested?', 'Sep 2025, or 2025'),
  seasonsGrown: words('For how many seasons have they saved it?', '1, where this was the first'),
  firstSource: words('And before that? (optional)', 'First source, as it was told'),
  dateMeans: words('What does the printed date mean?'),
  packetDate: words('What date is printed?', '12/2024, or 2024'),
  ageYears: words('How old may it be?', '3 to 6 years'),
  statedGermination: words('Germination it states (optional)', '85 %'),
  daysToEmerge: words('Days to emerge it states (optional)'),

  plantsSown: words('How many plants were there at first? (optional)'),
  plantsStanding: words('How many stood and flowered?', 'Those left after frost, birds and roguing'),
  plantsHarvested: words('How many gave seed?', ({ plants }) => (plants === null ? undefined : `This library asks for ${plants} or more`)),
  selection: words('Which plants was seed saved from?'),
  traits: words('Chosen for what? (optional)', 'Earliness, flavour, standing through drought'),
  roguing: words('Were off-types pulled out?'),
  offTypes: words('How many off-types were seen?', '0 is an answer'),
  bolters: words('And those that flowered too early?', ({ crop }) => (crop?.lifeCycle === 'biennial' ? 'In their first year' : undefined)),
  boltedWhy: words('Why did they bolt?', 'By nature it is inherited; drought, heat and late sowing are the gardener’s doing'),
  pickings: words('In how many pickings? (optional)', 'Seed that ripens in stages is picked several times, into one lot'),
  selfSown: words('The plants had sown themselves'),
  forcedByWeather: words('Did weather force the harvest? (optional)', 'A storm was due; the rest ripened indoors'),

  methods: words('What kept it apart?', ({ distance, units }) =>
    distance === null ? undefined : `House rule: ${formatMetres(distance, units)} from the next`,
  ),
  earlierMethods: words('What kept it apart in the years before? (optional)', 'As a rule; leave it empty if nobody knows'),
  pollinatedOn: words('Pollinated by hand on'),
  pickedOn: words('Fruit picked on'),
  stigma: words(
    'Does the stigma stick out of the flower’s cone?',
    ({ crop }) => `In some large old and currant kinds of ${crop?.name.toLowerCase() ?? 'its kind'} it does, and those cross`,
  ),

  form: words('What does it come as?'),
  ripeSigns: words('Are the signs there?', ({ ripe }) => (ripe ? `Ripe: ${ripe.charAt(0).toLowerCase()}${ripe.slice(1)}` : undefined)),
  dried: words('How was it dried?'),
  look: words('How does the seed look? (optional)'),
  insects: words('Insects, or their holes?', ({ crop }) => (crop ? `This crop carries ${crop.pests.join(', ')}` : undefined)),
  mould: words('Any mould?'),
  storedIn: words('Where was it kept until today?'),
  storedSince: words('Since when?', 'Oct 2025'),

  amount: words('How much is there?', ({ isWhole }) =>
    isWhole ? '12 fruits, 3 heads, a 2 kg sack' : '180 g, 1 lb 6 oz, about 300 seeds, 3 packets of 40, ½ tsp',
  ),
  place: words('Where does it go?', 'A new place is added'),
  container: words('Into a', 'Seed still drying wants one that breathes'),
};

/** A question and its hint, as they are asked of this crop. */
export function questionWords(question: PlainQuestion, of: AskedOf): { readonly label: string; readonly hint: string | undefined } {
  const { label, hint } = QUESTION_WORDS[question];
  return { label, hint: typeof hint === 'function' ? hint(of) : hint };
}

/** Answers that do not speak for themselves. */
export const NAME_SOURCE_WORDS = {
  packet: 'A packet',
  grower: 'Who grew it',
  family: 'Family or farm',
  neighbour: 'A neighbour',
  guess: 'A guess',
} as const;
export const ROGUING_WORDS = { none: 'Not pulled' } as const;
export const STIGMA_WORDS = { hidden: 'It is hidden' } as const;
