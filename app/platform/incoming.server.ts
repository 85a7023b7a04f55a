import { data, type MiddlewareFunction } from 'react-router';
import { z } from 'zod';
import { actKey } from '#contracts/fields.ts';
import { readWrittenDays } from '#app/ui/writtenDays.ts';
import { celsiusOf, IN_FAHRENHEIT, IN_WHOLE_FAHRENHEIT } from '#core/units/temperature.ts';

/** Longer than any text that a page sends. */
const MOST_CHARACTERS = 20_000;
const LONGEST_QUERY_VALUE = 2_000;

const isStorable = (text: string) => !text.includes('\0') && text.isWellFormed();
const short = (most: number) => z.string().max(most).refine(isStorable);
/** A row's number: what PostgreSQL can hold and JavaScript can count. */
const rowId = z.string().regex(/^[1-9]\d{0,14}$/);
const pageNumber = z.string().regex(/^[1-9]\d{0,5}$/);

/** What may stand in an address, by the names that app/routes.ts uses. */
const PARAMETERS: Readonly<Record<string, z.ZodType>> = {
  id: rowId,
  crop: z.string().regex(/^[a-z][a-z0-9-]{0,60}$/),
  code: short(60),
  draft: z.uuid(),
  import: z.uuid(),
  act: actKey,
  token: z.string().regex(/^[\w.-]{1,200}$/),
  table: z.string().regex(/^[a-z-]{1,30}\.csv$/),
  '*': z.string(),
};

/** What may stand behind the question mark; names that are not listed are short text. */
const QUERY: Readonly<Record<string, z.ZodType>> = { page: pageNumber, loan: rowId, batch: rowId };

const refuse = (status: 400 | 404 | 405 | 413 | 415) => data(null, { status });

/**
 * Refuses what no page of ours sends, before anything reads it: another method (405), an address that cannot exist (404), a query that
 * makes no sense (400), a body that is no form (415). Runs before every loader and action.
 */
export const checkRequest: MiddlewareFunction<Response> = ({ request, params }, next) => {
  if (!['GET', 'HEAD', 'POST'].includes(request.method)) throw refuse(405);
  for (const [name, value] of Object.entries(params)) {
    if (value === undefined) continue;
    // A name that the table lacks is a mistake in the table, found by the first request.
    if (!(PARAMETERS[name] ?? z.never()).safeParse(value).success) throw refuse(404);
  }
  for (const [name, value] of new URL(request.url).searchParams)
    if (!(QUERY[name] ?? short(LONGEST_QUERY_VALUE)).safeParse(value).success && value !== '') throw refuse(400);
  if (
    request.method === 'POST' &&
    !/^(application\/x-www-form-urlencoded|multipart\/form-data)\b/i.test(request.headers.get('content-type') ?? '')
  )
    if (request.headers.get('content-length') !== '0') throw refuse(415);
  return next();
};

/** Whether a field of Conform's own holds what Conform writes: an object as JSON. */
function isState(text: string): boolean {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null && !Array.isArray(value);
  } catch {
    return false;
  }
}

/**
 * A posted form. Characters that no text holds (NUL, halves of a pair) are dropped; a state of Conform's own that cannot be read is left out.
 * @throws an answer of 400 where the body is no form, of 413 where a text is longer than any page's
 */
export async function formOf(request: Request): Promise<FormData> {
  const form = await request.formData().catch(() => {
    throw refuse(400);
  });
  const clean = new FormData();
  for (const [name, value] of form) {
    if (typeof value !== 'string') clean.append(name, value);
    else if (value.length > MOST_CHARACTERS) throw refuse(413);
    else if (!name.startsWith('__') || isState(value)) clean.append(name, value.replaceAll('\0', '').toWellFormed());
  }
  inCelsius(clean);
  readWrittenDays(clean);
  return clean;
}

/** Makes degrees Celsius of what was typed in Fahrenheit, in the fields that the form itself names. */
function inCelsius(form: FormData): void {
  for (const [marker, round] of [
    [IN_FAHRENHEIT, celsiusOf],
    [IN_WHOLE_FAHRENHEIT, (degrees: number) => Math.round(celsiusOf(degrees))],
  ] as const) {
    for (const name of form.getAll(marker)) {
      const typed = form.get(String(name));
      if (typeof typed === 'string' && typed.trim() !== '' && Number.isFinite(Number(typed)))
        form.set(String(name), String(round(Number(typed))));
    }
    form.delete(marker);
  }
}

/** The page of a list that an address asks for, from 1. */
export const pageFrom = (query: URLSearchParams): number => Number(query.get('page') ?? 1) || 1;

/**
 * Which of a page's forms was sent.
 * @throws an answer of 400 for one that the page does not have: nothing is guessed
 */
export function intentOf<Intent extends string>(form: FormData, intents: readonly Intent[]): Intent {
  const sent = form.get('intent');
  const intent = intents.find((one) => one === sent);
  if (intent === undefined) throw refuse(400);
  return intent;
}

/**
 * The key under which a form that has no other field has its one effect.
 * @throws an answer of 400 where there is none
 */
export function keyOf(form: FormData): string {
  const key = actKey.safeParse(form.get('key'));
  if (!key.success) throw refuse(400);
  return key.data;
}
