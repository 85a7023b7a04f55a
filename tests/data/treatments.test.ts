import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { createTreatment, findTreatments, findWarming, listAway } from '#data/bench/treatments.ts';
import { activeHolds, findHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { packLot } from '#services/bench/packing.server.ts';
import { openTreated, openWarm, shutAway, takeOut } from '#services/bench/treatments.server.ts';
import { acting } from '#services/command.server.ts';
import { liftHold, setHold } from '#services/lots/holdSeed.server.ts';
import { recordClimate } from '#services/stock/climate.server.ts';
import { layTests } from '#services/tests/layTests.server.ts';
import { lendOne, NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const idOf = async (code: string) => (await findLotByCode(library.db, code))!.id;
const shut = (code: string, kind: 'freezer' | 'airtight' = 'freezer', today = TODAY, since = today) =>
  shutAway(acting(library.db, library.helper, today), { key: randomUUID(), code, kind, container: 'Jar 12', use: 'sowing', since });
const open = (code: string, today: Day, reason: string | null = null) =>
  openTreated(acting(library.db, library.helper, today), { key: randomUUID(), code, reason, liftPests: true });

describe('seed shut away from insects', () => {
  test('is held, is not lent meanwhile, and its hold is lifted when its time is done', async () => {
    const code = await takeIn(library);
    expect((await shut(code)).ok).toBe(true);
    expect(await activeHolds(library.db, await idOf(code))).toContain('pests');
    const lent = await lendOne(library, code);
    expect(lent).toMatchObject({ ok: false, problem: { because: { why: 'hold' } } });
    expect(await shut(code)).toMatchObject({ problem: { code: 'shut already' } });
    expect(await open(code, addDays(TODAY, 14))).toEqual({ ok: true, answer: { again: false } });
    expect(await activeHolds(library.db, await idOf(code))).not.toContain('pests');
    expect(await open(code, addDays(TODAY, 15))).toMatchObject({ problem: { code: 'not shut' } });
  });

  test('frost is no cure of a disease: its hold stays, and a helper does not lift it', async () => {
    const code = await takeIn(library, { diseases: 'another', diseaseOther: 'black legs', 'sick:another': 'ask' });
    await shut(code);
    await open(code, addDays(TODAY, 14));
    expect(await activeHolds(library.db, await idOf(code))).toEqual(['disease']);
    const { id } = (await findHolds(library.db, await idOf(code))).find(({ kind }) => kind === 'disease')!;
    const lift = (by: typeof library.helper) =>
      liftHold(acting(library.db, by, TODAY), { key: randomUUID(), code, hold: id, reason: 'Asked: it does not live in the seed' });
    expect(await lift(library.helper)).toMatchObject({ ok: false, problem: { code: 'not yours to lift', kind: 'disease' } });
    expect(await lift(library.coordinator)).toMatchObject({ ok: true });
  });

  test('opened early wants a reason, is recorded, and its time begins anew', async () => {
    const code = await takeIn(library);
    await shut(code);
    expect(await open(code, addDays(TODAY, 2))).toEqual({ ok: false, problem: { code: 'too early', opens: addDays(TODAY, 4) } });
    expect(await open(code, addDays(TODAY, 2), 'Wrong jar')).toEqual({ ok: true, answer: { again: true } });
    const [again, first] = await findTreatments(library.db, await idOf(code));
    expect(first).toMatchObject({ openedOn: addDays(TODAY, 2), early: true, reason: 'Wrong jar' });
    expect(again).toMatchObject({ since: addDays(TODAY, 2), openedOn: null, container: 'Jar 12' });
    expect(await activeHolds(library.db, await idOf(code))).toContain('pests');
  });

  test('shut away some days ago, its time counts from then; not from a day to come, nor from one when it was out', async () => {
    const code = await takeIn(library);
    expect(await shut(code, 'freezer', TODAY, addDays(TODAY, 1))).toEqual({ ok: false, problem: { code: 'to come' } });
    expect((await shut(code, 'freezer', TODAY, addDays(TODAY, -14))).ok).toBe(true);
    expect(await open(code, TODAY)).toEqual({ ok: true, answer: { again: false } });
    expect(await shut(code, 'airtight', TODAY, addDays(TODAY, -1))).toEqual({
      ok: false,
      problem: { code: 'still open then', until: TODAY },
    });
  });

  test('is dry first: frost kills damp seed, and the database says so too', async () => {
    const code = await takeIn(library);
    await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'drying', reason: 'Bends' });
    expect(await shut(code)).toEqual({ ok: false, problem: { code: 'not dry' } });
    await expect(
      createTreatment(library.db, {
        lotId: await idOf(code),
        kind: 'freezer',
        container: 'x',
        use: 'food',
        since: TODAY,
        actKey: randomUUID(),
        by: library.helper.personId,
      }),
    ).rejects.toMatchObject({ constraint: 'treatment_of_dry_seed' });
  });
});

test('a cold container stays closed until it is warm, unless somebody says otherwise', async () => {
  const code = await takeIn(library);
  const take = () => takeOut(acting(library.db, library.helper, NOW), { key: randomUUID(), code, container: 'jar', celsius: -18 });
  expect((await take()).ok).toBe(true);
  expect(await take()).toMatchObject({ problem: { code: 'warms already' } });
  const { opensAt } = (await findWarming(library.db, await idOf(code)))!;
  expect(opensAt.getTime() - NOW.getTime()).toBeGreaterThanOrEqual(3_600_000);
  expect((await listAway(library.db)).warming.map((one) => one.code)).toContain(code);
  const early = new Date(opensAt.getTime() - 60_000);
  const opened = (at: Date, force: boolean) => openWarm(acting(library.db, library.helper, at), { key: randomUUID(), code, early: force });
  expect(await opened(early, false)).toMatchObject({ problem: { code: 'still cold' } });
  expect((await opened(early, true)).ok).toBe(true);
  expect(await opened(opensAt, false)).toMatchObject({ problem: { code: 'not warming' } });
  expect(await findWarming(library.db, await idOf(code))).toBeUndefined();
});

describe('seed that is frozen', () => {
  const NIGHT = new Date(`${TODAY}T08:00:00Z`);
  const lays = (code: string, warmed?: string, now = NIGHT) =>
    layTests(acting(library.db, library.helper, now), {
      key: randomUUID(),
      laidOn: TODAY,
      counted: 'any root',
      kind: 'viability',
      medium: 'paper towel',
      treatments: [],
      checkDays: null,
      warmed,
      lots: [{ code, seeds: 10, celsius: 20, spot: 'room' }],
    });
  const packs = (code: string, warmed?: string) =>
    packLot(acting(library.db, library.helper, NIGHT), {
      key: randomUUID(),
      code,
      seeds: 40,
      packets: 1,
      keepBack: 0,
      place: 'Shelf',
      warmed,
    });

  test('asks for its warm-up before it is tested, packed or lent, and takes the word of whoever let it stand', async () => {
    const cold = { key: randomUUID(), place: 'Ice chest', since: '2026-01-01', celsius: -18, humidity: 0.4, why: null };
    const code = await takeIn(library, { place: 'Ice chest' });
    await recordClimate(acting(library.db, library.helper, TODAY), cold);
    const asked = { problem: { code: 'still frozen', place: 'Ice chest', opens: null } };
    expect(await lays(code)).toMatchObject(asked);
    expect(await packs(code)).toMatchObject(asked);
    expect(await lendOne(library, code)).toMatchObject(asked);
    expect(await lays(code, 'It stood closed')).toMatchObject({ ok: true });
    await takeOut(acting(library.db, library.helper, NIGHT), { key: randomUUID(), code, container: 'jar', celsius: -18 });
    expect(await lays(code)).toMatchObject({ problem: { opens: expect.stringMatching(/^today \d\d:\d\d$/) } });
    await openWarm(acting(library.db, library.helper, NIGHT), { key: randomUUID(), code, early: true });
    expect(await lays(code)).toMatchObject({ ok: true });
    expect(await lays(code, undefined, new Date(NIGHT.getTime() + 30 * 3_600_000))).toMatchObject({ problem: { code: 'still frozen' } });
    // A jar of it that lies warm is opened as it is.
    expect(await packs(code, 'It stood closed')).toMatchObject({ ok: true });
    expect(await lendOne(library, code)).toMatchObject({ ok: true });
  });

  test('against insects likewise, while it is shut away', async () => {
    const code = await takeIn(library);
    await shut(code);
    expect(await lays(code)).toMatchObject({ problem: { code: 'still frozen', place: 'Jar 12' } });
    await open(code, addDays(TODAY, 14));
    expect(await lays(code)).toMatchObject({ ok: true });
  });
});
