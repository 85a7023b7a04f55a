import type { Method } from '#core/isolation/barriers.ts';

/** What each way of keeping a seed crop apart asks of whoever grows it. */
export const METHOD_DEMANDS: Readonly<Record<Method, string>> = {
  distance: 'enough distance, and knowing what the neighbours grow',
  time: 'sowing so far apart in time that they never flower together',
  barrier: 'a hedge or building along the whole bed, taller than the crop',
  cage: 'a cage kept shut while it flowers, with insects put in if the crop needs them',
  'alternate cages': 'a cage over each variety, opened on alternate days',
  bags: 'a bag on each flower or truss until its fruit has set, and a tag on it',
  'hand pollination': 'flowers taped the evening before and again after, with date and tag',
  none: 'nothing',
  unknown: 'asking the grower',
};

/** How each way is done, step by step, for whoever stands in the garden. Empty where there is nothing to do. */
export const METHOD_STEPS: Readonly<Record<Method, readonly string[]>> = {
  distance: ['Look around the garden before it flowers, and record anything of its kind that flowers nearby'],
  time: ['Write down its first and its last flowers', 'Pull off every flower of the other variety that opens at the same time'],
  barrier: ['Keep the hedge or wall between it and others closed all along'],
  cage: [
    'Put the cage up before the first flower opens, and weigh down the edges with earth',
    'If the crop needs insects, put flies or bees in, or open it for an hour only when nothing else of its kind flowers nearby',
    'Take it off when the last seed has set',
  ],
  'alternate cages': [
    'Put a cage over each of the two varieties before the first flower opens',
    'Each morning open one and shut the other, following the days below. Insects do the rest',
    'When one of them has stopped flowering, cut off the other’s remaining flowers',
  ],
  bags: [
    'Put a bag on each truss or head before its first flower opens, and tie it shut',
    'Shake it each morning while it flowers',
    'When the seed has set, take the bag off and tag the stem with the day: only tagged stems are seed',
  ],
  'hand pollination': [
    'In the evening choose male and female flowers that will open next morning, and tape them shut',
    'Next morning rub the male flower on the female one, from a different plant if possible',
    'Tape the female flower shut again, and tag its stem with the day: only tagged fruit is seed',
  ],
  none: [],
  unknown: [],
};
