import type { CropCaution } from './cautions.ts';
import type { SeedDisease } from './diseases.ts';
import type { Confidence, FactKey, Source } from './facts.ts';

import type { Portrait } from './portrait.ts';

/** [low, high], in the fact's own unit. */
export type Range = readonly [number, number];

/** Constants of the seed viability equation (Ellis and Roberts 1980); each crop's own where they were published. */
export interface ViabilityConstants {
  readonly KE: number;
  readonly CW: number;
  readonly CH: number;
  readonly CQ: number;
}

/** Facts of one crop as this library holds them: the shipped ones, with the library's own in their place. Units as in `FACTS`. */
export interface Crop {
  readonly id: string;
  readonly name: string;
  readonly alsoCalled: readonly string[];
  readonly species: string;
  readonly synonyms: readonly string[];
  readonly family: string;
  readonly lifeCycle: LifeCycle;
  readonly seedLooks: Portrait;
  readonly lookalike: string | null;
  readonly cautions: readonly CropCaution[];
  /** How it is kept where it hardly sets seed; null for all others. */
  readonly keptAs: string | null;
  /** Names that people use for several crops. */
  readonly mayMean: readonly string[];
  readonly knownBy: string | null;
  /** Percent of living seed that comes up in an ordinary garden. */
  readonly inSoil: number;
  readonly hybrids: 'common' | 'some' | 'rare';

  readonly sow: Range;
  readonly howToSow: string;
  /** Centimetres from plant to plant of a seed crop, and from row to row. */
  readonly apart: number;
  readonly rows: number;
  readonly plantsForSeed: number;
  readonly plantsToKeep: number;
  readonly plantsToConserve: number;
  readonly bloom: Range;
  readonly seedsPerPlant: Range;
  readonly ease: 'easy' | 'middling' | 'hard';
  readonly easeWhy: string;

  /** Crops of one group cross with each other, whatever they look like. */
  readonly group: string;
  readonly breeding: Breeding;
  readonly pollinators: string;
  readonly outcrossing: Range;
  readonly exposedStigma: Range | null;
  /** Whether male and female flowers stand on separate plants; null where every plant has both. */
  readonly sexes: 'on separate plants' | null;
  readonly homeDistance: number;
  readonly productionDistance: number;
  readonly crossesShow: Range;
  readonly showsIn: 'plant' | 'fruit' | 'kernel' | 'root';
  readonly misbeliefs: readonly string[];

  readonly daysToRipe: Range;
  readonly daysToSeed: Range | null;
  readonly ripeWeeks: Range | null;
  readonly ripe: string;
  readonly harvest: 'once' | 'staged';
  readonly howToSave: string;
  readonly cure: Range | null;
  readonly waits: Range;

  readonly extraction: 'dry' | 'wet with a gel coat' | 'wet';
  readonly cleaning: string;
  readonly drying: string;
  readonly pests: readonly string[];
  readonly diseases: readonly SeedDisease[];
  readonly seedsPerGram: Range;
  /** Grams that a millilitre of loose, dry, clean seed weighs. */
  readonly density: number;

  /** Years until about half of well-dried seed still germinates in a cool dry cupboard. */
  readonly longevity: Range;
  readonly storage: 'ordinary' | 'short-lived' | 'not to be dried';
  readonly storageNote: string | null;
  readonly oil: Range;
  readonly constants: ViabilityConstants | null;

  readonly celsius: number;
  readonly firstCount: number;
  readonly finalCount: number;
  readonly wakes: string;

  readonly packet: number;

  /** How sure each fact is, and what kind of work it is from. */
  readonly told: Readonly<Partial<Record<FactKey, Told>>>;
}

export interface Told {
  readonly sure: Confidence | 'ours';
  /** `likeness`: borrowed from the crop that it is like. */
  readonly source: Source | 'this library' | 'likeness';
}

export type LifeCycle = 'annual' | 'biennial' | 'perennial';
export type Breeding = 'selfing' | 'mostly selfing' | 'crossed by insects' | 'crossed by wind';

/** When it is sown and when its seed can be ripe. Weeks count from the house's mean last frost; negative is before. */
export type CropSeason =
  | { readonly kind: 'first season'; readonly sowWeeks: Range; readonly daysToSeed: Range }
  | { readonly kind: 'second season'; readonly sowWeeks: Range; readonly ripeWeeks: Range };

/** The season of a crop: an annual ripens in the year it is sown, other crops in the year after. */
export function seasonOf(crop: Pick<Crop, 'sow' | 'daysToSeed' | 'ripeWeeks'>): CropSeason {
  if (crop.ripeWeeks) return { kind: 'second season', sowWeeks: crop.sow, ripeWeeks: crop.ripeWeeks };
  return { kind: 'first season', sowWeeks: crop.sow, daysToSeed: crop.daysToSeed! };
}

/** Years until half germinate, the one figure the first forecast uses: the middle of the range. */
export function halfLifeYears({ longevity: [low, high] }: Pick<Crop, 'longevity'>): number {
  return (low + high) / 2;
}

/** Whether its flowers hardly ever take foreign pollen, so that the desk need not ask about cages and bags. */
export function isSelfing({ breeding }: Pick<Crop, 'breeding'>): boolean {
  return breeding === 'selfing';
}

/** Whether its seed dies of drying. */
export const keptMoist = ({ storage }: Pick<Crop, 'storage'>): boolean => storage === 'not to be dried';
