import type { Crop } from '../almanac/crop.ts';
import type { CrossingGroup } from '../almanac/crossing.ts';
import type { GrowerTerms } from '../growout/growers.ts';
import type { Window } from '../growout/sowing.ts';
import type { Growing } from '../house/growing.ts';
import type { Method } from '../isolation/barriers.ts';
import type { Said } from '../isolation/pollen.ts';
import type { Day, GardenId, GrowOutId, LineId, Metres, PersonId, Seeds } from '../kernel/kinds.ts';
import type { Remedy } from '../risk/remedies.ts';
import type { Frosts } from '../lending/returnBy.ts';

/** What planning asks of a crop. */
export type PlanCrop = Pick<
  Crop,
  | 'name'
  | 'alsoCalled'
  | 'family'
  | 'group'
  | 'breeding'
  | 'ease'
  | 'sow'
  | 'daysToSeed'
  | 'ripeWeeks'
  | 'bloom'
  | 'apart'
  | 'rows'
  | 'homeDistance'
  | 'productionDistance'
> & {
  /** Share of seed from foreign pollen where that is plentiful, 0 to 1: its middle. */
  readonly crossed: number;
};

/** Where, when and how a line is grown. */
export interface Choice {
  readonly gardenId: GardenId;
  /** Null is no plot in particular of the garden. */
  readonly plotId: number | null;
  readonly sowOn: Day;
  readonly methods: readonly Method[];
}

/** A line that may be grown in the season, or is. */
export interface LineToPlan {
  readonly id: LineId;
  readonly name: string;
  readonly variety: string;
  readonly crop: PlanCrop;
  /** The lot to sow, seeds of it, and plants that are looked for. */
  readonly code: string;
  readonly seeds: Seeds;
  readonly plants: number;
  /** Chance of losing it in five years: as it is, and after a grow-out; and how much it counts. */
  readonly risk: number;
  readonly grown: number;
  readonly importance: number;
  /** What would save as much for fewer hours, without growing it: null where nothing does. */
  readonly cheaper: Remedy | null;
  /** Packets that a grow-out is likely to bring, and how many of them are wanted beyond what is in stock. */
  readonly packets: number;
  readonly wanted: number;
  /** Foreign pollen for each grain of its own at which the promise is still kept; null where any amount is borne. */
  readonly most: number | null;
  /** Whether what is sown may be so mixed already that a promise is out of reach. */
  readonly promiseLost: boolean;
  /** The grow-out that there is of it, with where it stands now. */
  readonly growOut: {
    readonly id: GrowOutId;
    /** `sown`: nothing of it can be changed any more. */
    readonly state: 'proposed' | 'asked' | 'sown';
    readonly choice: Choice | null;
    /** When it flowers, as it was seen; null where only planned. */
    readonly seen: Window | null;
  } | null;
  /** Where it stands in the plan that was saved last. */
  readonly planned: Choice | null;
  /** Those who said no to growing it. */
  readonly declined: readonly PersonId[];
}

export interface GardenToPlan {
  readonly id: GardenId;
  readonly name: string;
  /** Metres east and north of some point; null where its place is not known. */
  readonly at: { readonly east: number; readonly north: number } | null;
  /** Whose it is: an index of the growers. */
  readonly grower: number;
}

export interface PlotToPlan {
  /** Null is a garden without plots of its own, with the room that its grower has for it. */
  readonly id: number | null;
  readonly name: string;
  readonly garden: number;
  readonly squareMetres: number;
  readonly cages: number;
}

export interface GrowerToPlan {
  /** Null is nobody in particular: helpers of the library. */
  readonly id: PersonId | null;
  readonly name: string;
  /** Null where nothing was asked: then nothing is in the way. */
  readonly terms: GrowerTerms | null;
}

/** Something that flowers anyway: what was noted in and near gardens. */
export interface Anyway {
  readonly what: string;
  readonly crop: string;
  readonly group: string;
  readonly garden: number;
  /** How far from the garden it stands; 0 is in it. */
  readonly away: Metres;
  readonly bloom: Said<Window>;
  readonly plants: Said<number>;
  readonly methods: readonly Method[];
}

/** All that a plan of a season depends on. */
export interface SeasonFacts {
  readonly year: number;
  readonly today: Day;
  readonly frosts: Frosts;
  readonly growing: Growing;
  readonly lines: readonly LineToPlan[];
  readonly gardens: readonly GardenToPlan[];
  readonly plots: readonly PlotToPlan[];
  readonly growers: readonly GrowerToPlan[];
  readonly anyway: readonly Anyway[];
  /** Metres between two gardens by their numbers, `low high`, where somebody told them. */
  readonly told: Readonly<Record<string, Metres>>;
  readonly groups: readonly CrossingGroup[];
}

/** What the coordinator wants of the plan, besides that it saves most. */
export interface Wishes {
  /** Lines that stay where they are put. */
  readonly pinned: readonly LineId[];
  /** Lines that must be grown, and lines that must not. */
  readonly forced: readonly LineId[];
  readonly forbidden: readonly LineId[];
  /** Gardens that are left out. */
  readonly without: readonly GardenId[];
  /** The garden from which the library sets out. */
  readonly home: GardenId | null;
}

export const NO_WISHES: Wishes = { pinned: [], forced: [], forbidden: [], without: [], home: null };

/** By line: where, when and how it is grown; lines that are not are not in it. */
export type Choices = Readonly<Record<number, Choice>>;

export const sameChoice = (one: Choice | null | undefined, other: Choice | null | undefined): boolean =>
  one === other ||
  (!!one &&
    !!other &&
    one.gardenId === other.gardenId &&
    one.plotId === other.plotId &&
    one.sowOn === other.sowOn &&
    one.methods.length === other.methods.length &&
    one.methods.every((method) => other.methods.includes(method)));
