import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { createPurityCard, findPurityCards } from '#data/bench/purity.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { addPurityCard } from '#services/bench/purity.server.ts';
import { acting } from '#services/command.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const PARTS = { pure: 9000, otherCrop: 0, weed: 500, noxious: 0, chaff: 400, damaged: 100 };

test('a sample is kept part by part; seed of a noxious weed holds the lot for local rules', async () => {
  const code = await takeIn(library);
  const { id } = (await findLotByCode(library.db, code))!;
  const add = (parts: typeof PARTS) =>
    addPurityCard(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, parts, counted: null });
  expect(await add(PARTS)).toEqual({ ok: true, answer: { held: false } });
  expect(await activeHolds(library.db, id)).not.toContain('rules');
  expect(await add({ ...PARTS, noxious: 3 })).toEqual({ ok: true, answer: { held: true } });
  expect(await activeHolds(library.db, id)).toContain('rules');
  expect((await findPurityCards(library.db, id)).map(({ pure, noxious }) => [pure, noxious])).toEqual([
    [9000, 3],
    [9000, 0],
  ]);
});

test('the database takes no sample that weighs nothing, nor less', async () => {
  const { id } = (await findLotByCode(library.db, await takeIn(library)))!;
  const write = (parts: typeof PARTS) =>
    createPurityCard(library.db, {
      lotId: id,
      parts,
      counted: null,
      purePerGram: 5,
      perGramBefore: 5,
      weighedOn: TODAY,
      by: library.helper.personId,
      actKey: randomUUID(),
    });
  await expect(write({ pure: 0, otherCrop: 0, weed: 0, noxious: 0, chaff: 0, damaged: 0 })).rejects.toMatchObject({
    constraint: 'purity_sample_weighs_something',
  });
  await expect(write({ ...PARTS, weed: -1 })).rejects.toMatchObject({ constraint: 'purity_parts_not_negative' });
});

test('what a gram of the lot holds follows: by its share of pure seed, or by seeds counted out of the sample', async () => {
  const code = await takeIn(library, { amount: '640 g' });
  const perGram = async () => (await findLotByCode(library.db, code))!.seedsPerGram;
  const usual = await perGram();
  const add = (parts: typeof PARTS, counted: number | null) =>
    addPurityCard(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, parts, counted });
  await add(PARTS, null);
  expect(await perGram()).toBeCloseTo(usual * 0.9, 6);
  // Parted again, the share is taken of pure seed once more, not of what was already less.
  await add({ ...PARTS, pure: 8000, chaff: 1400 }, null);
  expect(await perGram()).toBeCloseTo(usual * 0.8, 6);
  await add({ ...PARTS, pure: 10_000, weed: 0, chaff: 0, damaged: 0 }, 43);
  expect(await perGram()).toBeCloseTo(4.3, 6);
  await add(PARTS, null);
  expect(await perGram()).toBeCloseTo(4.3 * 0.9, 6);
  expect(await add({ ...PARTS, pure: 0 }, null)).toEqual({ ok: false, problem: { code: 'no pure seed' } });
});
