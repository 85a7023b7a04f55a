import type { Crop } from '../almanac/crop.ts';
import type { Seeds } from '../kernel/kinds.ts';

/** What a weighed sample is parted into; milligrams. */
export const PURITY_PARTS = ['pure', 'otherCrop', 'weed', 'noxious', 'chaff', 'damaged'] as const;
export type PurityPart = (typeof PURITY_PARTS)[number];
export type PurityCard = Readonly<Record<PurityPart, number>>;

export interface Purity {
  /** Share of the sample that is pure seed. */
  readonly share: number;
  readonly total: number;
  /** A sample this small says little: under 2500 seeds, by the testing standards' rule. */
  readonly thin: boolean;
  /** Weed seed of a noxious kind is a legal matter: the lot is held. */
  readonly hold: boolean;
}

/** Reads a purity card. @param perGram seeds per gram of the crop. Throws RangeError for an empty sample. */
export function purityOf(card: PurityCard, perGram: number): Purity {
  const total = PURITY_PARTS.reduce((sum, part) => sum + card[part], 0);
  if (!(total > 0) || PURITY_PARTS.some((part) => card[part] < 0)) throw new RangeError('a sample weighs something');
  return { share: card.pure / total, total, thin: (total / 1000) * perGram < 2500, hold: card.noxious > 0 };
}

/**
 * Seeds per gram of what lies in the jar, from a parted sample: pure seeds in a gram of pure seed, times the share that is pure.
 * @param pureBefore seeds per gram of pure seed as known so far; @param counted pure seeds that were counted out of this sample
 */
export function contentOf(card: PurityCard, pureBefore: number, counted: number | null): { purePerGram: number; perGram: number } {
  const purePerGram = counted !== null && card.pure > 0 ? counted / (card.pure / 1000) : pureBefore;
  return { purePerGram, perGram: purePerGram * purityOf(card, purePerGram).share };
}

/** Pure live seed: the share of the weight that will grow. */
export const pureLiveSeed = (purity: number, germination: number): number => purity * germination;

export interface Yield {
  /** Clean seed against what went in; null where only a count is known. */
  readonly share: number | null;
  readonly perFruit: number | null;
  readonly perPlant: number | null;
  /** How seeds per plant compare with the crop's usual. */
  readonly against: 'usual' | 'low' | 'high' | 'not known';
  /** Low on a crop that needs pollinators or company: pollination may have been poor. */
  readonly poorPollination: boolean;
}

/**
 * What a batch yielded. @param seeds clean seeds; @param weightIn, weightOut in milligrams
 * @param fruits, plants null when not counted
 */
export function yieldOf(
  crop: Pick<Crop, 'seedsPerPlant' | 'breeding'>,
  of: { seeds: Seeds; weightIn: number | null; weightOut: number | null; fruits: number | null; plants: number | null },
): Yield {
  const perPlant = of.plants ? of.seeds / of.plants : null;
  const [low, high] = crop.seedsPerPlant;
  const against = perPlant === null ? 'not known' : perPlant < low ? 'low' : perPlant > high ? 'high' : 'usual';
  return {
    share: of.weightIn && of.weightOut ? of.weightOut / of.weightIn : null,
    perFruit: of.fruits ? of.seeds / of.fruits : null,
    perPlant,
    against,
    poorPollination: against === 'low' && crop.breeding !== 'selfing',
  };
}

/** What buying as much seed would have cost, by the house's price of a bought packet; in the money's smallest unit. */
export const boughtFor = (seeds: Seeds, seedsInPacket: number, price: number): number => Math.round((seeds / seedsInPacket) * price);
