import { z } from 'zod';
import { actKey, day, lotCode, maybePhoto, maybeWords, sure, tick, words } from '#contracts/fields.ts';
import { refusal } from '#core/kernel/refusal.ts';
import { COUNTED, MEDIA, SPOTS, TEST_KINDS, TREATMENTS_BEFORE } from '#core/germination/layout.ts';
import { QUICK_LOOKS } from '#core/germination/quickLooks.ts';
import { COUNTABLE, type Countable } from '#core/germination/towel.ts';

const wholeNumber = (missing: string) => z.int({ error: missing });
const MOST_ON_A_TOWEL = 100;
const MOST_REPLICATES = 8;
const MOST_SEEDS = 400;
const MOST_TOWELS = 60;

/** Seeds of a test or of one of its replicates. */
const seeds = wholeNumber('seeds: missing').min(1, 'seeds: under one').max(MOST_SEEDS, refusal('seeds: too many', MOST_SEEDS));

const celsius = wholeNumber('test warmth: missing').min(1, 'test warmth: too cold').max(45, 'test warmth: too warm');

const checkDays = z
  .string()
  .trim()
  .optional()
  .transform((text, context) => {
    if (!text) return null;
    const days = text.split(/[\s,;]+/).map(Number);
    if (days.length <= 40 && days.every((one, index) => Number.isInteger(one) && one >= 1 && one <= 120 && one > (days[index - 1] ?? 0)))
      return days;
    context.addIssue({ code: 'custom', message: 'check days: unreadable' });
    return z.NEVER;
  });

/** How all tests of one laying are laid. */
const laying = {
  key: actKey,
  laidOn: day,
  counted: z.enum(COUNTED, { error: 'counted as: missing' }),
  kind: z.enum(TEST_KINDS).default('viability'),
  medium: z.enum(MEDIA).default('paper towel'),
  treatments: z.array(z.enum(TREATMENTS_BEFORE)).default([]),
  checkDays,
  /** Seed out of the freezer stood closed until it was warm. */
  warmed: sure,
};

/** Laying a test of one lot. `seeds` are those of each replicate. */
export const layTestForm = z
  .object({
    ...laying,
    seeds,
    replicates: wholeNumber('replicates: missing')
      .min(1, 'number: under one')
      .max(MOST_REPLICATES, refusal('replicates: too many', MOST_REPLICATES))
      .default(1),
    celsius,
    spot: z.enum(SPOTS).default('room'),
    part: maybeWords(60),
    inBatches: tick,
    seriesOf: z.int().optional(),
  })
  .superRefine((form, context) => {
    if (form.seeds * form.replicates > MOST_SEEDS)
      context.addIssue({ code: 'custom', path: ['seeds'], message: refusal('seeds: too many in all', MOST_SEEDS) });
    if (form.replicates > 1 && form.seeds > MOST_ON_A_TOWEL)
      context.addIssue({ code: 'custom', path: ['seeds'], message: refusal('replicate: over a towel', MOST_ON_A_TOWEL) });
    if (form.inBatches && form.replicates > 1)
      context.addIssue({ code: 'custom', path: ['replicates'], message: 'sequential: one towel each' });
    if (form.inBatches && form.seeds > MOST_ON_A_TOWEL)
      context.addIssue({ code: 'custom', path: ['seeds'], message: refusal('batch: over a towel', MOST_ON_A_TOWEL) });
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
        code: words(20, 'lot: missing'),
        seeds: z
          .int({ error: 'number: not whole' })
          .min(0, 'number: not whole')
          .max(MOST_ON_A_TOWEL, refusal('towel: too many', MOST_ON_A_TOWEL))
          .optional()
          .transform((count) => count ?? 0),
        celsius,
        spot: z.enum(SPOTS),
      }),
    )
    .max(MOST_TOWELS, 'towels: over sixty')
    .transform((lots) =>
      lots.filter((lot) => lot.seeds > 0).map((lot) => ({ ...lot, replicates: 1, part: null, inBatches: false, seriesOf: undefined })),
    )
    .refine((lots) => lots.length > 0, 'towels: all empty'),
});

/** `2.14` is the fourteenth seed of the second replicate. */
const places = z
  .string()
  .regex(/^\d{1,2}\.\d{1,3}(,\d{1,2}\.\d{1,3})*$/, 'seed numbers: unreadable')
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

const further = wholeNumber('seeds: not whole').min(0, 'count: negative').max(MOST_SEEDS, 'count: more than a towel').default(0);

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
    /** The newest count that stood on the page where this one was made; 0 where there was none. */
    after: z.int().min(0).optional(),
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
  reason: words(200, 'count reason: missing'),
});

export const endTestForm = z
  .object({ key: actKey, endedOn: day, outcome: z.enum(['read', 'abandoned']), reason: maybeWords(300) })
  .superRefine((form, context) => {
    if (form.outcome === 'abandoned' && !form.reason)
      context.addIssue({ code: 'custom', path: ['reason'], message: 'spoilt reason: missing' });
  });

/** Taking back the end of a test. */
export const reopenForm = z.object({ key: actKey, reason: words(300, 'reopen reason: missing') });

/** Potting up what sprouted. */
export const potForm = z.object({
  key: actKey,
  seedlings: wholeNumber('potted: missing').min(1, 'number: under one').max(MOST_SEEDS, 'number: check'),
  pottedOn: day,
  note: maybeWords(200),
});

/** A quick look at seed: float, cut or snap. */
export const quickLookForm = z
  .object({
    key: actKey,
    kind: z.enum(QUICK_LOOKS, { error: 'look kind: missing' }),
    looked: wholeNumber('seeds looked at: missing').min(1, 'seeds: under one').max(10_000, 'number: check'),
    good: wholeNumber('seeds found: missing').min(0, 'number: under none').max(10_000, 'number: check'),
    lookedOn: day,
    note: maybeWords(200),
  })
  .refine(({ looked, good }) => good <= looked, { path: ['good'], message: 'seeds found: too many' });

/** Throwing away what is left of a lot. */
export const discardForm = z.object({ key: actKey, reason: words(300, 'discard reason: missing') });
