import { z } from 'zod';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { parseWhen } from '#core/calendar/when.ts';
import { CONTAINER_NAMES } from '#core/stock/containers.ts';
import { parseAmount } from '#core/units/parseAmount.ts';
import { MOST_PHOTO_BYTES, PHOTO_TROUBLE } from './photos.ts';

/** The key made when a form was shown: the same key has one effect, however often it is sent. */
export const actKey = z.uuid();

const MOST_ROWS = Number.MAX_SAFE_INTEGER;
const MOST_VERSIONS = 2_147_483_647;

/** The number of a row, out of a form's text. */
export const rowNumber = z.coerce.number().int().min(1).max(MOST_ROWS);

/** Which version of a record a form was shown. */
export const rowVersion = z.coerce.number().int().min(0).max(MOST_VERSIONS);

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
  z.string({ error: missing }).trim().min(1, missing).max(most, `Keep it under ${most} characters`);

/** A line of text that may be left empty, and is then null. */
export const maybeWords = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `Keep it under ${most} characters`)
    .optional()
    .transform((text) => text || null);

/** What seed is kept in. */
export const container = z.enum(CONTAINER_NAMES, { error: 'What is it in?' });

/** A box that was ticked or not. */
export const tick = z.boolean().optional().transform(Boolean);

/** A calendar day from a date field. */
export const day = z.string({ error: 'Say which day' }).refine(isIsoDate, 'There is no such day');

export const emailAddress = z
  .string({ error: 'Type the e-mail address' })
  .trim()
  .max(200)
  .pipe(z.email('That is not an e-mail address: it needs an @ and a domain'));

/** An e-mail address that may be left empty, and is then null. */
export const maybeEmail = maybeWords(200).pipe(z.email('That is not an e-mail address: it needs an @ and a domain').nullable());

export const newPassword = z
  .string({ error: 'Choose a password' })
  .min(12, 'Use at least 12 characters: three or four words make a good one')
  .max(200, 'Keep it under 200 characters');

/** An IANA time zone that this machine knows. */
export const timeZone = z.string({ error: 'Say which time zone' }).refine((zone) => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}, 'No such time zone: write it like Atlantic/Azores');

/** A day of the year, `MM-DD`, that exists in a leap year. */
export const monthDay = z
  .string({ error: 'Say which day of the year' })
  .refine((text) => /^\d{2}-\d{2}$/.test(text) && isIsoDate(`2024-${text}`), 'Write it as month-day, like 05-12');

export const AMOUNT_TROUBLE = {
  empty: 'How much is there? Write it as on the envelope: 180 g, 1 lb 6 oz, about 300 seeds',
  'no unit': 'Seeds, grams or ounces? Write the unit too',
  unreadable: 'That cannot be read. Try 180 g, 1 lb 6 oz or about 300 seeds',
  'not positive': 'An amount is more than nothing',
  'too much': 'That is more than a seed library can hold. Check the unit',
} as const;

/** An amount as people write it, read into whole units. */
export const amount = z
  .string({ error: AMOUNT_TROUBLE.empty })
  .trim()
  .max(80)
  .transform((text, context) => {
    const read = parseAmount(text);
    if (read.ok) return { ...read.amount, typed: text };
    context.addIssue({ code: 'custom', message: AMOUNT_TROUBLE[read.why] });
    return z.NEVER;
  });

/** What is wrong with a date that was typed. */
export const DATE_TROUBLE = {
  unreadable: 'Write the year, or month and year: 2024, Sep 2024, 12 Sep 2024',
  impossible: 'There is no such month or day',
} as const;

export const DISTANCE_TROUBLE = {
  unreadable: 'Write a distance with its unit: 60 m, 200 ft, 0.5 km',
  negative: 'A distance cannot be less than nothing',
  'too far': 'That is farther than pollen matters: leave it empty if unknown',
} as const;

/** A share in per cent, as people write it, to 0 to 1; null when left empty. */
export const maybePercent = z
  .string()
  .trim()
  .optional()
  .transform((text, context) => {
    if (!text) return null;
    const share = Number(text.replace(/[%\s]/g, '').replace(',', '.')) / 100;
    if (share > 0 && share <= 1) return share;
    context.addIssue({ code: 'custom', message: 'Humidity is 1 to 100 %' });
    return z.NEVER;
  });

const WHEN_TROUBLE = {
  unreadable: 'Write it like 6 h ago, yesterday 18:00 or 21 Nov',
  impossible: 'There is no such day or hour',
} as const;

/** A past moment as people write it; nothing, where it is left empty, is now. */
export const maybeWhen = z
  .string()
  .trim()
  .max(40, WHEN_TROUBLE.unreadable)
  .transform((text, context) => {
    if (!text) return null;
    const read = parseWhen(text);
    if (read.ok) return read.when;
    context.addIssue({ code: 'custom', message: WHEN_TROUBLE[read.why] });
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
    context.addIssue({ code: 'custom', message: PHOTO_TROUBLE['too large'] });
    return z.NEVER;
  });
