import { growingFigure, type Growing, type GrowingKey } from '#core/house/growing.ts';

/** What each figure is called where the house sets it, and what follows from it. */
export const GROWING_WORDS: Readonly<Record<GrowingKey, { readonly label: string; readonly follows: string }>> = {
  growersShare: { label: 'Seed that the grower keeps, %', follows: 'The yield to expect and the grower’s sheet go by it' },
  hours: { label: 'Hours for one grow-out', follows: 'Bed, sowing, harvest and cleaning, however many plants' },
  hoursPerPlant: { label: 'Hours more for each plant', follows: 'Planting, weeding, looking it over; 0.05 is three minutes' },
  hoursOfWinter: { label: 'Hours more over a winter', follows: 'Crops of two seasons: lifting, storing and planting roots again' },
  hoursApart: { label: 'Hours more for cage, bags or hand pollination', follows: 'Once for each of them' },
};

/** A figure as it is typed: shares as percentages. */
export const typedGrowing = (growing: Growing, key: GrowingKey): string =>
  String(growingFigure(key).as === 'share' ? Math.round(growing[key] * 1000) / 10 : growing[key]);
