import type { Contradiction } from '#core/passport/contradictions.ts';

/** Answers that cannot all be so, in words. */
export const CONTRADICTIONS: Record<Contradiction['code'], string> = {
  'harvest in the future': 'That is still to come. Check the year',
  'more standing than sown': 'More stood than there were at first. Check both',
  'more harvested than stood': 'More gave seed than stood. Check both',
  'more harvested than sown': 'More gave seed than there were at first. Check both',
  'more off-types than plants': 'More off-types than plants. Check both',
  'neighbours inside the cage': 'A shut cage, with a neighbour inside it? Put right the distance or the cage',
  'a way and none': '“Nothing” and “Unknown” stand alone. Take one away',
  'picked before it was pollinated': 'Picked before it was pollinated. Check both days',
  'stored before harvest': 'Stored before it was harvested. Check both',
  'a hybrid by its name': 'The name says F1. Choose “F1 hybrid”, or leave F1 out of the name',
  'clean while whole': 'Whole fruit shows no seed. Say clean seed, or leave its look out',
};
