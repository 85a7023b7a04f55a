import type { Contradiction } from '#core/passport/contradictions.ts';

/** Answers that cannot all be so, in words. */
export const CONTRADICTIONS: Record<Contradiction['code'], string> = {
  'harvest in the future': 'This is in the future. Check the year',
  'harvest too long ago': 'This is more than 120 years ago. Check the year',
  'stored in the future': 'This is in the future. Check the date',
  'more standing than sown': 'This is more plants than there were to start with. Check both numbers',
  'more harvested than stood': 'This is more than the plants that flowered. Check both numbers',
  'more harvested than sown': 'This is more plants than there were to start with. Check both numbers',
  'more off-types than plants': 'There are more off-types than plants. Check both numbers',
  'neighbours inside the cage': 'This neighbour would be inside the closed cage. Correct the distance or the isolation',
  'a way and none': '“Nothing” and “Unknown” cannot be combined with another answer. Remove one',
  'picked before it was pollinated': 'This is before it was pollinated. Check both dates',
  'picked in the future': 'A picking is in the future. Check its date',
  'picked in another year': 'A picking was not in the year of the harvest. Check the dates',
  'stored before harvest': 'This is before it was harvested. Check both dates',
  'a hybrid by its name': 'The name says F1. Choose “F1 hybrid”, or leave F1 out of the name',
  'clean while whole': 'You cannot see seed in whole fruit. Choose clean seed, or leave its appearance empty',
};
