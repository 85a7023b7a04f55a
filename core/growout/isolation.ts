import { CAGED_GIVES_OFF, type Method } from '../isolation/barriers.ts';
import { crossedShare } from '../isolation/crossedShare.ts';
import type { Neighbour, Said, Season } from '../isolation/pollen.ts';
import { BINS, type Quantiles } from '../isolation/quantiles.ts';
import type { Metres } from '../kernel/kinds.ts';
import { overlapOf, type Window } from './sowing.ts';

/** Something of the crossing group that flowers in the same year, seen from a grow-out. */
export interface Other {
  readonly metres: Said<Metres>;
  readonly bloom: Said<Window>;
  readonly plants: Said<number>;
  /** How readily the two cross, 0 to 1 (READINESS_WEIGHT). */
  readonly weight: number;
  readonly methods: readonly Method[];
}

/** A seed crop in its garden: its season with how it is kept apart, when it flowers and how many plants do. */
export interface Receiver {
  readonly season: Omit<Season, 'neighbours'>;
  readonly bloom: Window;
  readonly plants: number;
}

/** A cage keeps pollen in as well as out; bags and hand pollination leave a neighbour's other flowers open. */
const givesOff = (methods: readonly Method[]): number =>
  methods.includes('cage') || methods.includes('alternate cages') ? CAGED_GIVES_OFF : 1;

/** The other as the model of crossing takes it: overlap as a share of one's own bloom, plants for each of one's own. */
function asNeighbour(own: Pick<Receiver, 'bloom' | 'plants'>, other: Other): Neighbour {
  return {
    metres: other.metres,
    overlap: other.bloom === 'unknown' ? 'unknown' : overlapOf(own.bloom, other.bloom),
    amount: other.plants === 'unknown' ? 'unknown' : other.plants / Math.max(1, own.plants),
    weight: other.weight * givesOff(other.methods),
  };
}

/** Share of its seed that others are likely to father, all of them together: they add up in the pollen, not in the share (E.2). */
export function crossedBy(own: Receiver, others: readonly Other[]): Quantiles {
  return crossedShare({ ...own.season, neighbours: others.map((other) => asNeighbour(own, other)) });
}

/** Middle of equally likely values. */
export const medianOf = (values: Quantiles): number => (values[BINS / 2 - 1]! + values[BINS / 2]!) / 2;

/** Ends of the range that holds four of five equally likely values. */
export const rangeOf = (values: Quantiles): readonly [number, number] => [
  values[Math.floor(BINS * 0.1)]!,
  values[Math.ceil(BINS * 0.9) - 1]!,
];
