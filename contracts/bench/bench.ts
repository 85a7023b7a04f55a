import { z } from 'zod';
import { actKey, amount, container, day, maybePhoto, maybePercent, maybeWhen, maybeWords, sure, tick, words } from '#contracts/fields.ts';
import { refusal } from '#core/kernel/refusal.ts';
import { METHODS, nameOfRecipe, type KnownMethod, type Method } from '#core/bench/methods.ts';
import { CAUTIONS, STEPS, type Caution } from '#core/bench/steps.ts';
import { checksFor, TREATMENTS } from '#core/bench/treatments.ts';
import { HEAVIER } from '#core/bench/weighings.ts';
import { parseAmount } from '#core/units/parseAmount.ts';

const celsius = z.number({ error: 'room: missing' }).min(-5, 'room: too cold').max(45, 'room: too warm');

/** A weight as people write it. */
const weight = z
  .string({ error: 'scale: missing' })
  .trim()
  .transform((text, context) => {
    const read = parseAmount(text);
    if (read.ok && read.amount.kind === 'weight') return { milligrams: read.amount.milligrams, typed: text };
    context.addIssue({ code: 'custom', message: read.ok ? 'weight: unreadable' : `amount: ${read.why}` });
    return z.NEVER;
  });
const maybeWeight = weight.optional().transform((read) => read ?? null);

/** A known method, or one of the house's recipes by its number. */
const method = z.string({ error: 'method: missing' }).transform((text, context): Method => {
  if ((METHODS as readonly string[]).includes(text)) return text as KnownMethod;
  const recipe = /^recipe (\d{1,9})$/.exec(text)?.[1];
  if (recipe) return nameOfRecipe(Number(recipe));
  context.addIssue({ code: 'custom', message: 'method: missing' });
  return z.NEVER;
});

const vessel = words(40, 'vessel: missing');

const turn = z.int({ error: 'page: stale' });
/** Hazards read and ticked, parted by commas. */
const cautions = z
  .string()
  .optional()
  .transform((text): readonly Caution[] =>
    (text ?? '').split(',').filter((one): one is Caution => (CAUTIONS as readonly string[]).includes(one)),
  );

export const acknowledgeForm = z.object({ key: actKey, cautions });

export const startBatchForm = z.object({
  key: actKey,
  brought: z.enum(['clean seed', 'on paper', 'whole fruit', 'heads or pods'], { error: 'brought: missing' }),
  method,
  vessel,
  celsius,
  humidity: maybePercent,
  fruits: z
    .int({ error: 'number: not whole' })
    .min(1, 'number: under one')
    .max(10_000, 'number: check')
    .optional()
    .transform((count) => count ?? null),
  weightIn: maybeWeight,
  when: maybeWhen,
});

const target = z.object({ method, step: z.enum(STEPS), place: z.int().min(0).max(20) });

/** Moving a batch on, to a later step or over to another method: `method|step|place`. */
export const nextStepForm = z
  .object({
    key: actKey,
    turn,
    to: z.string({ error: 'next step: missing' }).transform((text, context) => {
      const [method, step, place] = text.split('|');
      const read = target.safeParse({ method, step, place: Number(place) });
      if (read.success) return read.data;
      context.addIssue({ code: 'custom', message: 'next step: missing' });
      return z.NEVER;
    }),
    celsius,
    vessel,
    when: maybeWhen,
    cleared: tick,
    early: tick,
  })
  .transform(({ to, ...next }) => ({ ...next, ...to }));

export const checkForm = z.object({ key: actKey, turn, seen: words(200, 'look: missing'), photo: maybePhoto, when: maybeWhen });

export const mixUpForm = z.object({ key: actKey, what: words(300, 'event: missing'), withTable: tick, discarded: tick });

/** Milligrams by which a scale may be wrong, by what it shows. */
const SCALE_ERROR: Readonly<Record<'1 g' | '0.1 g', number>> = { '1 g': 1000, '0.1 g': 100 };

export const weighForm = z
  .object({
    key: actKey,
    weight,
    scale: z.enum(['1 g', '0.1 g'], { error: 'scale error: missing' }),
    heavier: z
      .enum(HEAVIER)
      .optional()
      .transform((why) => why ?? null),
    when: maybeWhen,
  })
  .transform(({ weight, scale, ...weighed }) => ({ ...weighed, ...weight, scaleError: SCALE_ERROR[scale] }));

export const airForm = z.object({
  key: actKey,
  of: z.enum(['room', 'jar'], { error: 'air: of what' }),
  humidity: maybePercent.refine((share) => share !== null, 'hygrometer: missing').transform((share) => share!),
  celsius,
});

export const finishForm = z.object({
  key: actKey,
  turn,
  amount,
  sure,
  place: maybeWords(60),
  container: container.optional().transform((into) => into ?? null),
  sign: tick,
  liftDrying: tick,
  reason: maybeWords(300),
});

export const abandonForm = z.object({ key: actKey, turn, reason: words(300, 'loss: missing') });

/** Shutting a lot away: what its container must be is ticked line by line. */
export const shutAwayForm = z
  .object({
    key: actKey,
    kind: z.enum(TREATMENTS, { error: 'treatment: missing' }),
    container: words(40, 'container: missing'),
    since: day,
    use: z.enum(['food', 'sowing'], { error: 'food or sowing: missing' }),
    checked: z
      .union([z.string(), z.array(z.string())])
      .optional()
      .transform((ticked) => (ticked === undefined ? [] : [ticked].flat())),
  })
  .superRefine(({ kind, checked }, context) => {
    const missing = checksFor(kind).filter((check) => !checked.includes(check));
    if (missing.length > 0)
      context.addIssue({
        code: 'custom',
        path: ['checked'],
        message: refusal('container: not yet', ...missing),
      });
  })
  .transform(({ checked: _, ...shut }) => shut);

export const openTreatedForm = z.object({ key: actKey, reason: maybeWords(300), liftPests: tick });

export const takeOutForm = z.object({
  key: actKey,
  container,
  celsius: z.number({ error: 'freezer: missing' }).min(-40, 'freezer: too cold').max(25, 'freezer: too warm'),
});
export const openWarmForm = z.object({ key: actKey, early: tick });

/** Packets out of loose seed. */
export const packForm = z.object({
  key: actKey,
  seeds: z.int({ error: 'packet size: missing' }).min(1, 'seeds: under one').max(100_000, 'number: check'),
  packets: z
    .int({ error: 'packets: not whole' })
    .min(1, 'number: under one')
    .max(100_000, 'number: check')
    .optional()
    .transform((count) => count ?? null),
  keepBack: z.int({ error: 'kept back: missing' }).min(0, 'number: negative').max(10_000_000, 'number: check'),
  place: words(60, 'destination: missing'),
  warmed: sure,
});

const part = weight.optional().transform((read) => read?.milligrams ?? 0);

/** A weighed sample, part by part; a part left empty weighs nothing. */
export const purityForm = z
  .object({
    key: actKey,
    counted: z
      .int({ error: 'seeds: not whole' })
      .min(1, 'number: under one')
      .max(1_000_000, 'number: check')
      .optional()
      .transform((seeds) => seeds ?? null),
    pure: part,
    otherCrop: part,
    weed: part,
    noxious: part,
    chaff: part,
    damaged: part,
  })
  .refine(({ key: _, counted: _counted, ...parts }) => Object.values(parts).some((milligrams) => milligrams > 0), {
    path: ['pure'],
    message: 'parts: missing',
  })
  .transform(({ key, counted, ...parts }) => ({ key, counted, parts }));

const onOff = z.enum(['on', 'off']);
const standInScale = z.enum(['scale', 'desk-scale']);
/** Choosing a scale or printer for this desk; or working a stand-in device by hand: what lies on the scale, what air it is in, and its plug. */
export const deviceForm = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('use'), kind: z.enum(['scale', 'printer']), name: z.string().max(20) }),
  z.object({
    intent: z.literal('put'),
    device: standInScale,
    weight: weight.refine(({ milligrams }) => milligrams <= 6_000_000, 'scale: over its load'),
  }),
  z.object({ intent: z.literal('clear'), device: standInScale }),
  z.object({ intent: z.literal('shake'), device: standInScale, to: onOff }),
  z.object({ intent: z.literal('plug'), device: z.enum(['scale', 'desk-scale', 'jar', 'room', 'printer', 'desk-printer']), to: onOff }),
  z.object({
    intent: z.literal('air'),
    device: z.enum(['jar', 'room']),
    humidity: maybePercent.refine((share) => share !== null, 'humidity: missing').transform((share) => share!),
    celsius: z.number({ error: 'warmth: missing' }).min(-40, 'warmth: too cold').max(40, 'warmth: too warm'),
  }),
]);

/** Packets back into the jar. */
export const unpackForm = z.object({
  key: actKey,
  holding: z.int(),
  packets: z.int({ error: 'packets: missing' }).min(1, 'number: under one').max(100_000, 'number: check'),
});

const sharePercent = (missing: string) =>
  z
    .number({ error: missing })
    .min(1, 'share: under 1')
    .max(99, 'share: over 99')
    .transform((percentage) => percentage / 100);

/** Splitting a lot over methods. */
export const beginTrialForm = z
  .object({
    key: actKey,
    methods: z
      .union([method, z.array(method)])
      .optional()
      .transform((chosen): readonly Method[] => (chosen === undefined ? [] : [chosen].flat())),
    usual: sharePercent('usual germination: missing'),
    difference: sharePercent('difference: missing'),
  })
  .refine(({ methods }) => methods.length === 2 || methods.length === 3, { path: ['methods'], message: 'methods: two or three' })
  .refine(({ usual, difference }) => difference < usual, { path: ['difference'], message: 'difference: over usual' });

export const endTrialOfMethodsForm = z.object({
  key: actKey,
  learnt: words(500, 'lesson: missing'),
  adopt: method.optional().transform((chosen) => chosen ?? null),
});
