import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { PLACES } from '../support/places.ts';
import { inParallel, sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();
beforeAll(async () => {
  await sample.library.db.updateTable('house').set({ units: 'imperial' }).execute();
});

/** What a page says and has in its fields, one piece a line, without script, style and the paths of its pictures. */
const pieces = (html: string) => [
  ...html
    .replace(/<(script|style)[^>]*>.*?<\/\1>/gs, '')
    .replace(/<!--.*?-->/gs, '')
    .replace(/<\/?(?:b|i|span|strong|em|a)\b[^>]*>/g, '')
    .split(/<[^<>]*>/),
  ...[...html.matchAll(/<input[^>]* value="([^"]*)"/g)].map(([, value]) => value!),
];
const METRIC = /\d (?:°C|m|cm|km|mg|g|kg)(?![\p{L}²/])/u;

/** What stays as it is: both ways of writing an amount, what was typed, what a scale reads to, and what holds per gram. */
const SAID_AS_IT_IS = [/1 lb 6 oz, 640 g/, /^\d+(?:\.\d+)? g(?: last time|$)/, /a gram of gel holds about 0\.2 g/];

/** Pages on which a person writes what is kept in the almanac's own units. */
const KEPT_AS_WRITTEN: ReadonlySet<string> = new Set(['almanac/:crop/facts', 'settings/recipes']);

test('where a house writes ounces, Fahrenheit and feet, no page writes anything else', async () => {
  const visitor = sessionOf(sample.library, 'coordinator');
  const paths = PLACES.filter(({ page, route }) => page && !KEPT_AS_WRITTEN.has(route)).map(({ path }) => path(sample.samples));
  const more = ['/almanac/tomato', '/almanac/spinach', '/lots/' + sample.samples.code + '/outlook', '/wants?show=all'];
  const found = await inParallel([...new Set([...paths, ...more])], async (path) =>
    pieces(await visitor.text(path))
      .filter((piece) => METRIC.test(piece) && !SAID_AS_IT_IS.some((said) => said.test(piece.trim())))
      .map((piece) => `${path}: ${piece.trim().slice(0, 160)}`),
  );
  expect(found.flat()).toEqual([]);
});

test('a temperature typed in Fahrenheit is kept in Celsius, and stands there as it was typed', async () => {
  const visitor = sessionOf(sample.library, 'coordinator');
  const sent = { intent: 'climate', since: sample.library.today(), humidity: '45', 'in-fahrenheit': 'celsius' };
  const places = await sample.library.db.selectFrom('place').select('name').execute();
  const place = places[0]!.name;
  const done = await visitor.post('/places', { ...sent, key: randomUUID(), place, celsius: '61' });
  expect(done.status).toBeLessThan(400);
  const { celsius } = await sample.library.db
    .selectFrom('place_climate')
    .innerJoin('place', 'place.id', 'place_climate.place_id')
    .select('celsius')
    .where('place.name', '=', place)
    .orderBy('place_climate.id', 'desc')
    .executeTakeFirstOrThrow();
  expect(Number(celsius)).toBe(16.1);
  expect(await visitor.text('/places')).toContain('61 °F');
  const refused = await visitor.post('/places', { ...sent, key: randomUUID(), place, celsius: '900' });
  expect(refused.status).toBe(400);
  expect(await refused.text()).toContain('value="900"');
});
