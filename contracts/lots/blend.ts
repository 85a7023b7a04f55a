import { z } from 'zod';
import { actKey, container, words } from '#contracts/fields.ts';

const seedsOf = z.int({ error: 'seeds: missing' }).min(1, 'seeds: under one').max(100_000_000, 'number: check');

/** Making a new lot of seed of two. */
export const blendForm = z.object({
  key: actKey,
  other: words(20, 'lot: missing'),
  seeds: seedsOf,
  otherSeeds: seedsOf,
  place: words(60, 'blend place: missing'),
  container: container,
});
