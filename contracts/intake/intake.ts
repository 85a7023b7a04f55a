import { z } from 'zod';
import { actKey, lotCode, shownRow, words } from '#contracts/fields.ts';
import { back } from '#contracts/intake/back.ts';
import type { Interview } from '#contracts/intake/interview.ts';
import { storedPassport } from '#contracts/intake/passport.ts';
import { reason } from '#contracts/stock/stock.ts';
import { ORIGINS } from '#core/lots/words.ts';

const amount = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('count'), seeds: z.int().min(1), approximate: z.boolean() }),
  z.object({ kind: z.literal('weight'), milligrams: z.int().min(1), approximate: z.boolean() }),
]);

/** An interview that was read: what a lot is taken in with. Type and schema are one, as in `storedPassport`. */
const interview: z.ZodType<Interview> = z.object({
  source: z.enum(ORIGINS),
  cropId: z.string().min(1),
  variety: z.string().min(1),
  varietyIsNew: z.boolean(),
  donor: z.string().nullable(),
  donorIsNew: z.boolean(),
  sureHarvested: z.boolean(),
  gardenIsNew: z.boolean(),
  garden: z.string().nullable(),
  gardenPlace: z.string().nullable(),
  passport: storedPassport,
  brought: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('seed'), amount, typed: z.string() }),
    z.object({ kind: z.literal('uncleaned'), typed: z.string() }),
  ]),
  place: z.string().min(1),
  container: z.string().min(1),
  note: z.string().nullable(),
  keepsLoanOpen: z.boolean(),
});

/** Taking a lot in, or seed back from a loan or a grow-out; the draft it was asked in is done with. */
export const intakeInput = z.object({ key: actKey, draftId: z.uuid().nullable(), back: back.nullable(), interview });

/** A half-done interview that is thrown away. */
export const dropDraftInput = z.object({ key: actKey, draftId: z.uuid() });

/** Seed that was brought and not taken in. */
export const refuseSeedInput = z.object({
  key: actKey,
  draftId: z.uuid().nullable(),
  what: z.string().max(200),
  why: words(300, 'withdrawal reason: missing'),
});

export const passportCorrection = z.object({ key: actKey, code: lotCode, passport: storedPassport, why: reason, shown: shownRow });
