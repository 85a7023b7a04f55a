import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, request as apiRequest, test, type APIRequestContext } from './granary.ts';
import { findSamples, mayEnter, PLACES, VISITORS, type Samples, type Visitor } from './places.ts';
import { stateOf } from './roles.ts';

const baseURL = process.env['PUBLIC_URL']!;

const asVisitor = (visitor: Visitor): Promise<APIRequestContext> =>
  apiRequest.newContext({ baseURL, maxRedirects: 0, ...(visitor !== 'stranger' && { storageState: stateOf(visitor) }) });

let samples: Samples;
test.beforeAll(async () => {
  const coordinator = await asVisitor('coordinator');
  samples = await findSamples(coordinator);
  await coordinator.dispose();
});

const routes = readFileSync(join(import.meta.dirname, '../../app/routes.ts'), 'utf8');

/** A route's own id, by which its data can be asked for alone, past its parents' loaders. */
function idOf(route: string): string {
  const file =
    route === ''
      ? /index\('([^']+)'\)/.exec(routes)?.[1]
      : new RegExp(`route\\('${route.replace(/[*?]/g, '\\$&')}', '([^']+)'`).exec(routes)?.[1];
  return file!.replace(/\.tsx?$/, '');
}

test('every route of the application stands in this table', () => {
  const paths = [...routes.matchAll(/route\('([^']+)'/g)].map((match) => match[1]);
  expect(PLACES.map(({ route }) => route).sort()).toEqual(['', ...paths].sort());
});

/** The data address of a page, as the application's own navigation asks for it. */
function dataAddress(path: string): string {
  const [page, query] = path.split('?');
  return `${page === '/' ? '/_root' : page}.data${query ? `?${query}` : ''}`;
}

/** Refused means: sent to sign in, or told that it is not for this role; said in the status or in the data's own redirect. */
async function verdictOn(answer: Awaited<ReturnType<APIRequestContext['get']>>): Promise<'let in' | 'refused'> {
  const text = await answer.text();
  if (answer.status() === 403 || (answer.status() === 302 && (answer.headers()['location'] ?? '').startsWith('/sign-in'))) return 'refused';
  if (answer.status() === 202 && text.includes('"redirect","/sign-in')) return 'refused';
  return 'let in';
}

for (const visitor of VISITORS) {
  for (const place of PLACES) {
    const allowed = mayEnter(visitor, place.who) ? 'let in' : 'refused';
    test(`${visitor} at /${place.route}: page and data ${allowed}`, async () => {
      const session = await asVisitor(visitor);
      const path = place.path(samples);
      expect(await verdictOn(await session.get(path))).toBe(place.route === 'sign-out' || place.route === 'theme' ? 'let in' : allowed);
      if (place.page) {
        expect(await verdictOn(await session.get(dataAddress(path)))).toBe(allowed);
        const alone = `${dataAddress(path)}${path.includes('?') ? '&' : '?'}_routes=${encodeURIComponent(idOf(place.route))}`;
        expect(await verdictOn(await session.get(alone))).toBe(allowed);
      }
      await session.dispose();
    });
  }
}

for (const visitor of VISITORS) {
  for (const place of PLACES.filter(({ posts }) => posts !== 'nobody' && posts !== 'everybody')) {
    const allowed = mayEnter(visitor, place.posts as Exclude<typeof place.posts, 'nobody'>) ? 'let in' : 'refused';
    test(`${visitor} posting to /${place.route}: ${allowed}`, async () => {
      const session = await asVisitor(visitor);
      for (const path of [place.path(samples), dataAddress(place.path(samples))]) {
        const answer = await session.post(path, { form: { intent: 'edit', nothing: 'filled in' }, headers: { origin: baseURL } });
        expect(await verdictOn(answer)).toBe(allowed);
      }
      await session.dispose();
    });
  }
}

test('a helper can neither give nor end anybody’s access', async () => {
  const helper = await asVisitor('helper');
  for (const intent of ['grant', 'end', 'erase']) {
    const answer = await helper.post(`/people/${samples.person}/edit`, {
      form: { intent, key: crypto.randomUUID(), email: 'x@house.example', role: 'coordinator' },
      headers: { origin: baseURL },
    });
    expect(answer.status()).toBe(403);
  }
  await helper.dispose();
});

test('a member sees own loans and nobody else’s', async () => {
  const member = await asVisitor('member');
  const page = await (await member.get('/mine')).text();
  expect(page).toContain('Long Siding');
  expect(page).not.toMatch(/Hylda Tine|Rowan|555 01/);
  await member.dispose();
});

test('a stranger who scans a packet sees how to sow and save, never a person or a place', async () => {
  const stranger = await asVisitor('stranger');
  const page = await (await stranger.get(`/s/${samples.code}`)).text();
  expect(page).toContain('To save seed');
  expect(page).not.toMatch(
    /Alder Row|Signal Bank|Platform beds|Upper Wend|Lower Lock|Mill Leat|signal box|lever room|Windrush|Marrin|Thackwell/,
  );
  await stranger.dispose();
});
