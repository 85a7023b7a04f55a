import { expect, test } from '@jest/globals';
import { mayEnter, PLACES, VISITORS } from '../support/places.ts';
import { dataAddress, inParallel, sessionOf } from '../support/session.ts';
import { sampleLibrary } from '../http/sampleLibrary.ts';
import { upTo } from './hostileLibrary.ts';

const sample = sampleLibrary();

/** Other ways to ask for the same: what they give away must be no more than the plain one does. */
const WAYS: Readonly<Record<string, (path: string) => readonly [method: string, path: string]>> = {
  'without its body': (path) => ['HEAD', path],
  'in capitals': (path) => ['GET', path.replace(/^[^?]*/, (plain) => plain.toUpperCase())],
  'with a slash behind it': (path) => ['GET', path.replace(/^[^?]*/, (plain) => `${plain.replace(/\/$/, '')}/`)],
  'its data, in capitals': (path) => ['GET', dataAddress(path).replace(/^[^?]*(?=\.data)/, (plain) => plain.toUpperCase())],
  'its data, of a route that is not its own': (path) => ['GET', `${dataAddress(path)}${path.includes('?') ? '&' : '?'}_routes=root`],
};

test.each(VISITORS.filter((visitor) => visitor !== 'coordinator'))('a %s gets no more by asking in another way', async (visitor) => {
  const session = sessionOf(sample.library, visitor);
  const shut = PLACES.filter((place) => !mayEnter(visitor, place.who)).filter((_, index) => index % upTo(3, 1) === 0);
  const asked = shut.flatMap((place) =>
    Object.entries(WAYS)
      .filter(([way]) => place.page || !way.startsWith('its data'))
      .map(([way, of]) => ({ way, ask: of(place.path(sample.samples)) })),
  );
  const told = await inParallel(asked, async ({ way, ask: [method, path] }) => {
    const answer = await session.get(path, { method });
    const text = await answer.text();
    const isShut =
      [403, 404].includes(answer.status) ||
      (answer.headers.get('location') ?? '').startsWith('/sign-in') ||
      (answer.headers.get('location') ?? '').startsWith('/tablet') ||
      (answer.status === 202 && text.includes('/sign-in')) ||
      // The frame alone, as every visitor has it.
      (way.endsWith('not its own') && !text.includes('"routes/'));
    return isShut ? null : `${path} ${way}: ${answer.status}`;
  });
  expect(told.filter((line) => line !== null)).toEqual([]);
  expect(asked.length).toBeGreaterThan(20);
});

test('no method but reading and posting is taken, anywhere', async () => {
  const session = sessionOf(sample.library, 'coordinator');
  const asked = PLACES.flatMap((place) =>
    ['PUT', 'DELETE', 'PATCH', 'OPTIONS'].map((method) => ({ method, path: place.path(sample.samples) })),
  );
  const statuses = await inParallel(asked, async ({ method, path }) => {
    const answer = await session.get(path, { method, headers: { origin: sample.library.url } });
    await answer.arrayBuffer();
    return answer.status;
  });
  expect(new Set(statuses)).toEqual(new Set([405]));
});
