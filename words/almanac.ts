import type { CropCautionCode } from '#core/almanac/cautions.ts';
import { keptMoist, type Crop } from '#core/almanac/crop.ts';
import type { FactKey, Source } from '#core/almanac/facts.ts';
import { corkedWillDo, type Rules } from '#core/house/rules.ts';

/** What each fact of a crop is called. */
export const FACT_TITLES: Readonly<Record<FactKey, string>> = {
  alsoCalled: 'Also called',
  mayMean: 'Also loosely called',
  knownBy: 'How to tell it from relatives',
  species: 'Species',
  synonyms: 'Older names',
  family: 'Family',
  lifeCycle: 'Life cycle',
  seedLooks: 'What the seed looks like',
  lookalike: 'Seed that looks alike',
  cautions: 'Cautions',
  keptAs: 'Kept as plants',
  hybrids: 'Hybrids in shops',

  sow: 'Sow',
  howToSow: 'How to sow',
  apart: 'Plant to plant, for seed',
  rows: 'Row to row, for seed',
  plantsForSeed: 'Plants to get good seed',
  plantsToKeep: 'Plants to keep a line',
  plantsToConserve: 'Plants to conserve it',
  bloom: 'In flower',
  seedsPerPlant: 'Seeds from one plant',
  inSoil: 'Living seed that comes up in a garden',
  ease: 'Saving its seed is',
  easeWhy: 'Why',

  group: 'Crossing group',
  breeding: 'Breeding',
  sexes: 'Male and female flowers',
  pollinators: 'Pollen is carried by',
  outcrossing: 'Outcrossing when foreign pollen is plentiful',
  exposedStigma: 'Outcrossing where the stigma sticks out',
  homeDistance: 'Distance between gardens',
  productionDistance: 'Distance for seed production',
  crossesShow: 'Crosses that can be seen',
  showsIn: 'Crosses show in the',
  misbeliefs: 'Common mistakes',

  daysToRipe: 'From flower to ripe seed',
  daysToSeed: 'From sowing to ripe seed',
  ripeWeeks: 'Seed ripe in its second year',
  ripe: 'Ripe when',
  harvest: 'How it is harvested',
  howToSave: 'How to save it',
  cure: 'Cure the fruit',
  waits: 'Can wait uncleaned for',

  extraction: 'Form of the seed',
  cleaning: 'Cleaning',
  drying: 'Drying',
  pests: 'Pests it carries',
  diseases: 'Diseases the seed can carry',
  density: 'Weight of loose seed',
  seedsPerGram: 'Seeds in a gram',

  longevity: 'Keeps cool and dry (until about half germinates)',
  storage: 'Storage',
  storageNote: 'Storage notes',
  oil: 'Oil in the seed',
  constants: 'Viability equation',

  celsius: 'Test at',
  firstCount: 'First count',
  finalCount: 'Last count',
  wakes: 'Light, chill or soak',

  packet: 'Usual packet',
};

/** Facts only, in our words, from these kinds of work. */
export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  standard: 'seed-testing standards',
  textbook: 'textbooks of seed biology and seed production',
  extension: 'extension services’ growing and seed-saving guides',
  practice: 'general growers’ practice',
};

/** What each caution is about. */
export const CAUTION_TITLES: Readonly<Record<CropCautionCode, string>> = {
  bitter: 'fruit that poisons when it is bitter',
  hot: 'juice and dust that burn',
  toxic: 'poisonous seed, fruit or plant',
  spines: 'spines or bristles',
  ergot: 'poisonous grains among the seed',
  sap: 'sap that burns the skin',
  lookalike: 'a poisonous plant that looks like it',
  leaves: 'poisonous leaves or stems',
  mould: 'mould that poisons',
  dust: 'dust that irritates',
  allergy: 'people who must not eat it',
  weedy: 'a weed where it escapes',
  rules: 'local rules on growing it',
  other: 'anything else',
};

/** Of seed that dies of drying, how to keep it instead; null for all other seed. */
export const moistWords = (crop: Pick<Crop, 'storage' | 'storageNote'>): string | null =>
  keptMoist(crop) ? (crop.storageNote ?? 'Keep it moist and cold') : null;

/** When its fruit is ripe, by the rule that holds. */
export const ripeWhen = (rules: Rules, crop: Pick<Crop, 'species' | 'ripe'>): string =>
  corkedWillDo(rules, crop) ? 'Deep green or corked is ripe enough; note it in the record' : crop.ripe;
