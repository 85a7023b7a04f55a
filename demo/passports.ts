import type { Crop } from '#core/almanac/crop.ts';
import { isSelfing } from '#core/almanac/crop.ts';
import type { Method } from '#core/isolation/barriers.ts';
import type { Kind, Origin } from '#core/lots/words.ts';
import { EMPTY_PASSPORT, type NeighbourTold, type Passport } from '#core/passport/passport.ts';
import type { Random } from './random.ts';

/** What a sample lot's passport hangs on. */
interface SampleOrigin {
  readonly crop: Crop;
  readonly origin: Origin;
  readonly kind: Kind;
  readonly harvested: string | null;
  readonly plants: number | null;
  readonly generation: number;
  readonly said: Partial<Passport> | undefined;
}

/** A passport as helpers fill it in: most questions answered, some not known. */
export function samplePassport(random: Random, lot: SampleOrigin): Passport {
  const bought = lot.origin === 'bought';
  return {
    ...EMPTY_PASSPORT,
    kind: lot.kind,
    nameFrom: bought ? 'packet' : random.pick(['grower', 'grower', 'packet', 'family'] as const),
    nameSure: random.chance(0.92) ? 'sure' : 'fairly sure',
    harvested: lot.harvested ?? 'unknown',
    ...(bought ? boughtAnswers(lot) : grownAnswers(random, lot)),
    dried: bought ? null : 'in air and shade',
    mould: false,
    look: ['plump'],
    insects: lot.crop.pests.length > 0 ? 'none' : null,
    storedIn: random.pick(['cool cupboard', 'cool cupboard', 'living room', 'fridge'] as const),
    storedSince: lot.harvested ?? 'unknown',
    ...lot.said,
  };
}

function boughtAnswers({ harvested }: SampleOrigin): Partial<Passport> {
  return {
    treated: false,
    use: 'for sowing',
    protectedName: false,
    invasive: false,
    packet: {
      dateMeans: harvested ? 'harvested' : 'no date',
      date: harvested,
      germination: 0.85,
      daysToEmerge: null,
      ageYears: harvested ? null : [2, 5],
    },
  };
}

function grownAnswers(random: Random, { crop, plants, generation }: SampleOrigin): Partial<Passport> {
  const selfing = isSelfing(crop);
  const standing = plants === null ? null : plants + random.whole(0, Math.ceil(plants / 2));
  return {
    seasonsGrown: generation > 0 ? null : random.chance(0.25) ? 'unknown' : random.whole(1, 8),
    protectedName: false,
    plantsSown: standing === null ? 'unknown' : standing + random.whole(0, 10),
    plantsStanding: standing ?? 'unknown',
    plantsHarvested: plants ?? 'unknown',
    selection: random.pick(['best kept', 'poor ones pulled', 'all of them'] as const),
    roguing: random.pick(['before flowering', 'later', 'none'] as const),
    offTypes: random.chance(0.8) ? 0 : 'unknown',
    diseases: crop.diseases.length > 0 ? [] : null,
    neighbours: neighboursNear(random, crop),
    methods: selfing ? null : [random.pick<Method>(['distance', 'distance', 'hand pollination', 'time', 'barrier', 'none'])],
    stigma: crop.exposedStigma ? 'hidden' : null,
  };
}

function neighboursNear(random: Random, crop: Crop): Passport['neighbours'] {
  if (random.chance(0.2)) return 'unknown';
  const count = random.pick([0, 0, 1, 1, 2]);
  return Array.from({ length: count }, (): NeighbourTold => ({
    what: `another ${crop.name.toLowerCase()}`,
    cropId: null,
    metres: random.chance(0.2) ? 'unknown' : Math.round(crop.homeDistance * (0.3 + 3 * random.share())),
    overlap: random.pick(['some', 'most', 'all', 'unknown'] as const),
    amount: random.pick(['fewer', 'as many', 'many more', 'unknown'] as const),
    caged: false,
  }));
}
