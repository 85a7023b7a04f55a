import { data, type MiddlewareFunction } from 'react-router';
import { isDatabaseAbsent } from '#data/databaseErrors.ts';

const RETRY_AFTER = '3';
/** Visits during which the database went away. */
const without = new WeakSet<object>();

/** Keeps in mind that a request failed because the database cannot be reached. */
export function noteAbsence(error: unknown, context: object): void {
  if (isDatabaseAbsent(error)) without.add(context);
}

/** Outermost of all: a request that failed for want of the database is answered with 503, come again a little later. */
export const tellAbsence: MiddlewareFunction<Response> = async ({ context }, next) => {
  const response = await next();
  if (!without.has(context) || response.status < 500) return response;
  const headers = new Headers(response.headers);
  headers.set('retry-after', RETRY_AFTER);
  return new Response(response.body, { status: 503, headers });
};

/** @throws the page of 503 where the database cannot be reached, else the error itself */
export function failed(error: unknown, context: object): never {
  noteAbsence(error, context);
  throw isDatabaseAbsent(error) ? data(null, { status: 503 }) : error;
}
