import { beforeAll, describe, expect, test } from '@jest/globals';
import { seasonOfHarvest } from '#core/calendar/season.ts';
import { seedWeightDrift } from '#core/promise/seedWeight.ts';
import { ensureGarden, findGardensNear, findGrowersNear, saveGardenDistance, saveGardenPlace } from '#data/people/gardens.ts';
import { findSamplesOfLine } from '#data/lots/lines.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { preparedLibrary, takeIn, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const FROSTS = { last: '05-01', first: '10-15' };
const SQUASH = {
  crop: 'squash-pepo',
  variety: 'Hand Lamp',
  boughtPlant: 'no',
  neighbours: 'none',
  n0what: undefined,
  n0metres: undefined,
  harvested: '2026',
};

describe('what grew near', () => {
  test('gardens are found by their points, else by the distance somebody told, nearest first', async () => {
    const { db } = library;
    const [here, near, told, farther] = await Promise.all(
      ['Lever Plot', 'Crank Row', 'Points Bed', 'Far Buffer'].map((name) => ensureGarden(db, null, name)),
    );
    await saveGardenPlace(db, here!, { latitude: 41.21, longitude: -34.04 });
    await saveGardenPlace(db, near!, { latitude: 41.211, longitude: -34.04 });
    await saveGardenPlace(db, farther!, { latitude: 41.22, longitude: -34.04 });
    await saveGardenDistance(db, told!, here!, 900);
    await saveGardenDistance(db, here!, told!, 300);
    expect(await findGardensNear(db, here!)).toEqual([
      { id: near, name: 'Crank Row', metres: 111, told: false },
      { id: told, name: 'Points Bed', metres: 300, told: true },
      { id: farther, name: 'Far Buffer', metres: 1111, told: false },
    ]);
    expect((await findGardensNear(db, told!)).map(({ name }) => name)).toEqual(['Lever Plot']);
  });

  test('a name means the donor’s own garden, else nobody’s, else the only one so called', async () => {
    const { db, member, helper } = library;
    const own = await ensureGarden(db, member.personId, 'Ash Pit');
    expect(await ensureGarden(db, member.personId, 'ash pit')).toBe(own);
    expect(await ensureGarden(db, null, 'Ash Pit')).toBe(own);
    const other = await ensureGarden(db, helper.personId, 'Ash Pit');
    expect(other).not.toBe(own);
    expect(await ensureGarden(db, helper.personId, 'Crank Row')).toBe(await ensureGarden(db, null, 'Crank Row'));
  });

  test('only crops that cross and flowered in that season are named, with the distance', async () => {
    await takeIn(library, { ...SQUASH, garden: 'Crank Row' });
    await takeIn(library, { ...SQUASH, garden: 'Points Bed', variety: 'Tail Lamp' });
    await takeIn(library, { ...SQUASH, garden: 'Far Buffer', variety: 'Brake Van', harvested: '2025' });
    await takeIn(library, { garden: 'Crank Row', harvested: '2026' });
    const near = await findGrowersNear(library.db, {
      garden: 'lever plot',
      group: 'cucurbita-pepo',
      season: seasonOfHarvest('2026', FROSTS),
    });
    expect(near.map(({ variety, metres }) => [variety, metres])).toEqual([
      ['Hand Lamp', 111],
      ['Tail Lamp', 300],
    ]);
    expect(
      await findGrowersNear(library.db, { garden: 'nowhere', group: 'cucurbita-pepo', season: seasonOfHarvest('2026', FROSTS) }),
    ).toEqual([]);
    // Where the seasons are the other way round, one season lies in two calendar years.
    await takeIn(library, { ...SQUASH, garden: 'Points Bed', variety: 'Before New Year', harvested: '2025-12' });
    const season = seasonOfHarvest('2026-03-02', { last: '11-01', first: '04-15' });
    const names = (await findGrowersNear(library.db, { garden: 'lever plot', group: 'cucurbita-pepo', season })).map(
      ({ variety }) => variety,
    );
    expect(names).toContain('Before New Year');
  });
});

test('samples along a line are read by generation, newest passport only', async () => {
  const code = await takeIn(library, { variety: 'Weighed', sampleSeeds: '100', sampleWeight: '24 g', amount: '80 g' });
  await takeIn(library, { variety: 'Weighed', sampleSeeds: '50', sampleWeight: '10 g', amount: '80 g' });
  await takeIn(library, { variety: 'Weighed' });
  const { lineId } = (await findLotByCode(library.db, code))!;
  const samples = await findSamplesOfLine(library.db, lineId);
  expect(samples.map(({ generation, seeds, milligrams }) => [generation, seeds, milligrams])).toEqual([
    [0, 100, 24_000],
    [0, 50, 10_000],
  ]);
  expect(seedWeightDrift(samples).kind).toBe('too little to say');
});
