import { growingFigure, type Growing, type GrowingKey } from '#core/house/growing.ts';

/** What each figure is called where the house sets it, and what follows from it. */
export const GROWING_WORDS: Readonly<Record<GrowingKey, { readonly label: string; readonly follows: string }>> = {
  growersShare: { label: 'Seed that the grower keeps, %', follows: 'Used for the expected yield and the grower’s sheet' },
  hours: { label: 'Hours for one grow-out', follows: 'Preparing the bed, sowing, harvest and cleaning, for any number of plants' },
  hoursPerPlant: { label: 'Extra hours for each plant', follows: 'Planting, weeding, checking; 0.05 is three minutes' },
  hoursOfWinter: { label: 'Extra hours for overwintering', follows: 'Crops of two seasons: lifting, storing and planting roots again' },
  hoursApart: { label: 'Extra hours for a cage, bags or hand pollination', follows: 'Once for each of them' },
  hoursCopy: { label: 'Hours for a safety copy', follows: 'Packing it, sending it to a keeper, asking about it later' },
  hoursMove: { label: 'Hours to move part of a jar', follows: 'To another place or into the freezer' },
  hoursDry: { label: 'Hours to dry and seal a jar', follows: 'Including weighing, but not the waiting' },
  hoursTest: { label: 'Hours for a germination test', follows: 'Starting, counting and recording it' },
  harvests: { label: 'Grow-outs that succeed, %', follows: 'The starting figure for a crop; your own results adjust it' },
  placeFails: {
    label: 'Chance that a place is lost in a year, %',
    follows: 'For example freezer failure, mice, damp or fire: all the seed in it is lost',
  },
  copies: { label: 'How many safety copies are enough', follows: 'We suggest no more copies of a line that has this many keepers' },
  worthOfPacket: {
    label: 'Value of a packet on the wants list',
    follows: 'In the season’s plan, where a line saved for certain counts 1',
  },
  worthOfHour: {
    label: 'Cost of an hour of work',
    follows: 'In the season’s plan and in what helps most; at 0.01, a hundred hours cost as much as one line is worth',
  },
  worthOfWay: { label: 'Cost of ten kilometres of travel', follows: 'To a garden and back, for sowing and for harvest' },
  worthOfAsked: { label: 'Gain needed to ask a grower again', follows: 'A new plan only moves an agreed grow-out for more than this' },
  worthOfPlanned: { label: 'Gain needed to move a planned grow-out', follows: 'A new plan only moves it for more than this' },
  elsewhere: { label: 'Weight of a line that others keep too, %', follows: 'Compared with a line that only you have' },
};

/** A figure as it is typed: shares as percentages, to the hundredth. */
export const typedGrowing = (growing: Growing, key: GrowingKey): string =>
  String(growingFigure(key).as === 'share' ? Math.round(growing[key] * 10_000) / 100 : growing[key]);
