import { z } from 'zod';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { readMonthDay } from '#core/calendar/readDay.ts';
import { parseWhen } from '#core/calendar/when.ts';
import { refusal } from '#core/kernel/refusal.ts';
import { CONTAINER_NAMES } from '#core/stock/containers.ts';
import { parseAmount } from '#core/units/parseAmount.ts';
import { MOST_PHOTO_BYTES } from './photos.ts';

/** The key made when a form was shown: the same key has one effect, however often it is sent. */
export const actKey = z.uuid();

const MOST_ROWS = Number.MAX_SAFE_INTEGER;
const MOST_VERSIONS = 2_147_483_647;

/** The number of a row, out of a form's text. */
export const rowNumber = z.coerce.number().int().min(1).max(MOST_ROWS);

/** Which version of a record a form was shown. */
export const rowVersion = z.coerce.number().int().min(0).max(MOST_VERSIONS);

/** The newest row of a history that a form was shown; 0 where there was none. */
export const shownRow = z.coerce.number().int().min(0).max(MOST_ROWS);

/** A word for the record that a form was shown. */
export const shownWord = z.string({ error: 'shown: missing' }).min(1, 'shown: missing').max(60, 'shown: missing');

/** The code of a lot, as on its label. */
export const lotCode = z.string().trim().min(1).max(60);

/** The forms of a page whose address says what they are about. */
export const ofLot = <Form extends z.ZodType>(form: Form) => form.and(z.object({ code: lotCode }));
export const ofBatch = <Form extends z.ZodType>(form: Form) => form.and(z.object({ batchId: rowNumber }));
export const ofTest = <Form extends z.ZodType>(form: Form) => form.and(z.object({ testId: rowNumber }));

export const ofLoan = <Form extends z.ZodType>(form: Form) => form.and(z.object({ loanId: rowNumber }));
export const ofPerson = <Form extends z.ZodType>(form: Form) => form.and(z.object({ personId: rowNumber }));
export const ofLine = <Form extends z.ZodType>(form: Form) => form.and(z.object({ id: rowNumber }));
export const ofCrop = <Form extends z.ZodType>(form: Form) => form.and(z.object({ cropId: z.string().min(1).max(60) }));

/** A form with nothing in it but its key. */
export const bareForm = z.object({ key: actKey });

/** The address of a calendar, as the hex of its hash. */
export const feedInput = bareForm.extend({ hash: z.string().regex(/^[0-9a-f]{64}$/) });

/** A line of text that must be there. */
export const words = (most: number, missing: string) =>
  z.string({ error: missing }).trim().min(1, missing).max(most, refusal('text: too long', most));

/** A figure that looked wrong and was confirmed, as it was typed: it holds for that figure only. */
export const sure = z.string().trim().max(80, refusal('text: too long', 80)).optional();

/** A line of text that may be left empty, and is then null. */
export const maybeWords = (most: number) =>
  z
    .string()
    .trim()
    .max(most, refusal('text: too long', most))
    .optional()
    .transform((text) => text || null);

/** What seed is kept in. */
export const container = z.enum(CONTAINER_NAMES, { error: 'container: missing' });

/** A whole number that may be left empty, and is then null. */
export const maybeCount = (most: number) =>
  z
    .int({ error: 'number: not whole' })
    .min(0, 'number: check')
    .max(most, 'number: check')
    .optional()
    .transform((count) => count ?? null);

/** Square metres, more than none. */
export const area = z.number({ error: 'area: unreadable' }).gt(0, 'area: zero').max(100_000, 'area: too large');

/** Square metres that may be left empty, and are then null. */
export const maybeArea = area.optional().transform((squareMetres) => squareMetres ?? null);

/** A box that was ticked or not. */
export const tick = z.boolean().optional().transform(Boolean);

/** A calendar day from a date field. */
export const day = z.string({ error: 'day: missing' }).refine(isIsoDate, 'day: impossible');

export const emailAddress = z.string({ error: 'e-mail: missing' }).trim().max(200).pipe(z.email('e-mail: unreadable'));

/** An e-mail address that may be left empty, and is then null. */
export const maybeEmail = maybeWords(200).pipe(z.email('e-mail: unreadable').nullable());

export const newPassword = z
  .string({ error: 'password: not chosen' })
  .min(12, 'password: too short')
  .max(200, refusal('text: too long', 200));

/** An IANA time zone that this machine knows. */
export const timeZone = z.string({ error: 'time zone: missing' }).refine((zone) => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}, 'time zone: unknown');

/** A day of the year as people write it, `8 May`, read into `MM-DD`; it exists in a leap year. */
export const monthDay = z.string({ error: 'month-day: missing' }).transform((text, context) => {
  const read = readMonthDay(text);
  if (read !== null) return read;
  context.addIssue({ code: 'custom', message: 'month-day: unreadable' });
  return z.NEVER;
});

/** An amount as people write it, read into whole units. */
export const amount = z
  .string({ error: 'amount: empty' })
  .trim()
  .max(80)
  .transform((text, context) => {
    const read = parseAmount(text);
    if (read.ok) return { ...read.amount, typed: text };
    context.addIssue({ code: 'custom', message: `amount: ${read.why}` });
    return z.NEVER;
  });

/** A share in per cent, as people write it, to 0 to 1; null when left empty. */
export const maybePercent = z
  .string()
  .trim()
  .optional()
  .transform((text, context) => {
    if (!text) return null;
    const share = Number(text.replace(/[%\s]/g, '').replace(',', '.')) / 100;
    if (share > 0 && share <= 1) return share;
    context.addIssue({ code: 'custom', message: 'humidity: out of range' });
    return z.NEVER;
  });

/** A past moment as people write it; nothing, where it is left empty, is now. */
export const maybeWhen = z
  .string()
  .trim()
  .max(40, 'when: unreadable')
  .transform((text, context) => {
    if (!text) return null;
    const read = parseWhen(text);
    if (read.ok) return read.when;
    context.addIssue({ code: 'custom', message: `when: ${read.why}` });
    return z.NEVER;
  })
  .optional();

/** A photo that may be left out, and is then null; only its size is known yet. */
export const maybePhoto = z
  .union([z.instanceof(Blob), z.string()])
  .optional()
  .transform((sent, context) => {
    if (sent === undefined || sent === '' || (sent instanceof Blob && sent.size === 0)) return null;
    if (sent instanceof Blob && sent.size <= MOST_PHOTO_BYTES) return sent;
    context.addIssue({ code: 'custom', message: 'photo: too large' });
    return z.NEVER;
  });
