import { z } from 'zod';
import { actKey, shownWord, words } from '#contracts/fields.ts';

/** A crop that the almanac does not have. */
export const ownCropForm = z.object({
  key: actKey,
  name: words(60, 'crop name: missing'),
  species: words(80, 'species: missing').refine((text) => /^[A-Z][a-z]+ [a-z-]+$/.test(text), 'species: not two words'),
  family: words(60, 'family: missing').refine((text) => /^[A-Z][a-z]+aceae$/.test(text), 'family: unreadable'),
  like: words(60, 'likeness: missing'),
  breeding: z.enum(['selfing', 'mostly selfing', 'crossed by insects', 'crossed by wind'], { error: 'breeding: missing' }),
  lifeCycle: z.enum(['annual', 'biennial', 'perennial'], { error: 'life cycle: missing' }),
});

/** The same, put right. */
export const correctCropForm = ownCropForm.extend({ shown: shownWord });
