import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { activeHolds } from '#data/holds.ts';
import { findLotByCode } from '#data/lots.ts';
import { createPurityCard, findPurityCards } from '#data/purity.ts';
import { addPurityCard } from '#services/purity.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const PARTS = { pure: 9000, otherCrop: 0, weed: 500, noxious: 0, chaff: 400, damaged: 100 };

test('a sample is kept part by part; seed of a noxious weed holds the lot for local rules', async () => {
  const code = await takeIn(library);
  const { id } = (await findLotByCode(library.db, code))!;
  const add = (parts: typeof PARTS) => addPurityCard(library.db, library.helper, TODAY, { key: randomUUID(), code, parts });
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
    createPurityCard(library.db, { lotId: id, parts, weighedOn: TODAY, by: library.helper.personId, actKey: randomUUID() });
  await expect(write({ pure: 0, otherCrop: 0, weed: 0, noxious: 0, chaff: 0, damaged: 0 })).rejects.toMatchObject({
    constraint: 'purity_sample_weighs_something',
  });
  await expect(write({ ...PARTS, weed: -1 })).rejects.toMatchObject({ constraint: 'purity_parts_not_negative' });
});
