import { z } from 'zod';
import { actKey, container, words } from '#contracts/fields.ts';

const seedsOf = z.int({ error: 'How many seeds? A whole number' }).min(1, 'At least one seed').max(100_000_000, 'Check the number');

/** Making a new lot of seed of two. */
export const blendForm = z.object({
  key: actKey,
  other: words(20, 'Which lot?'),
  seeds: seedsOf,
  otherSeeds: seedsOf,
  place: words(60, 'Where does it go?'),
  container: container,
});
