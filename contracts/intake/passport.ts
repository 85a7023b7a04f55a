import { z } from 'zod';
import { DISEASE_ANSWERS } from '#core/almanac/diseases.ts';
import { METHODS } from '#core/isolation/barriers.ts';
import { KINDS, STORED_SO_FAR } from '#core/lots/words.ts';
import {
  AMOUNTS,
  BOLTERS,
  BOLT_REASONS,
  DATE_MEANINGS,
  DRYINGS,
  FORMS,
  INSECTS,
  LOOKS,
  NAME_SOURCES,
  NAME_SURENESS,
  OVERLAPS,
  ROGUINGS,
  SELECTIONS,
  STIGMAS,
  USES,
  type Passport,
} from '#core/passport/passport.ts';

const said = <Inner extends z.ZodType>(inner: Inner) => inner.or(z.literal('unknown'));
const answer = <Inner extends z.ZodType>(inner: Inner) => said(inner).nullable();
const oneOf = <const Values extends readonly [string, ...string[]]>(values: Values) => answer(z.enum(values));
const yesNo = answer(z.boolean());
const count = answer(z.int().min(0));
const partialDate = z.string().regex(/^\d{4}(-\d{2}(-\d{2})?)?$/);
const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);
const share = z.number().min(0).max(1);

const neighbour = z.strictObject({
  what: z.string(),
  cropId: z.string().nullable(),
  metres: said(z.number().min(0)),
  overlap: said(z.enum(OVERLAPS)),
  amount: said(z.enum(AMOUNTS)),
  caged: z.boolean(),
});

const picking = z.strictObject({ on: said(day), milligrams: said(z.int().min(1)) });

const packet = z.strictObject({
  dateMeans: oneOf(DATE_MEANINGS),
  date: partialDate.nullable(),
  germination: share.nullable(),
  daysToEmerge: z.number().min(0).nullable(),
  ageYears: z.tuple([z.number(), z.number()]).nullable(),
});

/**
 * A passport as it is stored, of every release: a question that came later is null where it was not asked. Type and schema are one: whichever is
 * changed alone, this does not compile.
 */
export const storedPassport: z.ZodType<Passport> = z.strictObject({
  kind: z.enum(KINDS),
  offspring: z.boolean(),
  nameFrom: oneOf(NAME_SOURCES),
  nameSure: oneOf(NAME_SURENESS),
  boughtPlant: yesNo,
  protectedName: yesNo,
  invasive: yesNo,
  treated: yesNo,
  use: oneOf(USES),
  harvested: answer(partialDate),
  seasonsGrown: count,
  firstSource: z.string().nullable(),
  packet: packet.nullable(),
  plantsSown: count,
  plantsStanding: count,
  plantsHarvested: count,
  selection: oneOf(SELECTIONS),
  traits: z.string().nullable(),
  roguing: oneOf(ROGUINGS),
  offTypes: count,
  bolters: oneOf(BOLTERS),
  boltedWhy: oneOf(BOLT_REASONS),
  diseases: answer(z.array(z.strictObject({ name: z.string(), answer: z.enum(DISEASE_ANSWERS) }))),
  forcedByWeather: z.string().nullable(),
  pickings: answer(z.array(picking)),
  selfSown: yesNo,
  pollinatedOn: answer(day),
  pickedOn: answer(day),
  neighbours: answer(z.array(neighbour)),
  methods: z.array(z.enum(METHODS)).nullable(),
  earlierMethods: z.array(z.enum(METHODS)).nullable(),
  stigma: oneOf(STIGMAS),
  form: z.enum(FORMS),
  ripeSigns: yesNo,
  dried: oneOf(DRYINGS),
  look: z.array(z.enum(LOOKS)),
  insects: oneOf(INSECTS),
  mould: yesNo,
  storedIn: oneOf(STORED_SO_FAR),
  storedSince: answer(partialDate),
  sample: z.strictObject({ seeds: z.number().positive(), milligrams: z.number().positive() }).nullable(),
} satisfies Readonly<Record<keyof Passport, z.ZodType>>);
