import { beforeAll, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { searchKey } from '#core/search/searchKey.ts';
import { readCrops } from '#data/almanac/almanac.ts';
import { ensureGarden, findGardensNear, listGardens, saveGardenPlace } from '#data/people/gardens.ts';
import { findNearLines, listLines } from '#data/lots/lines.ts';
import { createPerson, matchPeople, suggestPeople } from '#data/people/people.ts';
import { ensurePlace, findPlaces } from '#data/stock/places.ts';
import { listShelves } from '#data/stock/shelves.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const shelves = async (search: string) =>
  (await listShelves(library.db, { search, crop: '', state: '', sort: 'variety', today: TODAY, limit: 20, offset: 0 })).lots.map(
    ({ variety }) => variety,
  );
const lines = async (search: string) =>
  (await listLines(library.db, { search, crop: '', sort: 'name', limit: 20, offset: 0 })).lines.map(({ name }) => name);

describe('every search', () => {
  beforeAll(async () => {
    await takeIn(library, { variety: 'Guard’s Whistle' });
    await takeIn(library, { variety: 'Rübe Élan' });
    await takeIn(library, { variety: 'Hundred % True' });
    await createPerson(library.db, { name: 'Siân O’Dowd', email: null, phone: null, note: null, isMember: true });
    await ensurePlace(library.db, 'Driver’s loft_2');
  });

  test.each([
    ["guard's", 'Guard’s Whistle'],
    ['GUARDS whistle', 'Guard’s Whistle'],
    ['“guard’s” whi', 'Guard’s Whistle'],
    ['rube elan', 'Rübe Élan'],
    ['RÜBE', 'Rübe Élan'],
    ['100 %', undefined],
    ['hundred %', 'Hundred % True'],
  ])('“%s” finds %s on the shelves and among the lines', async (typed, variety) => {
    expect(await shelves(typed)).toEqual(variety ? [variety] : []);
    expect(await lines(typed)).toEqual(variety ? [variety] : []);
  });

  test('% and _ stand for themselves', async () => {
    expect(await shelves('_')).toEqual([]);
    expect(await shelves('%')).toEqual(['Hundred % True']);
    expect(await lines('%')).toEqual(['Hundred % True']);
    expect(await suggestPeople(library.db, '%')).toEqual([]);
    expect(await readCrops(library.db, '%')).toEqual([]);
    expect(await listGardens(library.db, '_')).toEqual([]);
  });

  test('finds people and places likewise', async () => {
    expect((await suggestPeople(library.db, "sian o'dowd")).map(({ name }) => name)).toEqual(['Siân O’Dowd']);
    expect((await findPlaces(library.db, 'drivers LOFT_')).map(({ name }) => name)).toEqual(['Driver’s loft_2']);
  });

  test('near spellings are as near without accents and quotes', async () => {
    expect(await matchPeople(library.db, 'SIAN ODOWD')).toMatchObject([{ name: 'Siân O’Dowd' }]);
    expect((await findNearLines(library.db, 'pea', 'rube elon')).map(({ name }) => name)).toEqual(['Rübe Élan']);
  });

  test('the database folds text as the core does', async () => {
    const texts = ['Guard’s', 'Ångström “x” „y“ ´`', 'ÉÀÜ ñ', 'plain', "O'Dowd", 'ſtraße'];
    const { rows } = await sql<{ key: string }>`select search_key(text) as key from unnest(${sql.val(texts)}::text[]) as text`.execute(
      library.db,
    );
    expect(rows.map(({ key }) => key)).toEqual(texts.map(searchKey));
  });
});

test('a neighbour is not forgotten, however many gardens there are', async () => {
  const person = await createPerson(library.db, { name: 'Many Beds', email: null, phone: null, note: null, isMember: true });
  await sql`insert into garden (person_id, name, latitude, longitude)
    select ${person}, 'Aaa ' || n, 20 + n * 0.01, -40 from generate_series(1, 700) as n`.execute(library.owner);
  const [here, near] = [await ensureGarden(library.db, person, 'Zz here'), await ensureGarden(library.db, person, 'Zz near')];
  await saveGardenPlace(library.db, here, { latitude: -38, longitude: 179.9999 });
  await saveGardenPlace(library.db, near, { latitude: -38.001, longitude: -179.9999 });
  const found = await findGardensNear(library.db, here);
  expect(found.map(({ name }) => name)).toEqual(['Zz near']);
  expect(found[0]!.metres).toBeLessThan(200);
});
