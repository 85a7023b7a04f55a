import { expect, test } from '@jest/globals';
import { parseListing } from '#contracts/exchange/listing.ts';
import { sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();
const stranger = async (path: string) => fetch(`${sample.library.url}${path}`, { redirect: 'manual' });

test('what is offered is told to everybody in one way, without people, places or amounts, and to nobody once it is off', async () => {
  const { db } = sample.library;
  const page = await (await stranger('/offer')).text();
  const listing = (await (await stranger('/offer.json')).json()) as {
    kinds: { crop: string; variety: string; label_promises: string | null }[];
  };
  expect(listing).toMatchObject({
    format: 'kind-granary-offer',
    version: 1,
    library: 'Hollin Reach Seed Library',
    how_to_ask: expect.stringMatching(/Saturdays/),
  });
  expect(listing.kinds.length).toBeGreaterThan(20);
  const rows = (await (await stranger('/offer.csv')).text()).trim().split('\n').slice(1);
  expect(rows).toHaveLength(listing.kinds.length);
  for (const { variety } of listing.kinds) expect([variety, page.includes(variety.replaceAll("'", '&#x27;'))]).toEqual([variety, true]);
  const told = JSON.stringify(listing) + page;
  const people = await db.selectFrom('person').select('name').where('name', '<>', 'Former member').execute();
  for (const { name } of people) expect([name, told.includes(name)]).toEqual([name, false]);
  const places = await db.selectFrom('place').select('name').execute();
  for (const { name } of places) expect([name, told.includes(name)]).toEqual([name, false]);
  // The desk and the offer agree on what may be lent.
  const desk = await sessionOf(sample.library, 'helper').text('/tables/shelves.csv?state=may+be+lent');
  const lendable = new Set(
    desk
      .trim()
      .split('\n')
      .slice(1)
      .map((row) => row.split(',').slice(1, 3).join(' ')),
  );
  expect(new Set(listing.kinds.map(({ crop, variety }) => `${crop} ${variety}`))).toEqual(lendable);

  const [before] = await db.selectFrom('house').select('how_to_ask').execute();
  await db.updateTable('house').set({ how_to_ask: null }).execute();
  for (const path of ['/offer', '/offer.csv', '/offer.json']) expect([path, (await stranger(path)).status]).toEqual([path, 404]);
  await db.updateTable('house').set({ how_to_ask: before!.how_to_ask }).execute();
});

test('what one library lists, another reads, without people, places or amounts in what is wanted', async () => {
  const told = new Uint8Array(await (await stranger('/offer.json')).arrayBuffer());
  const listing = parseListing(told)!;
  expect(listing.library).toBe('Hollin Reach Seed Library');
  expect(listing.wants.length).toBeGreaterThan(0);
  for (const want of listing.wants) expect(Object.keys(want).sort()).toEqual(['crop', 'species', 'variety']);
});
