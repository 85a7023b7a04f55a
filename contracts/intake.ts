import { z } from 'zod';
import { ISOLATION_METHODS, KINDS, STORED_SO_FAR, type Asked, type Isolation } from '#core/lots/words.ts';
import { actKey, amount, distance, harvestDate, maybeWords, tick, words } from './fields.ts';

const ANSWER = 'Answer, or tap Unknown';

/** The desk interview as the form sends it. Each provenance question has a box beside it for "unknown". */
const fields = z.object({
  key: actKey,
  loan: z.int().positive().optional(),
  keepsLoanOpen: tick,
  crop: z.string({ error: 'Choose the crop' }),
  variety: words(80, 'What is it called? Write the name as it was given'),
  origin: z.enum(['donated', 'bought', 'found'], { error: 'Say how it came' }).default('donated'),
  kind: z.enum(KINDS, { error: 'Say what kind of seed it is; "Unknown" is an answer' }),
  donor: maybeWords(120),
  donorUnknown: tick,
  donorNew: tick,
  garden: maybeWords(120),
  gardenUnknown: tick,
  harvested: harvestDate.optional(),
  harvestedUnknown: tick,
  plants: z
    .int({ error: 'Write a whole number of plants' })
    .min(1, 'At least one plant gave seed')
    .max(100_000, 'That is a farm. Check the number')
    .optional(),
  plantsUnknown: tick,
  isolation: z.enum([...ISOLATION_METHODS, 'unknown'], { error: 'Say how it was kept apart; "Unknown" is an answer' }),
  distance: distance.optional(),
  alsoFlowered: maybeWords(200),
  storage: z.enum([...STORED_SO_FAR, 'unknown'], { error: 'Where was it kept until today? "Unknown" is an answer' }),
  amount,
  place: words(60, 'Say where it goes'),
  container: z.string().trim().min(1).max(40).default('jar'),
  note: maybeWords(1000),
});

type Fields = z.output<typeof fields>;

/** Questions that take an answer or "unknown", never neither. */
const QUESTIONS = [
  ['donor', 'donorUnknown'],
  ['garden', 'gardenUnknown'],
  ['harvested', 'harvestedUnknown'],
  ['plants', 'plantsUnknown'],
] as const;

/** All that is wrong is said at once, so these are asked even where single fields are wrong already. */
const always = { when: () => true };

const answered = QUESTIONS.reduce(
  (schema, [field, unknown]) =>
    schema.refine((form) => (form[field] !== undefined && form[field] !== null) || form[unknown] === true, {
      path: [field],
      message: ANSWER,
      ...always,
    }),
  fields,
);

export const intakeForm = answered
  .refine((form) => form.distance === undefined || form.isolation !== 'unknown', {
    path: ['distance'],
    message: 'A distance with the way unknown? Choose Distance, or leave it empty',
    ...always,
  })
  .transform((form) => ({
    key: form.key,
    loanId: form.loan ?? null,
    keepsLoanOpen: form.keepsLoanOpen,
    cropId: form.crop,
    variety: form.variety,
    origin: form.origin,
    kind: form.kind,
    donor: form.donorUnknown ? null : form.donor,
    donorIsNew: form.donorNew,
    garden: form.gardenUnknown ? null : form.garden,
    harvested: form.harvestedUnknown ? null : (form.harvested ?? null),
    plantsHarvested: form.plantsUnknown ? null : (form.plants ?? null),
    isolation: isolationOf(form),
    storedSoFar: form.storage === 'unknown' ? null : form.storage,
    unknowns: unknownsOf(form),
    amount: form.amount,
    place: form.place,
    container: form.container,
    note: form.note,
  }));

export type Intake = z.output<typeof intakeForm>;

function isolationOf(form: Fields): Isolation {
  if (form.isolation === 'unknown') return { kind: 'unknown' };
  return { kind: 'known', method: form.isolation, distanceMetres: form.distance ?? null, alsoFlowered: form.alsoFlowered };
}

function unknownsOf(form: Fields): Asked[] {
  const asked: readonly [Asked, boolean][] = [
    ['donor', form.donorUnknown],
    ['garden', form.gardenUnknown],
    ['harvest', form.harvestedUnknown],
    ['plants', form.plantsUnknown],
    ['isolation', form.isolation === 'unknown'],
    ['storage', form.storage === 'unknown'],
  ];
  return asked.filter(([, unknown]) => unknown).map(([question]) => question);
}
