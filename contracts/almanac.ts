import { z } from 'zod';
import type { Crop } from '#core/almanac/crop.ts';

/** A range whose ends are in order, both within the given limits. */
const range = (least: number, most: number) =>
  z
    .tuple([z.number().min(least).max(most), z.number().min(least).max(most)])
    .refine(([low, high]) => low <= high, 'the low end comes first')
    .readonly();

const sentence = z.string().trim().min(3).max(400);
const weeks = range(-30, 60);

const season = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('first season'), sowWeeks: weeks, daysToSeed: range(40, 300) }),
  z.strictObject({ kind: z.literal('second season'), sowWeeks: weeks, ripeWeeks: weeks }),
]);

/** One crop of the almanac file; units are those of `Crop`. */
export const cropFacts = z
  .strictObject({
    id: z.string().regex(/^[a-z]+(-[a-z]+)*$/),
    name: z.string().min(3).max(60),
    species: z.string().regex(/^[A-Z][a-z]+ [a-z]+$/),
    family: z.string().regex(/^[A-Z][a-z]+ceae$/),
    crossingGroup: z.string().min(3),
    lifeCycle: z.enum(['annual', 'biennial', 'perennial']),
    breeding: z.enum(['selfing', 'mostly selfing', 'crossed by insects', 'crossed by wind']),
    isolationMetres: z
      .strictObject({ home: z.number().positive(), production: z.number().max(5_000) })
      .refine(({ home, production }) => production >= 1.5 * home, 'production distance is at least one and a half times the home distance'),
    minimumPlants: z
      .strictObject({ seed: z.int().min(1), keep: z.int().min(1) })
      .refine(({ seed, keep }) => keep >= seed, 'keeping a line takes at least as many plants as getting seed'),
    longevityYears: range(0.5, 20),
    seedsPerGram: range(0.2, 20_000),
    germination: z
      .strictObject({ celsius: z.number().min(5).max(35), firstCountDays: z.int().min(1), finalCountDays: z.int().max(60) })
      .refine(({ firstCountDays, finalCountDays }) => firstCountDays < finalCountDays, 'the first count comes before the final one'),
    season,
    packetSeeds: z.int().min(1).max(500),
    easeOfSaving: z.enum(['easy', 'middling', 'hard']),
    howToSow: sentence,
    howToSave: sentence,
    ripeSign: sentence,
    cautions: z.array(sentence).readonly(),
  })
  .refine(
    ({ lifeCycle, season: { kind } }) => (lifeCycle === 'annual') === (kind === 'first season'),
    'an annual ripens in its first season, other crops in their second',
  );

/** The whole almanac file: no id twice. */
export const almanacFile = z
  .array(cropFacts)
  .refine((crops) => new Set(crops.map(({ id }) => id)).size === crops.length, 'each crop has an id of its own') satisfies z.ZodType<
  Crop[]
>;
