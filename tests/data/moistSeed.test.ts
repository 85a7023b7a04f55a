import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { ensurePlace, findHoldings, readPlaceWarmth } from '#data/stock/places.ts';
import { packLot } from '#services/bench/packing.server.ts';
import { shutAway } from '#services/bench/treatments.server.ts';
import { acting } from '#services/command.server.ts';
import { recordClimate } from '#services/stock/climate.server.ts';
import { after, atTheBench, problem, seeds } from './atTheBench.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

/** Angelica: sown fresh or kept moist and cold; dry seed dies. */
const ANGELICA = {
  crop: 'angelica',
  variety: 'Wend Bank',
  harvested: 'Sep 2026',
  dried: 'not dried',
  neighbours: 'none',
  n0what: undefined,
  n0metres: undefined,
  insects: undefined,
} as const;

let library: Library;
const { lot, batch, start, read, finish } = atTheBench(() => library);

beforeAll(async () => {
  library = await preparedLibrary();
  for (const [place, celsius, since] of [
    ['Freezer', -18, TODAY],
    ['Fridge', -4, addDays(TODAY, -30)],
    ['Fridge', 4, addDays(TODAY, -10)],
  ] as const) {
    await ensurePlace(library.db, place);
    const climate = { key: randomUUID(), place, since, celsius, humidity: 0.6, why: null };
    expect((await recordClimate(acting(library.db, library.helper, TODAY), climate)).ok).toBe(true);
  }
});

test('a place is as warm as it was last said to be, on that day', async () => {
  const warmth = async (today: Day) =>
    Object.fromEntries((await readPlaceWarmth(library.db, today)).map((one) => [one.place, one.celsius]));
  expect(await warmth(TODAY)).toEqual({ Freezer: -18, Fridge: 4 });
  expect(await warmth(addDays(TODAY, -20))).toEqual({ Fridge: -4 });
});

test('seed that must not be dried is not held for being moist', async () => {
  const code = await takeIn(library, ANGELICA);
  expect(await activeHolds(library.db, (await lot(code)).id)).not.toContain('drying');
  expect(await activeHolds(library.db, (await lot(await takeIn(library, { dried: 'not dried' }))).id)).toContain('drying');
});

test('it is packed into the fridge, and not into the freezer or away against insects', async () => {
  const code = await takeIn(library, ANGELICA);
  const pack = (place: string) =>
    packLot(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, seeds: 20, packets: 3, keepBack: 0, place });
  expect(problem(await pack(' freezer '))).toEqual({ code: 'frost kills it' });
  expect(await pack('Fridge')).toMatchObject({ ok: true });
  const away = { key: randomUUID(), code, kind: 'freezer', container: 'Jar 1', use: 'sowing', since: TODAY } as const;
  expect(problem(await shutAway(acting(library.db, library.helper, TODAY), away))).toEqual({ code: 'must stay moist' });
  const pea = await takeIn(library);
  expect(
    (
      await packLot(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code: pea,
        seeds: 20,
        packets: 3,
        keepBack: 0,
        place: 'Freezer',
      })
    ).ok,
  ).toBe(true);
});

test('the bench never dries it, finishes it moist, and lifts its hold all the same', async () => {
  const code = await takeIn(library, { ...ANGELICA, form: 'heads or pods', amount: '4 heads' });
  expect(await activeHolds(library.db, (await lot(code)).id)).toContain('drying');
  const id = await start(code, { method: 'thresh', brought: 'heads or pods' });
  expect(await batch(id)).toMatchObject({ step: 'thresh' });
  await read(id);
  expect(problem(await finish(id, seeds(400), after(5), { sign: false, place: 'Freezer', container: 'jar' }))).toEqual({
    code: 'frost kills it',
  });
  expect(await finish(id, seeds(400), after(5), { sign: false, place: 'Fridge', container: 'plastic bag' })).toMatchObject({
    ok: true,
    answer: { lifted: true },
  });
  const [kept] = await findHoldings(library.db, (await lot(code)).id);
  expect(kept).toMatchObject({ place: 'Fridge', container: 'plastic bag', balance: (await lot(code)).onHand });
});
