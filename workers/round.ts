/** The parts of a service worker's world that are used here; the page's own types stand for the rest. */
interface Waits extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface Fetches extends Waits {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface Hears extends Waits {
  readonly data: { readonly keep?: unknown } | null;
  readonly source: { postMessage(message: unknown): void } | null;
}
interface WorkerScope {
  readonly location: Location;
  readonly clients: { claim(): Promise<void> };
  skipWaiting(): Promise<void>;
  addEventListener(of: 'install' | 'activate', listen: (event: Waits) => void): void;
  addEventListener(of: 'message', listen: (event: Hears) => void): void;
  addEventListener(of: 'fetch', listen: (event: Fetches) => void): void;
}

const worker = self as unknown as WorkerScope;
const CACHE = 'kept-pages';
const PAGES = ['/tests/round', '/grow-outs/log'];
const TOWEL = /^\/tests\/\d+$/;
/** More towels than somebody looks at one by one in an evening. */
const MOST_TOWELS = 20;

// Keeps the count round, towels and the season's log for shed and garden: these pages and the files they are made of, and nothing else. Signing out forgets them.
worker.addEventListener('install', () => void worker.skipWaiting());
worker.addEventListener('activate', (event) => event.waitUntil(begin()));

worker.addEventListener('message', (event) => {
  const paths = event.data?.keep;
  if (!Array.isArray(paths)) return;
  const { source } = event;
  event.waitUntil(keep(paths.filter((path): path is string => typeof path === 'string')).then((kept) => source?.postMessage({ kept })));
});

worker.addEventListener('fetch', (event) => {
  const { origin, pathname } = new URL(event.request.url);
  if (origin !== worker.location.origin) return;
  // With scripts the form goes to the page's data, without them to the page itself.
  if (pathname === '/sign-out' || pathname === '/sign-out.data') event.waitUntil(caches.delete(CACHE));
  if (event.request.method === 'GET' && (PAGES.includes(pathname) || TOWEL.test(pathname) || pathname.startsWith('/assets/')))
    event.respondWith(fetch(event.request).catch(async () => (await caches.match(pathname, { cacheName: CACHE })) ?? Response.error()));
});

/** What an earlier version kept under another name is not left behind. */
async function begin(): Promise<void> {
  for (const name of await caches.keys()) if (name !== CACHE) await caches.delete(name);
  await worker.clients.claim();
}

/** @returns whether all of them are kept */
async function keep(paths: readonly string[]): Promise<boolean> {
  const cache = await caches.open(CACHE);
  const done = await Promise.all(
    paths.map(async (path) => {
      const response = await fetch(path, { credentials: 'same-origin' }).catch(() => null);
      // Somebody who is not signed in would be led elsewhere: that page is not kept in its place.
      if (!response?.ok || response.redirected) return false;
      await cache.put(path, response);
      return true;
    }),
  );
  const towels = (await cache.keys()).filter(({ url }) => TOWEL.test(new URL(url).pathname));
  for (const towel of towels.slice(0, -MOST_TOWELS)) await cache.delete(towel);
  return done.every(Boolean);
}
