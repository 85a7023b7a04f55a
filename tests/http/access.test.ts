import { expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { idOf, ROUTES, mayEnter, PLACES, VISITORS, type Place } from '../support/places.ts';
import { dataAddress, inParallel, sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();

/** Outcomes of a request that was let in: a page, a way on, or a form that wants something else filled in. Never an error of the server. */
const LET_IN = [200, 202, 204, 302, 400, 404, 409];

/** Refused means: sent to sign in, or told that it is not for this role; said in the status or in the data's own redirect. */
async function verdictOn(answer: Response): Promise<string> {
  const text = await answer.text();
  if (answer.status === 403 || (answer.status === 302 && (answer.headers.get('location') ?? '').startsWith('/sign-in'))) return 'refused';
  if (answer.status === 202 && text.includes('"redirect","/sign-in')) return 'refused';
  return LET_IN.includes(answer.status) ? 'let in' : `${answer.status}`;
}

test('every route of the application stands in the table', () => {
  const paths = [...ROUTES.matchAll(/route\('([^']+)'/g)].map((match) => match[1]);
  expect(PLACES.map(({ route }) => route).sort()).toEqual(['', ...paths].sort());
});

test.each(VISITORS)('a %s gets the pages and the data of the table, and no others', async (visitor) => {
  const session = sessionOf(sample.library, visitor);
  const addresses = PLACES.flatMap((place) => {
    const path = place.path(sample.samples);
    const allowed = mayEnter(visitor, place.who) ? 'let in' : 'refused';
    if (place.route === 'sign-out' || place.route === 'theme') return [{ path, allowed: 'let in' }];
    if (!place.page) return [{ path, allowed }];
    const alone = `${dataAddress(path)}${path.includes('?') ? '&' : '?'}_routes=${encodeURIComponent(idOf(place.route))}`;
    return [path, dataAddress(path), alone].map((address) => ({ path: address, allowed }));
  });
  const told = await inParallel(addresses, async ({ path }) => `${path}: ${await verdictOn(await session.get(path))}`);
  expect(told).toEqual(addresses.map(({ path, allowed }) => `${path}: ${allowed}`));
});

const takesPosts = ({ posts }: Place) => posts !== 'nobody' && posts !== 'everybody';

test.each(VISITORS)('a %s posts where the table says, and nowhere else', async (visitor) => {
  const session = sessionOf(sample.library, visitor);
  const addresses = PLACES.filter(takesPosts).flatMap((place) => {
    const path = place.path(sample.samples);
    const allowed = mayEnter(visitor, place.posts as Exclude<typeof place.posts, 'nobody'>) ? 'let in' : 'refused';
    return [path, dataAddress(path)].map((address) => ({ path: address, allowed }));
  });
  const told = await inParallel(
    addresses,
    async ({ path }) => `${path}: ${await verdictOn(await session.post(path, { intent: 'edit', nothing: 'filled in' }))}`,
  );
  expect(told).toEqual(addresses.map(({ path, allowed }) => `${path}: ${allowed}`));
});

test('a helper can neither give nor end anybody’s access', async () => {
  const helper = sessionOf(sample.library, 'helper');
  for (const [intent, page] of [
    ['grant', 'edit'],
    ['end', 'edit'],
    ['erase', 'erase'],
  ]) {
    const form = { intent: intent!, key: crypto.randomUUID(), email: 'x@house.example', role: 'coordinator' };
    expect((await helper.post(`/people/${sample.samples.person}/${page}`, form)).status).toBe(403);
  }
});

test('a member sees own loans and nobody else’s', async () => {
  const page = await sessionOf(sample.library, 'member').text('/mine');
  expect(page).toContain('Long Siding');
  expect(page).not.toMatch(/Hylda Tine|Rowan|555 01/);
});

test('a stranger who scans a packet sees how to sow and save, never a person or a place', async () => {
  const page = await sessionOf(sample.library, 'stranger').text(`/s/${sample.samples.code}`);
  expect(page).toContain('To save seed');
  expect(page).not.toMatch(
    /Alder Row|Signal Bank|Platform beds|Upper Wend|Lower Lock|Mill Leat|signal box|lever room|Windrush|Marrin|Thackwell/,
  );
});

test('a garden’s place that is the coordinators’ own is told to no helper, nor by refusing them', async () => {
  const coordinator = sessionOf(sample.library, 'coordinator');
  const helper = sessionOf(sample.library, 'helper');
  const form = { intent: 'garden', key: randomUUID(), name: 'Behind The Lamp Room', place: '41.22345, -34.02345' };
  const garden = (await coordinator.post('/gardens', form)).headers.get('location')!;
  const shown = /name="shown" value="([^"]+)"/.exec(await coordinator.text(garden))![1]!;
  const keep = { intent: 'place', key: randomUUID(), shown, placeFor: 'coordinators' };
  expect((await coordinator.post(garden, keep)).status).toBe(200);
  for (const address of [garden, dataAddress(garden)]) {
    const told = await (await helper.post(address, { intent: 'place', key: randomUUID(), shown, place: '41.3, -34.1' })).text();
    expect(told.includes('41.22345')).toBe(false);
    expect((await helper.text(address)).includes('41.22345')).toBe(false);
  }
  expect(await coordinator.text(garden)).toContain('41.22345');
});
