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

/** How each way is done, step by step, for whoever stands in the garden. Empty where there is nothing to do. */
export const METHOD_STEPS: Readonly<Record<Method, readonly string[]>> = {
  distance: ['Look around the garden before it flowers, and write down what of its kind flowers nearby'],
  time: ['Write down its first and its last flowers', 'Pull every flower of the other variety that opens in between'],
  barrier: ['Keep the hedge or wall between it and others closed all along'],
  cage: [
    'Put the cage up before the first flower opens, and weigh its edge down with earth',
    'For crops that need insects put flies or bees in, or open it for an hour only while nothing else flowers near',
    'Take it off when the last seed has set',
  ],
  'alternate cages': [
    'Put a cage over each of the two varieties before the first flower opens',
    'Each morning open one and shut the other, by the days below; insects do the rest',
    'Cut the flowers that are left when one of them has stopped flowering',
  ],
  bags: [
    'Put a bag on each truss or head before its first flower opens, and tie it shut',
    'Shake it each morning while it flowers',
    'When the seed has set, take the bag off and tag the stem with the day: only tagged stems are seed',
  ],
  'hand pollination': [
    'In the evening choose male and female flowers that will open next morning, and tape them shut',
    'Next morning rub the male flower on the female one, of another plant where there is one',
    'Tape the female flower shut again, and tag its stem with the day: only tagged fruit is seed',
  ],
  none: [],
  unknown: [],
};
