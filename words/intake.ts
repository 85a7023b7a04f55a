import type { Method } from '#core/isolation/barriers.ts';

/** What each way of keeping a seed crop apart asks of whoever grows it. */
export const METHOD_DEMANDS: Readonly<Record<Method, string>> = {
  distance: 'room between gardens, and knowing what the neighbours grow',
  time: 'sowings so far apart that their bloom never meets',
  barrier: 'a hedge or building taller than the crop, all along it',
  cage: 'a cage shut through the whole bloom, with insects put in for crops that need them',
  'alternate cages': 'a cage over each variety, opened on alternate days',
  bags: 'a bag on each flower or truss until its fruit has set, and a tag on it',
  'hand pollination': 'flowers taped the evening before and again after, with date and tag',
  none: 'nothing',
  unknown: 'asking the grower',
};
