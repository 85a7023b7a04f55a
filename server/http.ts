import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { ServerBuild } from 'react-router';

const A_YEAR = '365d';

/**
 * Every post must come from a page of this very site. Browsers always say where a post comes from, so silence is refused too.
 * @param publicOrigin the address that people use; behind a proxy it differs from the one this process hears
 */
export function sameOriginOnly(publicOrigin: string): RequestHandler {
  return (request, response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD') return next();
    const { origin, host } = request.headers;
    if (origin !== undefined && (origin === publicOrigin || (URL.canParse(origin) && new URL(origin).host === host))) return next();
    response
      .status(403)
      .type('text')
      .send('This was sent from another site, so nothing was done. Go back to the library’s own page and try again.');
  };
}

const MOST_BYTES = 1_000_000;

/**
 * A post says how long it is, and is short. Photos are longer and go to the bench and to tests only: its action looks at the length
 * before it reads, to say so beside the field.
 */
export const shortPostsOnly: RequestHandler = (request, response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  const length = Number(request.headers['content-length'] ?? Number.NaN);
  const isPhoto = /^\/(bench|tests)\//.test(request.path) && /^multipart\/form-data/i.test(request.headers['content-type'] ?? '');
  if (Number.isNaN(length) && request.headers['transfer-encoding'] !== undefined)
    return void response.status(411).type('text').send('Say how long this is: it was sent without its length, so nothing was done.');
  if (length > MOST_BYTES && !isPhoto)
    return void response.status(413).type('text').send('That is too much for one form. Nothing was done.');
  next();
};

/** The HTTP side: headers, files, origin check, then the application. It keeps no state, so several may run side by side. */
export function makeHttp(build: ServerBuild, options: { publicUrl: string; trustedProxies: number; assets: string }): Express {
  const http = express();
  http.disable('x-powered-by');
  http.set('trust proxy', options.trustedProxies);
  http.use(
    // The page's own policy, with its nonce, is set where the page is made.
    helmet({
      contentSecurityPolicy: false,
      referrerPolicy: { policy: 'same-origin' },
      strictTransportSecurity: options.publicUrl.startsWith('https:'),
    }),
  );
  http.use('/assets', express.static(`${options.assets}/assets`, { immutable: true, maxAge: A_YEAR, index: false }));
  http.use(express.static(options.assets, { maxAge: '1h', index: false }));
  http.use(compression());
  http.use(sameOriginOnly(options.publicUrl));
  http.use(shortPostsOnly);
  http.use((request, _response, next) => {
    request.headers['x-granary-machine'] = request.ip ?? 'unknown';
    next();
  });
  http.all('*path', createRequestHandler({ build }));
  http.all('/', createRequestHandler({ build }));
  return http;
}
