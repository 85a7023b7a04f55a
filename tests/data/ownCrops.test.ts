import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readAlmanac } from '../../almanac/read.ts';
import { loadAlmanac, readCrop, readGroups } from '#data/almanac/almanac.ts';
import { addCrop, overrideFact } from '#services/almanac/almanac.server.ts';
import { acting } from '#services/command.server.ts';
import { preparedLibrary, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const add = (change: Partial<Parameters<typeof addCrop>[1]> = {}) =>
  addCrop(acting(library.db, library.coordinator, TODAY), {
    key: randomUUID(),
    name: 'Chia',
    species: 'Salvia hispanica',
    family: 'Lamiaceae',
    like: 'basil',
    breeding: 'mostly selfing',
    lifeCycle: 'annual',
    ...change,
  });

test('a coordinator adds a crop, completes it, and an upgrade of the almanac leaves it alone', async () => {
  expect(await add()).toMatchObject({ ok: true, answer: { id: 'own-chia' } });
  expect((await readGroups(library.db)).map(({ id }) => id)).toContain('own-chia');
  const fact = { key: randomUUID(), cropId: 'own-chia', fact: 'homeDistance', typed: '120 m', why: 'Our own notes' } as const;
  expect(await overrideFact(acting(library.db, library.coordinator, TODAY), fact)).toMatchObject({ ok: true });
  await loadAlmanac(library.owner, readAlmanac());
  expect(await readCrop(library.db, 'own-chia')).toMatchObject({ name: 'Chia', homeDistance: 120, species: 'Salvia hispanica' });
});

test('of a species that is there already, it crosses with what is there', async () => {
  expect(
    await add({
      name: 'Perpetual chard',
      species: 'Beta vulgaris',
      family: 'Amaranthaceae',
      like: 'chard',
      breeding: 'crossed by wind',
      lifeCycle: 'biennial',
    }),
  ).toMatchObject({
    ok: true,
  });
  expect((await readCrop(library.db, 'own-perpetual-chard'))!.group).toBe('beta');
});

test('what the almanac has under any of its names is not added again, and a likeness must be there', async () => {
  expect(await add({ name: 'zucchini' })).toMatchObject({ ok: false, problem: { code: 'in the almanac', id: 'squash-pepo' } });
  expect(await add({ name: 'Chia' })).toMatchObject({ problem: { code: 'in the almanac' } });
  expect(await add({ name: 'Moonfruit', like: 'moonfruit' })).toMatchObject({ problem: { code: 'no such crop' } });
});
