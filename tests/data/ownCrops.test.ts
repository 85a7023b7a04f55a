import { beforeAll, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { randomUUID } from 'node:crypto';
import { readAlmanac } from '../../almanac/read.ts';
import { loadAlmanac, readCrop, readGroups, readLikenessOf } from '#data/almanac/almanac.ts';
import { addCrop, correctCrop, overrideFact, ownCropShown, removeCrop } from '#services/almanac/almanac.server.ts';
import { acting } from '#services/command.server.ts';
import { intake, preparedLibrary, TODAY, type Library } from './database.ts';
import { countStale } from '#data/lots/promises.ts';
import { receiveLot } from '#services/intake/intake.server.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const CHIA = {
  name: 'Chia',
  species: 'Salvia hispanica',
  family: 'Lamiaceae',
  like: 'basil',
  breeding: 'mostly selfing',
  lifeCycle: 'annual',
} as const;
const add = (change: Partial<Parameters<typeof addCrop>[1]> = {}) =>
  addCrop(acting(library.db, library.coordinator, TODAY), {
    key: randomUUID(),
    ...CHIA,
    ...change,
  });

test('a coordinator adds a crop, completes it, and an upgrade of the almanac leaves it alone', async () => {
  expect(await add()).toMatchObject({ ok: true, answer: { id: 'own-chia' } });
  expect((await readGroups(library.db)).map(({ id }) => id)).toContain('own-chia');
  const fact = { key: randomUUID(), cropId: 'own-chia', fact: 'homeDistance', typed: '120 m', why: 'Our own notes', shown: 0 } as const;
  expect(await overrideFact(acting(library.db, library.coordinator, TODAY), fact)).toMatchObject({ ok: true });
  // As a library of an earlier version has it, in which the almanac did not tell how far apart plants stand.
  await sql`update crop set facts = facts - 'apart', shipped = shipped - 'apart' where id = 'own-chia'`.execute(library.owner);
  await loadAlmanac(library.owner, readAlmanac());
  expect(await readCrop(library.db, 'own-chia')).toMatchObject({
    apart: (await readCrop(library.db, 'basil'))!.apart,
    name: 'Chia',
    homeDistance: 120,
    species: 'Salvia hispanica',
  });
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

const shownOf = async (cropId: string) => {
  const [crop, like] = [await readCrop(library.db, cropId), await readLikenessOf(library.db, cropId)];
  return crop && like ? ownCropShown(crop, like.id) : 'nothing';
};
const correct = async (cropId: string, change: Partial<Parameters<typeof correctCrop>[1]> = {}) =>
  correctCrop(acting(library.db, library.coordinator, TODAY), {
    key: randomUUID(),
    cropId,
    shown: await shownOf(cropId),
    ...CHIA,
    ...change,
  });
async function takeInOf(cropId: string, variety: string): Promise<string> {
  const form = intake({ crop: 'basil', variety });
  const done = await receiveLot(acting(library.db, library.helper, TODAY), { ...form, interview: { ...form.interview, cropId } });
  if (!done.ok) throw new Error(JSON.stringify(done.problem));
  return done.answer.code;
}
const remove = (cropId: string) => removeCrop(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), cropId });

test('corrected, it borrows anew, keeps the facts that the library has set, and its lots are found by its new name', async () => {
  await add({ name: 'Cheea' });
  const fact = { key: randomUUID(), cropId: 'own-cheea', fact: 'homeDistance', typed: '120 m', why: 'Our own notes', shown: 0 } as const;
  await overrideFact(acting(library.db, library.coordinator, TODAY), fact);
  const code = await takeInOf('own-cheea', 'Signal Grey');
  expect(await correct('own-cheea', { name: 'Grey chia', like: 'dill', family: 'Apiaceae', breeding: 'crossed by insects' })).toMatchObject(
    {
      ok: true,
    },
  );
  const dill = (await readCrop(library.db, 'dill'))!;
  expect(await readCrop(library.db, 'own-cheea')).toMatchObject({
    name: 'Grey chia',
    family: 'Apiaceae',
    breeding: 'crossed by insects',
    homeDistance: 120,
    longevity: dill.longevity,
    told: { homeDistance: { sure: 'ours' }, longevity: { source: 'likeness' } },
  });
  const { search_text: words } = await library.db
    .selectFrom('lot')
    .select('search_text')
    .where('code', '=', code)
    .executeTakeFirstOrThrow();
  expect(words).toBe(`${code} Signal Grey Grey chia Salvia hispanica`);
  expect(await countStale(library.db)).toBeGreaterThan(0);
});

test('of two who correct a crop at once, the second is told', async () => {
  await add({ name: 'Fen mint', species: 'Salvia fenensis', like: 'basil' });
  const shown = await shownOf('own-fen-mint');
  expect((await correct('own-fen-mint', { name: 'Fen mint', species: 'Salvia lacustris', shown })).ok).toBe(true);
  expect(await correct('own-fen-mint', { name: 'Fen mint', lifeCycle: 'biennial', shown })).toMatchObject({
    problem: { code: 'changed meanwhile' },
  });
  expect((await readCrop(library.db, 'own-fen-mint'))!.species).toBe('Salvia lacustris');
});

test('a shipped crop is not corrected so, nor does one of our own take a name that is there', async () => {
  expect(await correct('pea')).toMatchObject({ ok: false, problem: { code: 'no such crop' } });
  await add({ name: 'Moss mint' });
  expect(await correct('own-moss-mint', { name: 'Zucchini' })).toMatchObject({ ok: false, problem: { code: 'in the almanac' } });
  expect(await correct('own-moss-mint', { like: 'own-moss-mint' })).toMatchObject({ ok: false, problem: { code: 'no such crop' } });
});

test('added by mistake it is removed, with its crossing group, as long as nothing hangs on it', async () => {
  await add({ name: 'Wrong one', species: 'Salvia errata' });
  expect(await remove('own-wrong-one')).toMatchObject({ ok: true });
  expect(await readCrop(library.db, 'own-wrong-one')).toBeNull();
  expect((await readGroups(library.db)).map(({ id }) => id)).not.toContain('own-wrong-one');
  await add({ name: 'In use', species: 'Salvia usitata' });
  await takeInOf('own-in-use', 'Signal Blue');
  await add({ name: 'Its like', species: 'Salvia similis', like: 'own-in-use' });
  expect(await remove('own-in-use')).toMatchObject({ ok: false, problem: { code: 'in use', lines: 1, facts: 0, likes: 1 } });
  expect(await remove('pea')).toMatchObject({ ok: false, problem: { code: 'no such crop' } });
});

test('its crossing group goes by its new name, and stays as long as another crop is in it', async () => {
  const groupOf = async (id: string) => (await readGroups(library.db)).find((group) => group.id === id)?.name;
  await add({ name: 'Marsh mint', species: 'Salvia palustris' });
  await add({ name: 'Marsh balm', species: 'Salvia palustris' });
  expect((await readCrop(library.db, 'own-marsh-balm'))!.group).toBe('own-marsh-mint');
  await correct('own-marsh-mint', { name: 'Bog mint', species: 'Salvia palustris' });
  expect(await groupOf('own-marsh-mint')).toBe('Bog mint');
  expect(await remove('own-marsh-mint')).toMatchObject({ ok: true });
  expect(await groupOf('own-marsh-mint')).toBe('Bog mint');
  await add({ name: 'Lone mint', species: 'Salvia sola' });
  await correct('own-lone-mint', { name: 'Lone mint', species: 'Ocimum basilicum' });
  expect((await readCrop(library.db, 'own-lone-mint'))!.group).toBe((await readCrop(library.db, 'basil'))!.group);
  expect(await groupOf('own-lone-mint')).toBeUndefined();
});
