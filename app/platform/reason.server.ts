import { data, redirect, type MiddlewareFunction } from 'react-router';
import { isDatabaseAbsent } from '#data/databaseErrors.ts';
import { NotAllowed, SentBefore } from '#services/perform.server.ts';

const RETRY_AFTER = '3';
/** Visits that failed for a reason that is no bug, with the status that says so. */
const reasons = new WeakMap<object, 403 | 503 | { readonly sentBefore: string }>();

/** Keeps in mind why a request failed, where that is no bug: the database cannot be reached, or the visitor may not. @returns whether it is one */
export function noteReason(error: unknown, context: object): boolean {
  if (isDatabaseAbsent(error)) reasons.set(context, 503);
  if (error instanceof NotAllowed) reasons.set(context, 403);
  if (error instanceof SentBefore) reasons.set(context, { sentBefore: error.key });
  return error instanceof NotAllowed || error instanceof SentBefore;
}

/** Outermost of all. Nothing is kept by browsers and proxies unless it may be. A request that failed for want of the database is answered with 503, come again a little later; one that was not allowed with 403; one whose key was used before is led to what was done then. */
export const tellReason: MiddlewareFunction<Response> = async ({ context }, next) => {
  const response = await next();
  // What is said to one is for nobody else; what may be kept says so itself.
  if (!response.headers.has('cache-control')) response.headers.set('cache-control', 'private, no-store');
  const status = reasons.get(context);
  if (!status || response.status < 500) return response;
  if (typeof status === 'object') return redirect(`/sent-before/${status.sentBefore}`);
  const headers = new Headers(response.headers);
  if (status === 503) headers.set('retry-after', RETRY_AFTER);
  return new Response(response.body, { status, headers });
};

/** @throws the page of 503 where the database cannot be reached, else the error itself */
export function failed(error: unknown, context: object): never {
  noteReason(error, context);
  throw isDatabaseAbsent(error) ? data(null, { status: 503 }) : error;
}
