/** Facts of one crop as the almanac gives them. Ranges are [low, high]. */
export interface Crop {
  readonly id: string;
  readonly name: string;
  readonly species: string;
  readonly family: string;
  /** Crops of one group cross with each other, whatever they look like. */
  readonly crossingGroup: string;
  readonly lifeCycle: LifeCycle;
  readonly breeding: Breeding;
  /** Metres to the next flowering crop of the group: between gardens for lending; for seed production. */
  readonly isolationMetres: { readonly home: number; readonly production: number };
  /** Plants to save from: to get good seed; to keep a line going. */
  readonly minimumPlants: { readonly seed: number; readonly keep: number };
  /** Years until about half of well-dried seed still germinates in a cool dry cupboard. */
  readonly longevityYears: readonly [number, number];
  readonly seedsPerGram: readonly [number, number];
  readonly germination: { readonly celsius: number; readonly firstCountDays: number; readonly finalCountDays: number };
  readonly season: CropSeason;
  /** Seeds in one house packet. */
  readonly packetSeeds: number;
  readonly easeOfSaving: 'easy' | 'middling' | 'hard';
  readonly howToSow: string;
  readonly howToSave: string;
  readonly ripeSign: string;
  readonly cautions: readonly string[];
}

export type LifeCycle = 'annual' | 'biennial' | 'perennial';
export type Breeding = 'selfing' | 'mostly selfing' | 'crossed by insects' | 'crossed by wind';

/** When it is sown and when its seed can be ripe. Weeks count from the house's mean last frost; negative is before. */
export type CropSeason =
  | { readonly kind: 'first season'; readonly sowWeeks: readonly [number, number]; readonly daysToSeed: readonly [number, number] }
  | { readonly kind: 'second season'; readonly sowWeeks: readonly [number, number]; readonly ripeWeeks: readonly [number, number] };

/** Years until half germinate, the one figure the first forecast uses: the middle of the range. */
export function halfLifeYears({ longevityYears: [low, high] }: Crop): number {
  return (low + high) / 2;
}
