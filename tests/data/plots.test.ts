import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { findGrowOut } from '#data/growouts/growOuts.ts';
import { findPlaceOf, plotsOf } from '#data/growouts/places.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findGarden } from '#data/people/gardens.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { agreeGrowOut, handOverSeed, placeGrowOut, proposeGrowOut } from '#services/growouts/growOuts.server.ts';
import { workOut } from '#services/growouts/placing.server.ts';
import { logSeason } from '#services/growouts/season.server.ts';
import { readGoing } from '#services/growouts/watch.server.ts';
import { shownAs } from '#services/shownAs.server.ts';
import { noteGardenBloom, strikeGardenBloom, writePlot } from '#services/growouts/plots.server.ts';
import { moveGarden, placeShown, writeGarden } from '#services/people/gardens.server.ts';
import { bloomsIn } from '#data/growouts/places.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const works = () => acting(library.db, library.helper, TODAY);
const leads = () => acting(library.db, library.coordinator, TODAY);

async function garden(name: string, place: string | null = null): Promise<number> {
  const done = await writeGarden(works(), { key: randomUUID(), name, person: null, place, placeFor: null });
  if (!done.ok) throw new Error(done.problem.code);
  return done.answer.id;
}
const plotShown = async (id: number) => shownAs((await plotsOf(library.db, null)).find((one) => one.id === id));
const plot = async (gardenId: number, name: string, squareMetres = 10) => {
  const done = await writePlot(works(), {
    key: randomUUID(),
    gardenId,
    plot: null,
    name,
    squareMetres,
    sun: 'full sun',
    water: 'tap',
    cages: 1,
    note: null,
    retired: false,
  });
  if (!done.ok) throw new Error(done.problem.code);
  return (await plotsOf(library.db, [gardenId])).find((one) => one.name === name)!.id;
};
async function proposed(variety: string, change: Record<string, string> = {}): Promise<{ id: number; code: string }> {
  const code = await takeIn(library, { variety, amount: '2000 seeds', harvested: '2026', ...change });
  const done = await proposeGrowOut(leads(), { key: randomUUID(), code, plants: 20, seeds: 60, note: null });
  if (!done.ok) throw new Error(done.problem.code);
  return { id: done.answer.id, code };
}
const settle = (
  growOutId: number,
  change: { garden: number; plot?: number | null; squareMetres?: number | null; sowOn?: string; methods?: readonly 'cage'[] },
) =>
  placeGrowOut(leads(), {
    key: randomUUID(),
    growOutId,
    plot: null,
    squareMetres: null,
    sowOn: '2027-04-10',
    ...change,
    methods: [...(change.methods ?? [])],
  });

describe('gardens and plots', () => {
  test('a garden is recorded once, placed by a distance or two figures, and a wrong place is refused', async () => {
    const alder = await garden('Alder Test', '41.2, -34.0');
    expect(await garden('alder test')).toBe(alder);
    expect(await garden('Mill Test', '300 m to Alder Test')).toBeGreaterThan(alder);
    const place = (text: string) =>
      writeGarden(works(), { key: randomUUID(), name: 'Wrong Test', person: null, place: text, placeFor: null });
    for (const [text, fault] of [
      ['0, 0', 'nowhere'],
      ['-41.2, -34.0', 'other hemisphere'],
      ['45.2, -34.0', 'too far'],
      ['somewhere', 'unreadable'],
      ['300 m to Nowhere At All', 'unknown garden'],
    ] as const)
      expect(await place(text)).toMatchObject({ problem: { code: 'garden place', fault } });
  });

  const shownOf = async (id: number) => placeShown((await findGarden(library.db, id))!);

  test('a place that is the coordinators’ own is changed by no helper', async () => {
    const id = await garden('Secret Test', '41.21, -34.01');
    expect(
      (
        await moveGarden(leads(), {
          key: randomUUID(),
          gardenId: id,
          shown: await shownOf(id),
          place: null,
          forget: false,
          placeFor: 'coordinators',
        })
      ).ok,
    ).toBe(true);
    expect(
      await moveGarden(works(), { key: randomUUID(), gardenId: id, shown: await shownOf(id), place: null, forget: true, placeFor: null }),
    ).toMatchObject({
      problem: { code: 'no such garden' },
    });
    expect((await findGarden(library.db, id))!.latitude).toBe(41.21);
    // Nor by writing it down again.
    expect(
      await writeGarden(works(), { key: randomUUID(), name: 'Secret Test', person: null, place: '41.3, -34.1', placeFor: null }),
    ).toMatchObject({
      problem: { code: 'garden place', fault: 'kept' },
    });
    expect(
      (await moveGarden(leads(), { key: randomUUID(), gardenId: id, shown: await shownOf(id), place: null, forget: true, placeFor: null }))
        .ok,
    ).toBe(true);
    expect((await findGarden(library.db, id))!.latitude).toBeNull();
  });

  test('two plots of a garden have two names; one that is changed stays itself', async () => {
    const id = await garden('Plot Test');
    const top = await plot(id, 'Top bed');
    const again = {
      key: randomUUID(),
      gardenId: id,
      plot: null,
      name: 'top BED',
      squareMetres: 3,
      sun: 'shade',
      water: 'tap',
      cages: 0,
      note: null,
      retired: false,
    } as const;
    expect(await writePlot(works(), again)).toMatchObject({ problem: { code: 'name taken' } });
    expect((await writePlot(works(), { ...again, key: randomUUID(), plot: top, shown: await plotShown(top) })).ok).toBe(true);
    expect(await plotsOf(library.db, [id])).toMatchObject([{ id: top, squareMetres: 3, sun: 'shade' }]);
    expect(await writePlot(works(), { ...again, key: randomUUID(), plot: 99_999, shown: 'nothing' })).toMatchObject({
      problem: { code: 'no such plot' },
    });
  });

  test('of two who change a plot or a place at once, the second is told, and nothing is lost', async () => {
    const id = await garden('Twice Changed', '41.22, -34.02');
    const top = await plot(id, 'Top bed');
    const seen = await plotShown(top);
    const change = (squareMetres: number, shown: string) =>
      writePlot(works(), {
        key: randomUUID(),
        gardenId: id,
        plot: top,
        shown,
        name: 'Top bed',
        squareMetres,
        sun: 'shade',
        water: 'tap',
        cages: 0,
        note: null,
        retired: false,
      });
    expect((await change(4, seen)).ok).toBe(true);
    expect(await change(5, seen)).toMatchObject({ problem: { code: 'changed meanwhile' } });
    expect(await plotsOf(library.db, [id])).toMatchObject([{ squareMetres: 4 }]);
    expect((await change(5, await plotShown(top))).ok).toBe(true);
    const where = placeShown((await findGarden(library.db, id))!);
    const move = (place: string) =>
      moveGarden(works(), { key: randomUUID(), gardenId: id, shown: where, place, forget: false, placeFor: null });
    // Both at the very same time, too.
    const both = await Promise.all([move('41.23, -34.02'), move('41.24, -34.02')]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(both).toContainEqual({ ok: false, problem: { code: 'changed meanwhile' } });
    // Writing it down once more is no way round that.
    expect(
      await writeGarden(works(), { key: randomUUID(), name: 'Twice Changed', person: null, place: '41.3, -34.0', placeFor: null }),
    ).toMatchObject({ problem: { fault: 'placed already' } });
  });
});

describe('a grow-out in its place', () => {
  test('takes room in a plot as long as it stands; more than is free is refused, and who is there is named', async () => {
    const id = await garden('Room Test');
    const bed = await plot(id, 'Only bed', 10);
    const [one, other] = [await proposed('First Bed'), await proposed('Second Bed')];
    expect((await settle(one.id, { garden: id, plot: bed, squareMetres: 7 })).ok).toBe(true);
    expect(await findPlaceOf(library.db, one.id)).toMatchObject({
      garden: 'Room Test',
      plot: 'Only bed',
      squareMetres: 7,
      sowOn: '2027-04-10',
    });
    expect(await settle(other.id, { garden: id, plot: bed, squareMetres: 4 })).toMatchObject({
      problem: { code: 'no room', left: 3, others: ['First Bed'] },
    });
    expect((await settle(other.id, { garden: id, plot: bed })).ok).toBe(true);
    // Twenty peas 6 cm apart in rows of 60 cm; three hours, and three minutes for each plant.
    expect(await findPlaceOf(library.db, other.id)).toMatchObject({ squareMetres: 0.8, hours: 4 });
    // Settled anew, its own room is free for it.
    expect((await settle(one.id, { garden: id, plot: bed, squareMetres: 6 })).ok).toBe(true);
    expect((await findGrowOut(library.db, one.id))!.sowOn).toBe('2027-04-10');
    expect(await settle(one.id, { garden: id, plot: await plot(await garden('Elsewhere Test'), 'Far bed') })).toMatchObject({
      problem: { code: 'no such plot' },
    });
    expect(await settle(one.id, { garden: id, sowOn: '2031-01-01' })).toMatchObject({ problem: { code: 'sow day' } });
    expect(await settle(one.id, { garden: 99_999 })).toMatchObject({ problem: { code: 'no such garden' } });
  });

  test('a crop of two seasons takes its bed for both', async () => {
    const id = await garden('Two Year Test');
    const beet = await proposed('Winter Root', { crop: 'beet' });
    expect((await settle(beet.id, { garden: id, sowOn: '2027-05-20' })).ok).toBe(true);
    expect((await findPlaceOf(library.db, beet.id))!.freeOn > '2028-06-01').toBe(true);
  });

  test('another of its kind near it is told of in both, a cage lowers it, and who is far away or at another time does not count', async () => {
    const [near, far] = [await garden('Near Test', '41.3, -34.0'), await garden('Far Test', '41.9, -34.0')];
    const house = (await readHouse(library.db))!;
    const [one, other, third] = [
      await proposed('Squash A', { crop: 'squash-pepo', kind: 'open-pollinated' }),
      await proposed('Squash B', { crop: 'squash-pepo', kind: 'open-pollinated' }),
      await proposed('Squash C', { crop: 'squash-pepo', kind: 'open-pollinated' }),
    ];
    const work = async ({ id, code }: { id: number; code: string }) => {
      const { methods, sowOn, gardenId, garden: name } = (await findPlaceOf(library.db, id))!;
      return workOut(
        library.db,
        (await findGrowOut(library.db, id))!,
        (await findLotByCode(library.db, code))!.facts,
        { methods, sowOn, gardenId, garden: name },
        house,
        true,
      );
    };
    await settle(one.id, { garden: near, sowOn: '2027-05-20' });
    expect((await work(one)).arrivals).toEqual([]);
    await settle(other.id, { garden: near, sowOn: '2027-05-20' });
    await settle(third.id, { garden: far, sowOn: '2027-05-20' });
    const open = await work(one);
    expect(open.arrivals.map(({ what }) => what)).toEqual(['Squash B']);
    expect((await work(other)).arrivals.map(({ what }) => what)).toEqual(['Squash A']);
    expect(open.share).toBeGreaterThan(0.1);
    expect(open.lowers.map(({ by }) => by)).toEqual(expect.arrayContaining(['cage', 'hand pollination']));
    await settle(one.id, { garden: near, sowOn: '2027-05-20', methods: ['cage'] });
    expect((await work(one)).share).toBeLessThan(open.share / 10);
  });

  test('a bloom off its plan is told to the gardens it reaches, whose own is on plan', async () => {
    const id = await garden('Off Plan Test', '41.7, -34.0');
    const beets = [
      await proposed('Early Red', { crop: 'squash-pepo', kind: 'open-pollinated' }),
      await proposed('Late Red', { crop: 'squash-pepo', kind: 'open-pollinated' }),
    ] as const;
    const [early, late] = beets;
    await settle(early.id, { garden: id, sowOn: '2027-05-10' });
    await settle(late.id, { garden: id, sowOn: '2027-08-20' });
    for (const { id: growOutId, code } of beets) {
      expect((await agreeGrowOut(leads(), { key: randomUUID(), growOutId, grower: library.member.name })).ok).toBe(true);
      const lot = (await findLotByCode(library.db, code))!;
      const [holding] = await findHoldings(library.db, lot.id);
      expect((await handOverSeed(leads(), { key: randomUUID(), growOutId, holding: holding!.id, seeds: 60 })).ok).toBe(true);
    }
    const house = (await readHouse(library.db))!;
    const alarms = async () => {
      const rows = await Promise.all(beets.map(async ({ id: one }) => (await findGrowOut(library.db, one))!));
      return (await readGoing(library.db, rows, house, '2027-08-01')).map((one) => one.alarms.map(({ what }) => what));
    };
    const seen = (kind: 'sown' | 'flowering', on: string, count: number | null) =>
      logSeason(acting(library.db, library.helper, '2027-08-01'), {
        key: randomUUID(),
        growOutId: late.id,
        kind,
        on,
        count,
        words: null,
        metres: null,
        method: null,
        insteadOf: null,
        photo: null,
      });
    expect((await alarms())[0]).not.toContain('neighbour off plan');
    expect(await seen('sown', '2027-05-15', 60)).toMatchObject({ ok: true });
    expect(await seen('flowering', '2027-07-05', null)).toMatchObject({ ok: true });
    expect((await alarms())[0]).toContain('neighbour off plan');
  });

  test('what a neighbour grows counts until it is struck', async () => {
    const id = await garden('Noted Test', '41.5, -34.0');
    const house = (await readHouse(library.db))!;
    const squash = await proposed('Squash D', { crop: 'squash-pepo', kind: 'open-pollinated' });
    await settle(squash.id, { garden: id, sowOn: '2027-05-20' });
    const share = async () =>
      (
        await workOut(
          library.db,
          (await findGrowOut(library.db, squash.id))!,
          (await findLotByCode(library.db, squash.code))!.facts,
          { methods: [], sowOn: '2027-05-20', gardenId: id, garden: 'Noted Test' },
          house,
          true,
        )
      ).share;
    const before = await share();
    const bloom = { key: randomUUID(), gardenId: id, year: 2027, crop: 'courgette', what: 'Next door’s', metres: 20, from: null, to: null };
    expect((await noteGardenBloom(works(), bloom)).ok).toBe(true);
    expect(await share()).toBeGreaterThan(before);
    const [noted] = (await bloomsIn(library.db, 2027)).filter(({ gardenId }) => gardenId === id);
    expect((await strikeGardenBloom(works(), { key: randomUUID(), gardenId: id, bloom: noted!.id })).ok).toBe(true);
    expect(await share()).toBe(before);
    expect(await noteGardenBloom(works(), { ...bloom, key: randomUUID(), crop: 'Zzzz' })).toMatchObject({
      problem: { code: 'no such crop' },
    });
  });
});
