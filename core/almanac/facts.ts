/** How sure the almanac is of a fact: sources agree; sources differ somewhat; one figure stands for a wide spread. */
export const CONFIDENCES = ['firm', 'fair', 'rough'] as const;
export type Confidence = (typeof CONFIDENCES)[number];

/** What kind of work a fact is from. */
export const SOURCES = ['standard', 'textbook', 'extension', 'practice'] as const;
export type Source = (typeof SOURCES)[number];

/** How a fact is written, and so how it is read and checked. */
export type Shape =
  | { readonly kind: 'range' | 'number'; readonly unit: string; readonly least: number; readonly most: number }
  | { readonly kind: 'text' | 'list' | 'treatments' | 'cautions' | 'constants' | 'group' | 'portrait' }
  | { readonly kind: 'choice'; readonly of: readonly string[] };

/** Where a crop's page tells it. */
export const CHAPTERS = ['what it is', 'grow for seed', 'keep apart', 'harvest', 'clean and dry', 'store', 'test', 'lend'] as const;
export type Chapter = (typeof CHAPTERS)[number];

export interface FactKind {
  readonly chapter: Chapter;
  readonly shape: Shape;
  readonly sure: Confidence;
  readonly source: Source;
  /** Whether a crop may be without it. */
  readonly optional?: true;
}

const range = (unit: string, least: number, most: number): Shape => ({ kind: 'range', unit, least, most });
const number = (unit: string, least: number, most: number): Shape => ({ kind: 'number', unit, least, most });
const choice = (...of: string[]): Shape => ({ kind: 'choice', of });
const TEXT: Shape = { kind: 'text' };
const LIST: Shape = { kind: 'list' };

function fact(chapter: Chapter, shape: Shape, [sure, source]: readonly [Confidence, Source], optional?: 'optional'): FactKind {
  return { chapter, shape, sure, source, ...(optional && { optional: true }) };
}

const FIRM_STANDARD = ['firm', 'standard'] as const;
const FIRM_TEXTBOOK = ['firm', 'textbook'] as const;
const FAIR_TEXTBOOK = ['fair', 'textbook'] as const;
const FAIR_EXTENSION = ['fair', 'extension'] as const;
const ROUGH_EXTENSION = ['rough', 'extension'] as const;
const ROUGH_PRACTICE = ['rough', 'practice'] as const;
const FAIR_PRACTICE = ['fair', 'practice'] as const;

/**
 * Every fact the almanac holds of a crop: how it is written and read (its title is in words/almanac.ts), and how sure it is unless a crop says otherwise.
 * Weeks count from the house's mean last frost, of the year in which the plant flowers where it is about flowering.
 */
const FACTS = {
  alsoCalled: fact('what it is', LIST, FAIR_PRACTICE, 'optional'),
  mayMean: fact('what it is', LIST, FAIR_PRACTICE, 'optional'),
  knownBy: fact('what it is', TEXT, FIRM_TEXTBOOK, 'optional'),
  species: fact('what it is', TEXT, FIRM_STANDARD),
  synonyms: fact('what it is', LIST, FIRM_STANDARD, 'optional'),
  family: fact('what it is', TEXT, FIRM_TEXTBOOK),
  lifeCycle: fact('what it is', choice('annual', 'biennial', 'perennial'), FIRM_TEXTBOOK),
  seedLooks: fact('what it is', { kind: 'portrait' }, FAIR_PRACTICE),
  lookalike: fact('what it is', TEXT, FAIR_PRACTICE, 'optional'),
  cautions: fact('what it is', { kind: 'cautions' }, FAIR_EXTENSION, 'optional'),
  keptAs: fact('what it is', TEXT, FIRM_TEXTBOOK, 'optional'),
  hybrids: fact('what it is', choice('common', 'some', 'rare'), FAIR_PRACTICE),

  sow: fact('grow for seed', range('weeks', -52, 60), FAIR_EXTENSION),
  howToSow: fact('grow for seed', TEXT, FAIR_EXTENSION),
  apart: fact('grow for seed', number('cm', 1, 300), FAIR_EXTENSION),
  rows: fact('grow for seed', number('cm', 10, 400), FAIR_EXTENSION),
  plantsForSeed: fact('grow for seed', number('plants', 1, 500), FAIR_EXTENSION),
  plantsToKeep: fact('grow for seed', number('plants', 1, 1000), FAIR_EXTENSION),
  plantsToConserve: fact('grow for seed', number('plants', 1, 2000), FAIR_TEXTBOOK),
  bloom: fact('grow for seed', range('weeks', -10, 60), ROUGH_EXTENSION),
  seedsPerPlant: fact('grow for seed', range('seeds', 1, 500_000), ROUGH_EXTENSION),
  inSoil: fact('grow for seed', number('%', 10, 100), ROUGH_EXTENSION),
  ease: fact('grow for seed', choice('easy', 'middling', 'hard'), FAIR_EXTENSION),
  easeWhy: fact('grow for seed', TEXT, FAIR_EXTENSION),

  group: fact('keep apart', { kind: 'group' }, FIRM_TEXTBOOK),
  breeding: fact('keep apart', choice('selfing', 'mostly selfing', 'crossed by insects', 'crossed by wind'), FIRM_TEXTBOOK),
  sexes: fact('keep apart', choice('on separate plants'), FIRM_TEXTBOOK, 'optional'),
  pollinators: fact('keep apart', TEXT, FAIR_TEXTBOOK),
  outcrossing: fact('keep apart', range('%', 0, 100), FAIR_TEXTBOOK),
  exposedStigma: fact('keep apart', range('%', 0, 100), FAIR_TEXTBOOK, 'optional'),
  homeDistance: fact('keep apart', number('m', 0.5, 2000), FAIR_EXTENSION),
  productionDistance: fact('keep apart', number('m', 1, 5000), FAIR_TEXTBOOK),
  crossesShow: fact('keep apart', range('%', 1, 100), ROUGH_EXTENSION),
  showsIn: fact('keep apart', choice('plant', 'fruit', 'kernel', 'root'), FAIR_TEXTBOOK),
  misbeliefs: fact('keep apart', LIST, FAIR_TEXTBOOK, 'optional'),

  daysToRipe: fact('harvest', range('days', 10, 400), FAIR_EXTENSION),
  daysToSeed: fact('harvest', range('days', 30, 330), FAIR_EXTENSION, 'optional'),
  ripeWeeks: fact('harvest', range('weeks', -4, 60), FAIR_EXTENSION, 'optional'),
  ripe: fact('harvest', TEXT, FAIR_EXTENSION),
  harvest: fact('harvest', choice('once', 'staged'), FAIR_PRACTICE),
  howToSave: fact('harvest', TEXT, FAIR_EXTENSION),
  cure: fact('harvest', range('days', 1, 120), FAIR_PRACTICE, 'optional'),
  waits: fact('harvest', range('days', 0, 720), ROUGH_EXTENSION),

  extraction: fact('clean and dry', choice('dry', 'wet with a gel coat', 'wet'), FIRM_TEXTBOOK),
  cleaning: fact('clean and dry', TEXT, FAIR_PRACTICE),
  drying: fact('clean and dry', TEXT, FAIR_PRACTICE),
  pests: fact('clean and dry', LIST, FAIR_EXTENSION, 'optional'),
  diseases: fact('clean and dry', { kind: 'treatments' }, FAIR_TEXTBOOK, 'optional'),
  density: fact('clean and dry', number('g/mL', 0.05, 1.2), ROUGH_PRACTICE),
  seedsPerGram: fact('clean and dry', range('seeds/g', 0.2, 100_000), FAIR_TEXTBOOK),

  longevity: fact('store', range('years', 0.2, 25), FAIR_EXTENSION),
  storage: fact('store', choice('ordinary', 'short-lived', 'not to be dried'), FAIR_TEXTBOOK),
  storageNote: fact('store', TEXT, FAIR_TEXTBOOK, 'optional'),
  oil: fact('store', range('%', 0, 70), FAIR_TEXTBOOK),
  constants: fact('store', { kind: 'constants' }, FAIR_TEXTBOOK, 'optional'),

  celsius: fact('test', number('°C', 5, 35), FIRM_STANDARD),
  firstCount: fact('test', number('days', 1, 40), FIRM_STANDARD),
  finalCount: fact('test', number('days', 3, 90), FIRM_STANDARD),
  wakes: fact('test', TEXT, FAIR_TEXTBOOK),

  packet: fact('lend', number('seeds', 1, 1000), FAIR_PRACTICE),
} as const satisfies Record<string, FactKind>;

export type FactKey = keyof typeof FACTS;
export const FACT_KEYS = Object.keys(FACTS) as FactKey[];
export const factKind = (key: FactKey): FactKind => FACTS[key];
