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
  'crop' | 'variety' | 'offspring' | 'donor' | 'garden' | 'diseases' | 'diseaseAnswers' | 'pickings' | 'neighbours' | 'sample' | 'note';
export type PlainQuestion = Exclude<Question, AskedApart>;

const words = (label: string, hint?: Hint) => ({ label, hint });

/** The questions of the interview, as a person asks them. */
const QUESTION_WORDS: Readonly<Record<PlainQuestion, { readonly label: string; readonly hint: Hint | undefined }>> = {
  source: words('How did you get it?'),
  nameFrom: words('Where does the name come from?'),
  nameSure: words('How sure is the name?'),
  kind: words('What kind of seed is it?', ({ crop }) =>
    crop?.hybrids === 'common' ? 'Shops sell hybrids of this crop, often without saying so' : undefined,
  ),
  boughtPlant: words('Was the mother plant or fruit bought?', 'A plant from a shop is often a hybrid, whatever its label says'),
  treated: words('Is the seed coated, coloured or treated?', 'A coating or bright colour may contain fungicide: wear gloves'),
  use: words('Was it sold for sowing or for food?'),
  protectedName: words('Is the name protected or patented?', 'Look for a symbol beside the name. Rules differ by place'),
  invasive: words('Is it listed as noxious or invasive here?'),

  harvested: words('When was it harvested?', 'For example Sep 2025, or 2025'),
  seasonsGrown: words('How many seasons have they saved it?', 'Enter 1 if this was the first'),
  firstSource: words('Where did they first get it? (optional)', 'The first source, as they tell it'),
  dateMeans: words('What does the printed date mean?'),
  packetDate: words('What date is printed?', 'For example 12/2024, or 2024'),
  ageYears: words('How old could it be?', 'For example 3 to 6 years'),
  statedGermination: words('Germination printed on it (optional)', '85 %'),
  daysToEmerge: words('Days to emerge printed on it (optional)'),

  plantsSown: words('How many plants were there to start with? (optional)'),
  plantsStanding: words('How many plants flowered?', 'Plants left after frost, birds and roguing'),
  plantsHarvested: words('How many plants did you save seed from?', ({ plants }) =>
    plants === null ? undefined : `We ask for ${plants} or more`,
  ),
  selection: words('Which plants did you save seed from?'),
  traits: words('What did you choose them for? (optional)', 'For example earliness, flavour, drought resistance'),
  roguing: words('Did you pull out off-types?'),
  offTypes: words('How many off-types did you see?', 'Enter 0 if there were none'),
  bolters: words('Did any flower too early?', ({ crop }) => (crop?.lifeCycle === 'biennial' ? 'In their first year' : undefined)),
  boltedWhy: words('Why did they bolt?', 'Early bolting by nature is inherited. Bolting from drought, heat or late sowing is not'),
  selfSown: words('Did the plants sow themselves?'),
  forcedByWeather: words('Did weather force you to harvest? (optional)', 'For example: a storm was due; the rest ripened indoors'),

  methods: words('How was it isolated?', ({ distance, units }) =>
    distance === null ? undefined : `House rule: ${formatMetres(distance, units)} from others of its kind`,
  ),
  earlierMethods: words('How was it isolated in earlier years? (optional)', 'What they usually did'),
  pollinatedOn: words('Pollinated by hand on'),
  pickedOn: words('Fruit picked on', 'Leave it empty while the fruit is on the plant: Today counts the days until it is ripe'),
  stigma: words(
    'Does the stigma stick out of the flower’s cone?',
    ({ crop }) => `In some large old and currant kinds of ${crop?.name.toLowerCase() ?? 'its kind'} it does, and those can cross`,
  ),

  form: words('How does the seed arrive?'),
  ripeSigns: words('Do you see the signs of ripeness?', ({ ripe }) =>
    ripe ? `Ripe: ${ripe.charAt(0).toLowerCase()}${ripe.slice(1)}` : undefined,
  ),
  dried: words('How was it dried?'),
  look: words('What does the seed look like? (optional)'),
  insects: words('Do you see insects or their holes?', ({ crop }) => (crop ? `This crop can carry ${crop.pests.join(', ')}` : undefined)),
  mould: words('Do you see mould?'),
  storedIn: words('Where has it been kept until today?'),
  storedSince: words('Since when?', 'For example Oct 2025'),

  amount: words('How much is there?', ({ isWhole }) =>
    isWhole ? 'For example 12 fruits, 3 heads, or a 2 kg sack' : 'For example 180 g, 1 lb 6 oz, about 300 seeds, 3 packets of 40, or ½ tsp',
  ),
  place: words('Where will you keep it?', 'A new name is added as a new place'),
  container: words('Container', 'Choose one that breathes if the seed is still drying'),
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
