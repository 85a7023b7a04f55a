import { expect, test } from '@jest/globals';
import { aboutWords } from './acts.ts';

test.each([
  ['act undone', 'labels made 2 lots', 'Labels recorded 2 lots'],
  ['act undone', 'crop put right', 'Crop corrected'],
  ['act undone', 'hold set: drying 26-0184-K', 'Put on hold: drying 26-0184-K'],
  ['act undone', 'held by rule 26-0184-K', 'Put on hold by a house rule 26-0184-K'],
  // A garden may be called as it likes.
  ['garden saved', 'labels made 2 lots', 'labels made 2 lots'],
  ['act undone', 'labels madeira', 'labels madeira'],
])('of “%s”, “%s” is read as “%s”', (kind, subject, read) => expect(aboutWords(kind, subject)).toBe(read));
