import type { DiseaseAnswer } from '../almanac/diseases.ts';
import type { PartialDate, IsoDate } from '../calendar/plainDate.ts';
import type { Method } from '../isolation/barriers.ts';
import type { Said } from '../isolation/pollen.ts';
import type { Milligrams, Seeds } from '../kernel/kinds.ts';
import type { Kind, StoredSoFar } from '../lots/words.ts';
import type { Picking } from './pickings.ts';

/** An answer, "unknown", or null where the question was not asked. */
export type Answer<T> = Said<T> | null;

export const NAME_SOURCES = ['packet', 'grower', 'family', 'neighbour', 'guess'] as const;
export const NAME_SURENESS = ['sure', 'fairly sure', 'a guess'] as const;
export const OVERLAPS = ['none', 'some', 'most', 'all'] as const;
export const AMOUNTS = ['fewer', 'as many', 'many more'] as const;
export const ROGUINGS = ['before flowering', 'later', 'none'] as const;
export const SELECTIONS = ['best kept', 'poor ones pulled', 'all of them', 'no choice left'] as const;
export const BOLTERS = ['none seen', 'removed', 'saved from'] as const;
export const BOLT_REASONS = ['by nature', 'drought or heat', 'late sowing'] as const;
export const FORMS = ['clean seed', 'whole fruit', 'heads or pods', 'on paper'] as const;
export const DRYINGS = ['in air and shade', 'in sun', 'with silica', 'with heat', 'not dried'] as const;
export const INSECTS = ['none', 'seen', 'holes in seed'] as const;
export const LOOKS = ['plump', 'shrivelled', 'discoloured', 'broken', 'mixed with other seed'] as const;
export const DATE_MEANINGS = ['harvested', 'packed', 'sow by', 'no date'] as const;
export const USES = ['for sowing', 'for food'] as const;
export const STIGMAS = ['hidden', 'sticks out'] as const;

/** What flowered near a seed crop, as it was told. */
export interface NeighbourTold {
  readonly what: string;
  /** Another crop's id where it is of another crossing group; null when it is of the same. */
  readonly cropId: string | null;
  readonly metres: Said<number>;
  readonly overlap: Said<(typeof OVERLAPS)[number]>;
  readonly amount: Said<(typeof AMOUNTS)[number]>;
  /** It flowered under a cage or net of its own. */
  readonly caged: boolean;
}

/** A disease that was seen on the plants, by the almanac's name or in words of its own, and what is done about it. */
export interface DiseaseSeen {
  readonly name: string;
  readonly answer: DiseaseAnswer;
}

/** The diseases seen for which this was the answer. */
export function diseasesAnswered(seen: Passport['diseases'], answer: DiseaseAnswer): string[] {
  return Array.isArray(seen) ? (seen as readonly DiseaseSeen[]).filter((one) => one.answer === answer).map(({ name }) => name) : [];
}

/** What a printed packet says. */
export interface PacketTold {
  readonly dateMeans: Answer<(typeof DATE_MEANINGS)[number]>;
  readonly date: PartialDate | null;
  /** Stated germination, 0 to 1. */
  readonly germination: number | null;
  readonly daysToEmerge: number | null;
  /** Age in years, from and to, where no date is known. */
  readonly ageYears: readonly [number, number] | null;
}

/** All that was asked and said of a lot when it was taken in; a correction is a whole new passport. */
export interface Passport {
  readonly kind: Kind;
  /** Taken in as "offspring of" the name, not under it. */
  readonly offspring: boolean;
  readonly nameFrom: Answer<(typeof NAME_SOURCES)[number]>;
  readonly nameSure: Answer<(typeof NAME_SURENESS)[number]>;
  readonly boughtPlant: Answer<boolean>;
  readonly protectedName: Answer<boolean>;
  readonly invasive: Answer<boolean>;
  readonly treated: Answer<boolean>;
  readonly use: Answer<(typeof USES)[number]>;

  readonly harvested: Answer<PartialDate>;
  readonly seasonsGrown: Answer<number>;
  readonly firstSource: string | null;
  readonly packet: PacketTold | null;

  readonly plantsSown: Answer<number>;
  readonly plantsStanding: Answer<number>;
  readonly plantsHarvested: Answer<number>;
  readonly selection: Answer<(typeof SELECTIONS)[number]>;
  readonly traits: string | null;
  readonly roguing: Answer<(typeof ROGUINGS)[number]>;
  readonly offTypes: Answer<number>;
  readonly bolters: Answer<(typeof BOLTERS)[number]>;
  readonly boltedWhy: Answer<(typeof BOLT_REASONS)[number]>;
  readonly diseases: Answer<readonly DiseaseSeen[]>;
  readonly forcedByWeather: string | null;
  /** Of a harvest in stages; one picking is the whole harvest. */
  readonly pickings: Answer<readonly Picking[]>;
  readonly selfSown: Answer<boolean>;
  readonly pollinatedOn: Answer<IsoDate>;
  readonly pickedOn: Answer<IsoDate>;

  readonly neighbours: Answer<readonly NeighbourTold[]>;
  readonly methods: readonly Method[] | null;
  /** How it was kept apart in the seasons before, as a rule. */
  readonly earlierMethods: readonly Method[] | null;
  readonly stigma: Answer<(typeof STIGMAS)[number]>;

  readonly form: (typeof FORMS)[number];
  readonly ripeSigns: Answer<boolean>;
  readonly dried: Answer<(typeof DRYINGS)[number]>;
  readonly look: readonly (typeof LOOKS)[number][];
  readonly insects: Answer<(typeof INSECTS)[number]>;
  readonly mould: Answer<boolean>;
  readonly storedIn: Answer<StoredSoFar>;
  readonly storedSince: Answer<PartialDate>;
  /** A counted and weighed sample, from which seeds per gram are known. */
  readonly sample: { readonly seeds: Seeds; readonly milligrams: Milligrams } | null;
}

/** The value of an answer, or null where it is unknown or was not asked. */
export function known<T>(answer: Answer<T>): T | null {
  return answer === 'unknown' ? null : (answer as T | null);
}

/** A passport in which nothing was asked yet but what must always be known. */
export const EMPTY_PASSPORT: Passport = {
  kind: 'unknown',
  offspring: false,
  nameFrom: null,
  nameSure: null,
  boughtPlant: null,
  protectedName: null,
  invasive: null,
  treated: null,
  use: null,
  harvested: null,
  seasonsGrown: null,
  firstSource: null,
  packet: null,
  plantsSown: null,
  plantsStanding: null,
  plantsHarvested: null,
  selection: null,
  traits: null,
  roguing: null,
  offTypes: null,
  bolters: null,
  boltedWhy: null,
  diseases: null,
  forcedByWeather: null,
  pickings: null,
  selfSown: null,
  pollinatedOn: null,
  pickedOn: null,
  neighbours: null,
  methods: null,
  earlierMethods: null,
  stigma: null,
  form: 'clean seed',
  ripeSigns: null,
  dried: null,
  look: [],
  insects: null,
  mould: null,
  storedIn: null,
  storedSince: null,
  sample: null,
};
