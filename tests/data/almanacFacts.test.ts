import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import type { FactKey } from '#core/almanac/facts.ts';
import { readCrop, readOverrides } from '#data/almanac/almanac.ts';
import { countStale } from '#data/lots/promises.ts';
import { overrideFact } from '#services/almanac/almanac.server.ts';
import { acting } from '#services/command.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

describe('the almanac can be told better', () => {
  const shownOf = async (fact: FactKey, cropId: string) =>
    (await readOverrides(library.db, cropId)).find((one) => one.fact === fact)?.id ?? 0;
  const say = async (fact: 'homeDistance' | 'group' | 'celsius', typed: string | null, cropId = 'kale', shown?: number) =>
    overrideFact(acting(library.db, library.coordinator, TODAY), {
      key: randomUUID(),
      cropId,
      fact,
      typed,
      why: 'Ten years of notes',
      shown: shown ?? (await shownOf(fact, cropId)),
    });

  test('of two who put the same fact right at once the second is told; another fact is not in the way', async () => {
    const shown = await shownOf('homeDistance', 'leek');
    const both = await Promise.all([say('homeDistance', '400 m', 'leek', shown), say('homeDistance', '450 m', 'leek', shown)]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(both.find(({ ok }) => !ok)).toMatchObject({ problem: { code: 'changed meanwhile' } });
    expect((await say('celsius', '18 °C', 'leek', 0)).ok).toBe(true);
  });

  test('the library’s own word takes the place of the shipped one, and can be taken back', async () => {
    await takeIn(library, { crop: 'kale', variety: 'Black Cutting', insects: undefined });
    expect((await say('homeDistance', '500 m')).ok).toBe(true);
    expect(await readCrop(library.db, 'kale')).toMatchObject({ homeDistance: 500, told: { homeDistance: { sure: 'ours' } } });
    expect(await countStale(library.db)).toBeGreaterThan(0);
    while ((await judgeNext(library.db, NOW)) > 0);
    expect((await say('homeDistance', null)).ok).toBe(true);
    expect((await readCrop(library.db, 'kale'))!.homeDistance).toBe(300);
  });

  test('what lists show of a crop is what its facts say', async () => {
    const crops = await library.db.selectFrom('crop').selectAll().execute();
    expect(crops.length).toBeGreaterThan(100);
    for (const { facts, id: _id, name: _name, shipped: _shipped, like_id: _like, ...shown } of crops)
      expect(shown).toEqual({
        species: facts.species,
        family: facts.family,
        crossing_group: facts.group,
        ease: facts.ease,
        life_cycle: facts.lifeCycle,
        known_by: facts.knownBy,
        also_called: facts.alsoCalled,
        may_mean: facts.mayMean,
        seed_looks: facts.seedLooks,
        cautions: facts.cautions,
      });
  });

  test('nonsense is refused with its reason', async () => {
    expect(await say('homeDistance', '500 kg')).toMatchObject({ problem: { code: 'unreadable', why: 'fact: other unit|m|kg' } });
    expect(await say('homeDistance', '1500 m')).toMatchObject({ problem: { code: 'contradiction' } });
    expect(await say('group', 'moonfruits')).toMatchObject({ problem: { code: 'unknown group' } });
    expect(await say('celsius', '20 °C', 'moonfruit')).toMatchObject({ problem: { code: 'no such crop' } });
  });
});
