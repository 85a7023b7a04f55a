import { z } from 'zod';
import { actKey, words } from '#contracts/fields.ts';

/** A crop that the almanac does not have. */
export const ownCropForm = z.object({
  key: actKey,
  name: words(60, 'Enter the crop’s everyday name'),
  species: words(80, 'Enter the species, for example Salvia hispanica').refine(
    (text) => /^[A-Z][a-z]+ [a-z-]+$/.test(text),
    'Two words, the first with a capital, for example Salvia hispanica',
  ),
  family: words(60, 'Enter the family, for example Lamiaceae').refine(
    (text) => /^[A-Z][a-z]+aceae$/.test(text),
    'One word ending in -aceae, for example Lamiaceae',
  ),
  like: words(60, 'Choose the crop it is most like'),
  breeding: z.enum(['selfing', 'mostly selfing', 'crossed by insects', 'crossed by wind'], { error: 'Say how it is pollinated' }),
  lifeCycle: z.enum(['annual', 'biennial', 'perennial'], { error: 'Say how long it lives' }),
});
