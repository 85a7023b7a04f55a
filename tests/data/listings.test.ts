import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { parseListing } from '#contracts/exchange/listing.ts';
import { readHouse } from '#data/house/house.ts';
import { matchListings, readListing, removeListing } from '#services/exchange/listings.server.ts';
import { acting } from '#services/command.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const leading = () => acting(library.db, library.coordinator, TODAY);
const matched = async () => matchListings(library.db, (await readHouse(library.db))!, TODAY);
const bytes = (listing: object) => new TextEncoder().encode(JSON.stringify(listing));
const pea = (variety: string) => ({ crop: 'Pea', species: 'Pisum sativum', variety });
const LISTING = {
  format: 'kind-granary-offer',
  version: 1,
  library: 'Over the Hill',
  as_of: '2026-11-20',
  how_to_ask: 'By letter',
  kinds: [
    { ...pea('Down To Few'), ease_of_saving: 'easy', label_promises: 'true' },
    { ...pea('Plenty Here'), label_promises: 'unheard of' },
  ],
  wants: [pea('plenty here'), pea('Not Ours')],
};
const read = (more: object = {}) =>
  readListing(leading(), { key: randomUUID(), listing: parseListing(bytes({ ...LISTING, ...more }))!, address: null });

test('a listing is matched with what we want, and its wants with what we lend', async () => {
  expect(await matched()).toEqual([]);
  await takeIn(library, { variety: 'Down To Few', amount: '9 seeds', harvested: '2026' });
  await takeIn(library, { variety: 'Plenty Here', amount: '20000 seeds', harvested: '2026' });
  expect(await read()).toMatchObject({ ok: true });
  const [hill, ...others] = await matched();
  expect(others).toEqual([]);
  expect(hill).toMatchObject({ library: 'Over the Hill', howToAsk: 'By letter', asOf: '2026-11-20', kinds: 2, wants: 2 });
  expect(hill!.theyHave).toMatchObject([{ ours: { variety: 'Down To Few' }, theirs: { label_promises: 'true' }, isSameName: true }]);
  expect(hill!.weHave.map(({ ours }) => ours.variety)).toEqual(['Plenty Here']);
});

test('the newest listing of a library counts, is taken back, and one that is removed counts no more until that is undone', async () => {
  await read({ library: 'over the hill', as_of: '2026-11-25', kinds: [] });
  expect(await matched()).toMatchObject([{ asOf: '2026-11-25', kinds: 0, theyHave: [] }]);
  const takeBack = async () => undo(leading(), { key: randomUUID(), act: (await readLastAct(library.db, library.coordinator))!.key });
  expect(await takeBack()).toMatchObject({ ok: true });
  const [hill] = await matched();
  expect(hill).toMatchObject({ asOf: '2026-11-20', kinds: 2 });

  const remove = () => removeListing(leading(), { key: randomUUID(), listingId: hill!.id });
  expect(await remove()).toMatchObject({ ok: true });
  expect(await matched()).toEqual([]);
  expect(await remove()).toMatchObject({ problem: { code: 'no such listing' } });
  expect(await takeBack()).toMatchObject({ ok: true });
  expect(await matched()).toHaveLength(1);
});

test('what is no listing is none, whatever its bytes', () => {
  const broken = {
    no: 'object',
    format: { ...LISTING, format: 'another' },
    version: { ...LISTING, version: 2 },
    day: { ...LISTING, as_of: 'today' },
  };
  for (const [why, file] of Object.entries(broken)) expect([why, parseListing(bytes({ ...(file as object) }))]).toEqual([why, null]);
  expect(parseListing(bytes({ ...LISTING, kinds: [{ crop: 'Pea', variety: 'x'.repeat(10_000) }] }))).toBeNull();
  expect(parseListing(bytes({ ...LISTING, kinds: Array.from({ length: 20_001 }, () => pea('One')) }))).toBeNull();
  expect(parseListing(new Uint8Array([0xff, 0xfe, 0x00]))).toBeNull();
  expect(parseListing(new TextEncoder().encode('['.repeat(100_000)))).toBeNull();
  const { wants: _, ...withoutWants } = LISTING;
  expect(parseListing(bytes(withoutWants))).toMatchObject({ wants: [], kinds: [{ variety: 'Down To Few' }, { label_promises: null }] });
});
