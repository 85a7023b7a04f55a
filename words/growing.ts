import { growingFigure, type Growing, type GrowingKey } from '#core/house/growing.ts';

/** What each figure is called where the house sets it, and what follows from it. */
export const GROWING_WORDS: Readonly<Record<GrowingKey, { readonly label: string; readonly follows: string }>> = {
  growersShare: { label: 'Seed that the grower keeps, %', follows: 'The yield to expect and the grower’s sheet go by it' },
  hours: { label: 'Hours for one grow-out', follows: 'Bed, sowing, harvest and cleaning, however many plants' },
  hoursPerPlant: { label: 'Extra hours for each plant', follows: 'Planting, weeding, looking it over; 0.05 is three minutes' },
  hoursOfWinter: { label: 'Extra hours over a winter', follows: 'Crops of two seasons: lifting, storing and planting roots again' },
  hoursApart: { label: 'Extra hours for a cage, bags or hand pollination', follows: 'Once for each of them' },
  hoursCopy: { label: 'Hours for a safety copy', follows: 'Packing, sending it to a keeper, asking after it' },
  hoursMove: { label: 'Hours to move part of a jar', follows: 'Into another place, or into the freezer' },
  hoursDry: { label: 'Hours to dry and seal a jar', follows: 'Weighing and waiting included, as far as hands are needed' },
  hoursTest: { label: 'Hours for a germination test', follows: 'Laid, counted and written down' },
  harvests: { label: 'Grow-outs that bring seed home, %', follows: 'For a crop without a history here; its own grow-outs then count too' },
  placeFails: { label: 'Chance that a place is lost in a year, %', follows: 'Freezer breaks, mice, damp, fire: all seed in it is gone' },
  copies: { label: 'Safety copies that are enough', follows: 'A line with so many keepers elsewhere is asked for no more' },
  worthOfPacket: {
    label: 'Worth of a packet that is wanted',
    follows: 'In the season’s plan, against a line surely saved, which counts 1',
  },
  worthOfHour: {
    label: 'Weight of an hour of work',
    follows: 'In the season’s plan and in what helps most; 0.01: a hundred hours weigh as much as a line',
  },
  worthOfWay: { label: 'Weight of ten kilometres', follows: 'To a garden and back, for sowing and harvest' },
  worthOfAsked: { label: 'Gain for which a grower is asked anew', follows: 'A new plan moves what was agreed only for more than this' },
  worthOfPlanned: { label: 'Gain for which what is only planned is moved', follows: 'A new plan moves it only for more than this' },
  elsewhere: { label: 'How much a line counts that others keep too, %', follows: 'Of a line that only this library has' },
};

/** A figure as it is typed: shares as percentages, to the hundredth. */
export const typedGrowing = (growing: Growing, key: GrowingKey): string =>
  String(growingFigure(key).as === 'share' ? Math.round(growing[key] * 10_000) / 100 : growing[key]);
