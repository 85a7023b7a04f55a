import type { Method } from '#core/isolation/barriers.ts';

export const METHOD_NAMES: Record<Method, string> = {
  distance: 'Distance',
  time: 'Flowered at a different time',
  barrier: 'Hedge or building',
  cage: 'Closed cage with insects',
  'alternate cages': 'Cages on alternate days',
  bags: 'Bags on flowers',
  'hand pollination': 'Hand pollination',
  none: 'Nothing',
  unknown: 'Unknown',
};
