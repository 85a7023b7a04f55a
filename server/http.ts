import { createRequestHandler } from '@react-router/express';
import { createServer, type RequestListener, type Server } from 'node:http';
import compression from 'compression';
import expressStaticGzip from 'express-static-gzip';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { MOST_SHEET_FORM_BYTES } from '#contracts/exchange/upload.ts';
import type { ServerBuild } from 'react-router';

const A_YEAR = '365d';

/**
 * Every post must come from a page of this very site. Browsers always say where a post comes from, so silence is refused too.
 * @param publicOrigin the address that people use; behind a proxy it differs from the one this process hears
 * @param warn told once of each address that posts come from and that this server does not know: a proxy or `PUBLIC_URL` may be set wrongly
 */
export function sameOriginOnly(publicOrigin: string, warn: (message: string) => void): RequestHandler {
  const warnedOf = new Set<string>();
  return (request, response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD') return next();
    const { origin, host } = request.headers;
    if (origin === publicOrigin) {
      // A proxy may not hand on the name it was asked for. What comes after compares the two again.
      request.headers.host = new URL(publicOrigin).host;
      delete request.headers['x-forwarded-host'];
      return next();
    }
    const isAddress = origin !== undefined && URL.canParse(origin);
    if (isAddress && new URL(origin).host === host) return next();
    const from = isAddress ? new URL(origin).origin : null;
    if (from && !warnedOf.has(from) && warnedOf.size < MOST_WARNINGS) {
      warnedOf.add(from);
      warn(`a post from ${from} was refused: this server knows itself as ${publicOrigin}. If that is the library, set PUBLIC_URL=${from}`);
    }
    response
      .status(403)
      .type('text')
      .send(
        from
          ? `This was sent from ${from}, but this server’s address is set to ${publicOrigin}, so nothing was saved. If you are on the library’s own page, ask whoever runs the server to set PUBLIC_URL to ${from}.`
          : 'This was sent from another site, so nothing was saved. Go back to the library’s own page and try again.',
      );
  };
}

/** Anybody may send from any address; the log is not theirs to fill. */
const MOST_WARNINGS = 20;

const METHODS = ['GET', 'HEAD', 'POST'];

/**
 * Turns away what is no request to a web site of ours, before the application sees it: other methods, a `Host` that is none, an address with
 * two slashes at its head (read as another site when it is redirected to) or with half an escape. A client of HTTP/1.0 names no host: it means us.
 */
function soundRequestsOnly(publicUrl: string): RequestHandler {
  const ours = new URL(publicUrl).host;
  return (request, response, next) => {
    if (!METHODS.includes(request.method))
      return void response
        .status(405)
        .set('allow', METHODS.join(', '))
        .type('text')
        .send('This address does not accept that kind of request.');
    request.headers.host ??= ours;
    if (!/^[\w.-]{1,253}(:\d{1,5})?$|^\[[\da-f:]+\](:\d{1,5})?$/i.test(request.headers.host))
      return void response.status(400).type('text').send('The request has no valid host name.');
    if (/^\/[/\\]/.test(request.url) || !isDecodable(request.path))
      return void response.status(404).type('text').send('This page does not exist.');
    next();
  };
}

function isDecodable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

const MOST_BYTES = 1_000_000;
/** Pages to which a photo may come. They look at the length before they read, to say beside the field that a photo is too large. */
const TAKES_PHOTOS = /^\/(bench|tests)\/\d+(\.data)?$/;
const MOST_PHOTO_FORM_BYTES = 100_000_000;
/** The pages to which a file of sheets or a listing may come. */
const TAKES_SHEETS = /^\/(import|listings|swaps)(\.data)?$/;

/** A post says how long it is, and is short, whatever it calls itself; where photos come it may be longer. Nothing of a longer one is read. */
export const shortPostsOnly: RequestHandler = (request, response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  const length = Number(request.headers['content-length'] ?? Number.NaN);
  if (Number.isNaN(length) && request.headers['transfer-encoding'] !== undefined)
    return void response.status(411).type('text').send('The request was sent without its length, so nothing was saved.');
  const most = TAKES_PHOTOS.test(request.path)
    ? MOST_PHOTO_FORM_BYTES
    : TAKES_SHEETS.test(request.path)
      ? MOST_SHEET_FORM_BYTES
      : MOST_BYTES;
  if (length > most)
    return void response.status(413).set('connection', 'close').type('text').send('This form is too large. Nothing was saved.');
  next();
};

/**
 * Serves an application, and gives up on whoever takes too long to say what they want.
 * @param limits milliseconds for the head of a request and for all of it; a photo over a slow line takes a minute or two
 */
export function makeServer(application: RequestListener, limits = { head: 10_000, whole: 180_000, checkEvery: 2_000 }): Server {
  return createServer(
    {
      headersTimeout: limits.head,
      requestTimeout: limits.whole,
      connectionsCheckingInterval: limits.checkEvery,
      requireHostHeader: false,
      // Longer than browsers and proxies keep an idle connection: else one is closed just as a form is sent on it.
      keepAliveTimeout: 75_000,
    },
    application,
  );
}

/** Files as the build packed them, once and well, where the browser takes them so; else as they are. */
const packed = (folder: string, serveStatic: { readonly maxAge: string | number; readonly immutable?: boolean }) =>
  expressStaticGzip(folder, { enableBrotli: true, orderPreference: ['br', 'gz'], index: false, serveStatic });

/**
 * Pages and their data are ready before the first byte of them is sent. React Router would have each small piece packed and sent off by itself, which
 * takes longer and packs worse.
 */
const packedWhole: RequestHandler = (_request, response, next) => {
  Object.assign(response, { flush: undefined });
  next();
};

/**
 * Whoever sends a long answer waits, piece by piece, until there is room again. What packs answers hands such waiting on to the stream that packs, and never
 * takes it back: Node.js then warns of a leak with each long answer. All who wait are told by one listener here.
 */
export const oneDrain: RequestHandler = (_request, response, next) => {
  type Listener = () => void;
  const waiting = new Set<Listener>();
  const { once, off } = response;
  Object.assign(response, {
    once(event: string, listener: Listener) {
      if (event !== 'drain') return once.call(response, event, listener);
      waiting.add(listener);
      return response;
    },
    off(event: string, listener: Listener) {
      if (event !== 'drain') return off.call(response, event, listener);
      waiting.delete(listener);
      return response;
    },
  });
  response.on('drain', () => {
    const told = [...waiting];
    waiting.clear();
    for (const listener of told) listener();
  });
  next();
};

/** The HTTP side: headers, files, origin check, then the application. It keeps no state, so several may run side by side. */
export function makeHttp(
  build: ServerBuild,
  options: { publicUrl: string; trustedProxies: number; assets: string; warn: (message: string) => void },
): Express {
  const http = express();
  http.disable('x-powered-by');
  http.use(soundRequestsOnly(options.publicUrl));
  http.set('trust proxy', options.trustedProxies);
  http.use(
    // The page's own policy, with its nonce, is set where the page is made.
    helmet({
      contentSecurityPolicy: false,
      referrerPolicy: { policy: 'same-origin' },
      strictTransportSecurity: options.publicUrl.startsWith('https:'),
    }),
  );
  http.use('/assets', packed(`${options.assets}/assets`, { immutable: true, maxAge: A_YEAR }));
  http.use(packed(options.assets, { maxAge: '1h' }));
  http.use(compression());
  http.use(packedWhole, oneDrain);
  http.use(sameOriginOnly(options.publicUrl, options.warn));
  http.use(shortPostsOnly);
  http.use((request, _response, next) => {
    request.headers['x-granary-machine'] = request.ip ?? 'unknown';
    next();
  });
  http.all('*path', createRequestHandler({ build }));
  http.all('/', createRequestHandler({ build }));
  return http;
}
