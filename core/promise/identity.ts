import type { Crop } from '../almanac/crop.ts';
import type { Origin } from '../lots/words.ts';
import type { NAME_SOURCES, NAME_SURENESS, Passport } from '../passport/passport.ts';

/** Why a lot may not be what its label says at all, whatever flowered near it. */
export type Doubt = 'name' | 'bought plant' | 'bought plant possible' | 'kind unknown' | 'unknown father';

/** A doubt with the chance that it is unfounded, 0 to 1. */
export interface Doubted {
  readonly why: Doubt;
  readonly right: number;
}

/** How often a name is right, by who gave it. */
const NAME_RIGHT: Readonly<Record<(typeof NAME_SOURCES)[number], number>> = {
  packet: 0.99,
  grower: 0.95,
  family: 0.95,
  neighbour: 0.9,
  guess: 0.6,
};
const SURE: Readonly<Record<(typeof NAME_SURENESS)[number], number>> = { sure: 1, 'fairly sure': 0.95, 'a guess': 0.65 };
/** A name that somebody is sure of, whoever it came from; and one of which nobody says how sure it is. */
const SOURCE_UNKNOWN = 0.85;
const SURENESS_UNKNOWN = 0.65;

/** Share of plants and fruit in shops that are hybrids, sold with or without a word about it. */
const HYBRIDS_IN_SHOPS: Readonly<Record<Crop['hybrids'], number>> = { common: 0.6, some: 0.25, rare: 0.02 };
/** Where nobody knows whether the mother plant was bought, it was one time in seven. */
const BOUGHT_WHEN_UNKNOWN = 0.15;
/** Seed that a gardener saves under a name, without knowing its kind, is less often a hybrid's than what shops sell. */
const HYBRID_WHEN_SAVED = 0.5;
/** Fruit of a market stall grew in a field, mostly among its own kind. */
const FATHER_RIGHT = 0.7;

interface Told {
  readonly passport: Pick<Passport, 'kind' | 'offspring' | 'boughtPlant' | 'nameFrom' | 'nameSure'>;
  readonly crop: Pick<Crop, 'hybrids' | 'breeding'>;
  readonly origin: Origin;
  readonly parents: readonly unknown[];
}

/** What may be wrong about a lot's identity. Seed of lots that the library has takes their name, with their doubts, and adds none of its own. */
export function doubtsOf({ passport, crop, origin, parents }: Told): readonly Doubted[] {
  if (parents.length > 0) return [];
  const doubts: Doubted[] = [];
  const { kind, boughtPlant } = passport;
  const isStall = origin === 'market fruit';
  const hybrids = HYBRIDS_IN_SHOPS[crop.hybrids];
  const right = nameRight(passport);
  if (right < 1) doubts.push({ why: 'name', right });
  if (boughtPlant === true) doubts.push({ why: 'bought plant', right: 1 - hybrids });
  else if (kind === 'unknown') doubts.push({ why: 'kind unknown', right: 1 - hybrids * (isStall ? 1 : HYBRID_WHEN_SAVED) });
  else if (boughtPlant === 'unknown') doubts.push({ why: 'bought plant possible', right: 1 - hybrids * BOUGHT_WHEN_UNKNOWN });
  if (isStall && crop.breeding !== 'selfing') doubts.push({ why: 'unknown father', right: FATHER_RIGHT });
  return doubts;
}

/** Chance that a lot is what its name says, apart from what may have crossed. */
export const chanceOfIdentity = (told: Told): number => doubtsOf(told).reduce((chance, { right }) => chance * right, 1);

function nameRight({ nameFrom, nameSure }: Told['passport']): number {
  const source = nameFrom === null ? 1 : nameFrom === 'unknown' ? SOURCE_UNKNOWN : NAME_RIGHT[nameFrom];
  const sure = nameSure === null ? 1 : nameSure === 'unknown' ? SURENESS_UNKNOWN : SURE[nameSure];
  // A guess is a guess, whoever made it.
  return sure <= SURENESS_UNKNOWN || source <= SURENESS_UNKNOWN ? Math.min(source, sure) : source * sure;
}
