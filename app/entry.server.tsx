import { randomBytes } from 'node:crypto';
import { PassThrough } from 'node:stream';
import { createReadableStreamFromReadable } from '@react-router/node';
import { renderToPipeableStream } from 'react-dom/server';
import {
  isRouteErrorResponse,
  ServerRouter,
  type EntryContext,
  type HandleDataRequestFunction,
  type HandleErrorFunction,
} from 'react-router';
import { isDatabaseAbsent } from '#data/databaseErrors.ts';
import { troubleLine } from '#services/advice.server.ts';
import { noteReason } from './platform/reason.server.ts';
import { log } from './platform/log.server.ts';

const GIVE_UP_MS = 10_000;
/** What is said to one is for nobody else, and not to be found in a browser or a proxy when they have signed out. */
const NOT_KEPT = 'private, no-store';

/** A page's data alone, as the application's own navigation asks for it. */
export const handleDataRequest: HandleDataRequestFunction = (response) => {
  response.headers.set('cache-control', NOT_KEPT);
  return response;
};

/** Scripts only with this page's nonce or from this site; styles likewise, but for style attributes, which pictures use for positions. */
function contentSecurityPolicy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

export default function handleRequest(request: Request, status: number, headers: Headers, context: EntryContext): Promise<Response> {
  const nonce = randomBytes(16).toString('base64');
  headers.set('content-type', 'text/html; charset=utf-8');
  headers.set('content-security-policy', contentSecurityPolicy(nonce));
  headers.set('cache-control', NOT_KEPT);
  return new Promise((resolve, reject) => {
    const answer = () => {
      const body = new PassThrough();
      resolve(new Response(createReadableStreamFromReadable(body), { headers, status }));
      pipe(body);
    };
    const { pipe, abort } = renderToPipeableStream(<ServerRouter context={context} url={request.url} nonce={nonce} />, {
      nonce,
      // Loaders have awaited all they show, so the whole page is ready with its shell, and readable before scripts.
      onAllReady: () => {
        clearTimeout(late);
        answer();
      },
      onShellError: (error) => {
        clearTimeout(late);
        reject(error);
      },
    });
    // Cleared as soon as the page is there: what a timer holds stays in memory.
    const late = setTimeout(abort, GIVE_UP_MS);
  });
}

/** Writes a trouble down with what to do about it, and a bug with where it came about; expected answers (not found, not allowed) are neither. */
export const handleError: HandleErrorFunction = (error, { request, context }) => {
  if (noteReason(error, context) || request.signal.aborted || isRouteErrorResponse(error)) return;
  const of = { method: request.method, path: new URL(request.url).pathname };
  if (isDatabaseAbsent(error)) log.error(of, `a request failed: ${troubleLine(error)}`);
  else log.error({ ...of, err: error }, `a request failed: ${troubleLine(error)}`);
};
