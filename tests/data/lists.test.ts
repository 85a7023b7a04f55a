import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { SHELF_SORTS } from '#core/lots/words.ts';
import { doneWords, kindsCalled } from '#words/acts.ts';
import { readActs } from '#data/acts.ts';
import { readCrop, readCrops } from '#data/almanac/almanac.ts';
import { listOpenLoans } from '#data/desk/loans.ts';
import { existingCodes, findLotByCode } from '#data/lots/lots.ts';
import { ensureGarden } from '#data/people/gardens.ts';
import { listPeople, matchPeople, suggestLines, suggestPeople } from '#data/people/people.ts';
import { listPlaces } from '#data/stock/places.ts';
import { listShelves } from '#data/stock/shelves.ts';
import { countOpenTests, listTests } from '#data/tests/tests.ts';
import { readComing } from '#data/today/today.ts';
import { acting } from '#services/command.server.ts';
import { closeLoan } from '#services/desk/desk.server.ts';
import { lendOne, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
let codes: string[];

beforeAll(async () => {
  library = await preparedLibrary();
  codes = [
    await takeIn(library, { variety: 'Long Siding', donor: 'Marta Quill', harvested: '2025', amount: '500 seeds' }),
    await takeIn(library, {
      crop: 'kale',
      variety: 'Black Cutting',
      neighbours: 'none',
      seasonsGrown: '1',
      donor: 'Odran Pellow',
      harvested: 'Sep 2024',
      amount: '12 g',
    }),
    await takeIn(library, {
      crop: 'maize',
      variety: 'Copper Rail',
      donor: 'Odran Pellow',
      harvested: 'unknown',
      amount: '90 seeds',
    }),
    await takeIn(library, { variety: 'Guard’s Van', donor: 'Una Sallow', harvested: 'Aug 2026', amount: '1 kg' }),
  ];
  for (const [index, seeds] of [20, 10].entries()) await onTowels(() => library).layOne(codes[index]!, seeds);
  for (const index of [0, 0, 1]) await lend(codes[index]!);
});

function lend(code: string) {
  return lendOne(library, code);
}

const shelves = (change: Partial<Parameters<typeof listShelves>[1]> = {}) =>
  listShelves(library.db, { search: '', crop: '', state: '', sort: 'variety', today: TODAY, limit: 50, offset: 0, ...change });

describe('the shelves', () => {
  test('each way of sorting shows every lot once', async () => {
    for (const sort of SHELF_SORTS) {
      const { lots, total } = await shelves({ sort });
      expect(total).toBe(4);
      expect(lots.map(({ code }) => code).sort()).toEqual([...codes].sort());
    }
  });

  test('each lot tells what germinates of it now, and the weakest comes first where that is asked', async () => {
    const { lots } = await shelves({ sort: 'germination' });
    const medians = lots.map(({ median }) => median!);
    expect(medians).toEqual([...medians].sort((one, other) => one - other));
    for (const { low, median, high } of lots) expect(low! < median! && median! < high!).toBe(true);
  });

  test('sorting puts first what one would look for', async () => {
    const first = async (sort: (typeof SHELF_SORTS)[number]) => (await shelves({ sort })).lots[0]!;
    expect((await first('variety')).crop).toBe('Kale');
    expect((await first('code')).code).toBe(codes[3]);
    expect((await first('harvest')).harvested).toBe('2026-08');
    // By seeds, whatever unit a lot is kept in: a kilogram of peas is some four thousand.
    expect((await first('amount')).variety).toBe('Guard’s Van');
    expect((await first('next test')).nextTestOn! <= (await first('amount')).nextTestOn!).toBe(true);
  });

  test('a long list comes a page at a time, none twice and none left out', async () => {
    const pages = await Promise.all([0, 2].map((offset) => shelves({ limit: 2, offset })));
    expect(pages.flatMap(({ lots }) => lots.map(({ code }) => code)).sort()).toEqual([...codes].sort());
  });

  test('a crop narrows, and a word that fits nothing shows nothing', async () => {
    expect((await shelves({ crop: 'pea' })).lots.map(({ variety }) => variety)).toEqual(['Guard’s Van', 'Long Siding']);
    expect(await shelves({ search: 'moonfruit' })).toMatchObject({ lots: [], total: 0 });
  });

  test('of codes one slip away only those that exist are offered', async () => {
    expect(await existingCodes(library.db, [codes[1]!, '99-0001-X'])).toMatchObject([
      { code: codes[1], variety: 'Black Cutting', crop: 'Kale' },
    ]);
    expect(await existingCodes(library.db, [])).toMatchObject([]);
  });
});

describe('people', () => {
  const people = (change: Partial<Parameters<typeof listPeople>[1]> = {}) =>
    listPeople(library.db, { search: '', sort: 'name', membersOnly: true, limit: 50, offset: 0, today: TODAY, ...change });

  test('members come with their open and late loans; donors only when asked for', async () => {
    const { people: members } = await people({ sort: 'loans' });
    expect(members[0]).toMatchObject({ name: 'Member', open: 3, late: 0 });
    expect(members.map(({ name }) => name)).not.toContain('Odran Pellow');
    expect((await people({ membersOnly: false })).people.map(({ name }) => name)).toContain('Odran Pellow');
    expect((await people({ today: '2029-01-01' })).people.find(({ name }) => name === 'Member')).toMatchObject({ late: 3 });
  });

  test('a name is found by part of it, and nearly so when misspelt', async () => {
    expect((await suggestPeople(library.db, 'quil')).map(({ name }) => name)).toEqual(['Marta Quill']);
    expect(await matchPeople(library.db, 'Odran Pelow')).toMatchObject([{ name: 'Odran Pellow', exact: false }]);
    expect(await matchPeople(library.db, 'odran pellow')).toMatchObject([{ exact: true }]);
    expect(await matchPeople(library.db, 'Zennor Tregallis')).toEqual([]);
  });

  test('a garden is one with its person, however it is written and however many write it at once', async () => {
    const { personId } = library.member;
    const ids = await Promise.all(['Mill Leat', 'mill leat', 'MILL LEAT'].map((name) => ensureGarden(library.db, personId, name)));
    expect(new Set(ids).size).toBe(1);
    const other = await ensureGarden(library.db, library.helper.personId, 'Mill Leat');
    expect(other).not.toBe(ids[0]);
    expect([other, ids[0]]).not.toContain(await ensureGarden(library.db, null, 'Mill Leat'));
  });
});

describe('the other lists', () => {
  test('varieties are offered within their crop', async () => {
    expect((await suggestLines(library.db, 'pea', '')).map(({ name }) => name)).toEqual(['Guard’s Van', 'Long Siding']);
    expect(await suggestLines(library.db, 'kale', 'siding')).toEqual([]);
  });

  test('towels on the bench come by their next count, and can be searched', async () => {
    const { tests, total } = await listTests(library.db, { open: true, search: '', limit: 10, offset: 0 });
    expect(total).toBe(2);
    expect(tests.map(({ nextCountOn }) => nextCountOn)).toEqual([...tests.map(({ nextCountOn }) => nextCountOn)].sort());
    expect((await listTests(library.db, { open: true, search: 'black', limit: 10, offset: 0 })).tests.map(({ code }) => code)).toEqual([
      codes[1],
    ]);
    expect((await listTests(library.db, { open: false, search: '', limit: 10, offset: 0 })).total).toBe(0);
    expect(await countOpenTests(library.db, '2026-11-28')).toEqual({ open: 2, due: 2 });
  });

  test('open loans come soonest due first; a closed one is gone', async () => {
    const open = () => listOpenLoans(library.db, { search: '', only: null, today: TODAY, limit: 10, offset: 0 });
    const before = await open();
    expect(before.loans.map(({ dueOn }) => dueOn)).toEqual([...before.loans.map(({ dueOn }) => dueOn)].sort());
    await closeLoan(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      loanId: before.loans[0]!.id,
      outcome: 'kept on',
      note: null,
    });
    expect((await open()).total).toBe(before.total - 1);
    expect((await listOpenLoans(library.db, { search: 'black member', only: null, today: TODAY, limit: 10, offset: 0 })).total).toBe(1);
    expect((await listOpenLoans(library.db, { search: '', only: 'late', today: TODAY, limit: 10, offset: 0 })).total).toBe(0);
  });

  test('the coming days say how much falls due on each', async () => {
    const coming = await readComing(library.db, TODAY, '2026-12-06');
    expect(coming.filter(({ kind }) => kind === 'count').reduce((sum, { count }) => sum + count, 0)).toBe(2);
    expect(coming.every(({ on }) => on > TODAY && on <= '2026-12-06')).toBe(true);
  });

  test('the record is searched by what, whom and which lot', async () => {
    const find = async (search: string) => (await readActs(library.db, { search, limit: 50, offset: 0 })).acts;
    expect((await find('test laid')).every(({ kind }) => kind === 'test laid')).toBe(true);
    expect((await find(codes[0]!)).map(({ kind }) => kind)).toEqual(expect.arrayContaining(['lot taken in', 'test laid', 'packets lent']));
    expect(await find('nobody at all')).toEqual([]);
    // A test is called "started", and kept as "laid": found by either.
    const called = await readActs(library.db, { search: 'started', limit: 50, offset: 0 }, kindsCalled);
    expect(called.acts.some(({ kind }) => kind === 'test laid')).toBe(true);
    expect(called.acts.every(({ kind }) => doneWords(kind).includes('started'))).toBe(true);
  });

  test('the almanac is found by name and by species', async () => {
    expect((await readCrops(library.db, 'brassica oler')).map(({ id }) => id)).toEqual(expect.arrayContaining(['kale', 'cabbage']));
    expect((await readCrops(library.db, 'courgette')).map(({ id }) => id)).toEqual(['squash-pepo']);
    expect((await readCrops(library.db)).length).toBeGreaterThanOrEqual(70);
    expect([await readCrop(library.db, 'moonfruit'), await findLotByCode(library.db, '99-0001-X')]).toEqual([null, undefined]);
    expect(await listPlaces(library.db)).toMatchObject([{ name: 'Shelf' }]);
  });
});
