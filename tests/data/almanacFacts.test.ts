import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readCrop } from '#data/almanac/almanac.ts';
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
  const say = (fact: 'homeDistance' | 'group' | 'celsius', typed: string | null, cropId = 'kale') =>
    overrideFact(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), cropId, fact, typed, why: 'Ten years of notes' });

  test('the library’s own word takes the place of the shipped one, and can be taken back', async () => {
    await takeIn(library, { crop: 'kale', variety: 'Black Cutting', insects: undefined });
    expect((await say('homeDistance', '500 m')).ok).toBe(true);
    expect(await readCrop(library.db, 'kale')).toMatchObject({ homeDistance: 500, told: { homeDistance: { sure: 'ours' } } });
    expect(await countStale(library.db)).toBeGreaterThan(0);
    while ((await judgeNext(library.db, NOW)) > 0);
    expect((await say('homeDistance', null)).ok).toBe(true);
    expect((await readCrop(library.db, 'kale'))!.homeDistance).toBe(300);
  });

  test('nonsense is refused with its reason', async () => {
    expect(await say('homeDistance', '500 kg')).toMatchObject({ problem: { code: 'unreadable', why: 'fact: other unit|m|kg' } });
    expect(await say('homeDistance', '1500 m')).toMatchObject({ problem: { code: 'contradiction' } });
    expect(await say('group', 'moonfruits')).toMatchObject({ problem: { code: 'unknown group' } });
    expect(await say('celsius', '20 °C', 'moonfruit')).toMatchObject({ problem: { code: 'no such crop' } });
  });
});
