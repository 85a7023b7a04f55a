import { z } from 'zod';
import { actKey, day, lotCode, maybePhoto, maybeWords, tick, words } from '#contracts/fields.ts';
import { COUNTED, MEDIA, SPOTS, TEST_KINDS, TREATMENTS_BEFORE } from '#core/germination/layout.ts';
import { QUICK_LOOKS } from '#core/germination/quickLooks.ts';
import { COUNTABLE, type Countable } from '#core/germination/towel.ts';

const wholeNumber = (missing: string) => z.int({ error: missing });
const MOST_ON_A_TOWEL = 100;
const MOST_REPLICATES = 8;
const MOST_SEEDS = 400;
const MOST_TOWELS = 60;

/** Seeds of a test or of one of its replicates. */
const seeds = wholeNumber('How many seeds? A whole number')
  .min(1, 'At least one seed')
  .max(MOST_SEEDS, `A test takes ${MOST_SEEDS} seeds at most`);

const celsius = wholeNumber('How warm does it stand? Whole degrees').min(1, 'Seed does not sprout frozen').max(45, 'That would cook it');

const checkDays = z
  .string()
  .trim()
  .optional()
  .transform((text, context) => {
    if (!text) return null;
    const days = text.split(/[\s,;]+/).map(Number);
    if (days.length <= 40 && days.every((one, index) => Number.isInteger(one) && one >= 1 && one <= 120 && one > (days[index - 1] ?? 0)))
      return days;
    context.addIssue({ code: 'custom', message: 'Days after laying, in order: 4, 6, 8, 14' });
    return z.NEVER;
  });

/** How all tests of one laying are laid. */
const laying = {
  key: actKey,
  laidOn: day,
  counted: z.enum(COUNTED, { error: 'Say what will be counted' }),
  kind: z.enum(TEST_KINDS).default('viability'),
  medium: z.enum(MEDIA).default('paper towel'),
  treatments: z.array(z.enum(TREATMENTS_BEFORE)).default([]),
  checkDays,
};

/** Laying a test of one lot. `seeds` are those of each replicate. */
export const layTestForm = z
  .object({
    ...laying,
    seeds,
    replicates: wholeNumber('How many replicates?').min(1, 'At least one').max(MOST_REPLICATES, `${MOST_REPLICATES} at most`).default(1),
    celsius,
    spot: z.enum(SPOTS).default('room'),
    part: maybeWords(60),
    inBatches: tick,
    seriesOf: z.int().optional(),
  })
  .superRefine((form, context) => {
    if (form.seeds * form.replicates > MOST_SEEDS)
      context.addIssue({ code: 'custom', path: ['seeds'], message: `${MOST_SEEDS} seeds in all at most` });
    if (form.replicates > 1 && form.seeds > MOST_ON_A_TOWEL)
      context.addIssue({ code: 'custom', path: ['seeds'], message: `A replicate holds ${MOST_ON_A_TOWEL} at most` });
    if (form.inBatches && form.replicates > 1)
      context.addIssue({ code: 'custom', path: ['replicates'], message: 'Batches are laid one after the other: one towel each' });
    if (form.inBatches && form.seeds > MOST_ON_A_TOWEL)
      context.addIssue({ code: 'custom', path: ['seeds'], message: `A batch holds ${MOST_ON_A_TOWEL} at most` });
  });

/** Laying tests of one lot or of many, each with its own towel. */
export const layTestsInput = z.object({
  ...laying,
  lots: z
    .array(
      z.object({
        code: lotCode,
        seeds,
        replicates: z.int().min(1).max(MOST_REPLICATES).optional(),
        celsius,
        spot: z.enum(SPOTS),
        part: z.string().max(60).nullable().optional(),
        inBatches: z.boolean().optional(),
        /** The first test of the series, for a further batch. */
        seriesOf: z.int().optional(),
      }),
    )
    .min(1)
    .max(MOST_TOWELS)
    .readonly(),
});

/** Laying a whole tray of lots at once; a lot left at no seeds is passed over. */
export const layTrayForm = z.object({
  ...laying,
  lots: z
    .array(
      z.object({
        code: words(20, 'Which lot?'),
        seeds: z
          .int({ error: 'A whole number' })
          .min(0, 'A whole number')
          .max(MOST_ON_A_TOWEL, `${MOST_ON_A_TOWEL} on a towel at most`)
          .optional()
          .transform((count) => count ?? 0),
        celsius,
        spot: z.enum(SPOTS),
      }),
    )
    .max(MOST_TOWELS, 'Sixty towels in one go at most')
    .transform((lots) =>
      lots.filter((lot) => lot.seeds > 0).map((lot) => ({ ...lot, replicates: 1, part: null, inBatches: false, seriesOf: undefined })),
    )
    .refine((lots) => lots.length > 0, 'No seeds are laid: give at least one lot some'),
});

/** `2.14` is the fourteenth seed of the second replicate. */
const places = z
  .string()
  .regex(/^\d{1,2}\.\d{1,3}(,\d{1,2}\.\d{1,3})*$/, 'Seed numbers, with commas')
  .optional()
  .transform((text) =>
    (text ?? '')
      .split(',')
      .filter(Boolean)
      .map((place) => {
        const [replicate, seed] = place.split('.').map(Number);
        return { replicate: replicate!, seed: seed! };
      }),
  );

const further = wholeNumber('A whole number of seeds')
  .min(0, 'Seeds do not un-sprout: tap the one that was marked by mistake')
  .max(MOST_SEEDS, 'More than a towel holds')
  .default(0);

/** What was seen on a test's towels: seeds by their places, or just how many more of one replicate. */
export const countForm = z
  .object({
    key: actKey,
    checkedOn: day,
    waiting: places,
    sprouted: places,
    abnormal: places,
    hard: places,
    fresh: places,
    dead: places,
    replicate: z.int().min(1).max(MOST_REPLICATES).default(1),
    moreSprouted: further,
    moreAbnormal: further,
    moreHard: further,
    moreFresh: further,
    moreDead: further,
    reWetted: tick,
    mould: tick,
    note: maybeWords(300),
    photo: maybePhoto,
  })
  .transform(({ waiting, sprouted, abnormal, hard, fresh, dead, moreSprouted, moreAbnormal, moreHard, moreFresh, moreDead, ...form }) => {
    const marked = { waiting, sprouted, abnormal, hard, fresh, dead };
    const more: Record<Countable, number> = {
      sprouted: moreSprouted,
      abnormal: moreAbnormal,
      hard: moreHard,
      fresh: moreFresh,
      dead: moreDead,
    };
    return {
      ...form,
      marks: (['waiting', ...COUNTABLE] as const).flatMap((state) => marked[state].map((place) => ({ ...place, state }))),
      more,
    };
  });

/** Putting right how many seeds were laid. */
export const relayForm = z.object({
  key: actKey,
  replicate: z.int().min(1).max(MOST_REPLICATES).default(1),
  seeds,
  reason: words(200, 'How was it found out? Counted at the end, slip misread'),
});

export const endTestForm = z
  .object({ key: actKey, endedOn: day, outcome: z.enum(['read', 'abandoned']), reason: maybeWords(300) })
  .superRefine((form, context) => {
    if (form.outcome === 'abandoned' && !form.reason)
      context.addIssue({ code: 'custom', path: ['reason'], message: 'Say what went wrong: the seeds stay spent' });
  });

/** Taking back the end of a test. */
export const reopenForm = z.object({ key: actKey, reason: words(300, 'Say why: the verdict goes without this test until it ends again') });

/** Potting up what sprouted. */
export const potForm = z.object({
  key: actKey,
  seedlings: wholeNumber('How many? A whole number').min(1, 'At least one').max(MOST_SEEDS, 'Check the number'),
  pottedOn: day,
  note: maybeWords(200),
});

/** A quick look at seed: float, cut or snap. */
export const quickLookForm = z
  .object({
    key: actKey,
    kind: z.enum(QUICK_LOOKS, { error: 'Say what was tried' }),
    looked: wholeNumber('How many seeds?').min(1, 'At least one seed').max(10_000, 'Check the number'),
    good: wholeNumber('How many of them?').min(0, 'Not less than none').max(10_000, 'Check the number'),
    lookedOn: day,
    note: maybeWords(200),
  })
  .refine(({ looked, good }) => good <= looked, { path: ['good'], message: 'That is more than were looked at' });

/** Throwing away what is left of a lot. */
export const discardForm = z.object({ key: actKey, reason: words(300, 'Say why: it is gone for good') });
