import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import { middleAge } from '#core/viability/age.ts';
import { outlookOf } from '#core/viability/outlook.ts';
import { DRY_ENOUGH, moistureByJar } from '#core/viability/storage.ts';
import { readWeighings } from '#data/bench/weighings.ts';
import { activeHolds, findHolds } from '#data/lots/holds.ts';
import { readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { recordAir } from '#services/bench/air.server.ts';
import { readDrying } from '#services/bench/drying.server.ts';
import { acting } from '#services/command.server.ts';
import { setHold } from '#services/lots/holdSeed.server.ts';
import { readOutlookFacts } from '#services/lots/outlook.server.ts';
import { after, atTheBench, problem, seeds } from './atTheBench.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const { lot, batch, start, read, move, weigh, finish } = atTheBench(() => library);

describe('drying', () => {
  async function dryPea(code: string): Promise<number> {
    const id = await start(code, { method: 'as it is', brought: 'clean seed' });
    await read(id);
    await move(id, 'dry', after(1));
    return id;
  }

  test('a weight that no drying explains is asked about: half an ounce after 741 g', async () => {
    const id = await dryPea(await takeIn(library, { amount: '741 g' }));
    await weigh(id, 741, after(2));
    expect(problem(await weigh(id, 14.2, after(26)))).toEqual({ code: 'far lighter', last: 741_000 });
    expect((await weigh(id, 200, after(26))).ok).toBe(true);
    expect((await weigh(id, 40, after(30), { heavier: 'some was taken out' })).ok).toBe(true);
    // What was taken out begins a curve of its own: the next weight is held against it.
    expect((await weigh(id, 39, after(50))).ok).toBe(true);
  });

  test('a heavier weight is asked about, and both are kept', async () => {
    const id = await dryPea(await takeIn(library, { amount: '640 g' }));
    await weigh(id, 640, after(2));
    await weigh(id, 620, after(26));
    expect(problem(await weigh(id, 660, after(30)))).toEqual({ code: 'heavier', last: 620_000 });
    expect((await weigh(id, 660, after(30), { heavier: 'the scale was bumped' })).ok).toBe(true);
    expect((await weigh(id, 615, after(50))).ok).toBe(true);
    expect((await readWeighings(library.db, id)).map(({ milligrams, heavier }) => [milligrams, heavier])).toEqual([
      [640_000, null],
      [620_000, null],
      [660_000, 'the scale was bumped'],
      [615_000, null],
    ]);
  });

  test('a weight from the tag is put where it belongs, and only those before it are asked about', async () => {
    const id = await dryPea(await takeIn(library, { amount: '640 g' }));
    await weigh(id, 640, after(2));
    await weigh(id, 620, after(50));
    expect((await weigh(id, 630, after(51), { when: { kind: 'ago', milliseconds: 25 * 3_600_000 } })).ok).toBe(true);
    expect((await readWeighings(library.db, id)).map(({ milligrams, weighedAt }) => [milligrams, weighedAt])).toEqual([
      [640_000, after(2)],
      [630_000, after(26)],
      [620_000, after(50)],
    ]);
    expect(problem(await weigh(id, 650, after(51), { when: { kind: 'ago', milliseconds: 25 * 3_600_000 } }))).toMatchObject({
      code: 'heavier',
    });
    expect(problem(await weigh(id, 640, after(51), { when: { kind: 'ago', milliseconds: 60 * 3_600_000 } }))).toMatchObject({
      code: 'before the step',
    });
  });

  test('steady in a damp room is not dry; over silica gel with a dry jar it is, and its hold is lifted', async () => {
    const code = await takeIn(library, { amount: '640 g' });
    const before = await lot(code);
    await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'drying', reason: 'Still soft' });
    const id = await dryPea(code);
    for (const [grams, hours] of [
      [640, 2],
      [625, 26],
      [620, 50],
      [619, 98],
      [619, 146],
    ] as const)
      await weigh(id, grams, after(hours));
    await recordAir(acting(library.db, library.helper, after(146)), {
      key: randomUUID(),
      batchId: id,
      of: 'room',
      humidity: 0.66,
      celsius: 17,
    });
    const damp = await readDrying(library.db, await batch(id), after(147), true);
    expect(damp.room!.verdict).toBe('needs silica');
    expect(damp.forecast!.settled).toBeGreaterThan(0.9);
    expect(damp.against).toEqual(['too humid']);
    // Kilograms typed for grams: clean seed weighs no more than its batch ever did.
    expect(
      problem(await finish(id, { kind: 'weight', milligrams: 5_000_000, approximate: false }, after(147), { reason: 'x' })),
    ).toMatchObject({
      code: 'more than was weighed',
    });
    expect(problem(await finish(id, { kind: 'weight', milligrams: 619_000, approximate: false }, after(147)))).toEqual({
      code: 'not dry',
      against: ['too humid'],
    });
    await move(id, 'silica', after(148));
    for (const [grams, hours] of [
      [619, 149],
      [600, 173],
      [592, 197],
      [589, 221],
      [588, 245],
      [588, 293],
    ] as const)
      await weigh(id, grams, after(hours));
    await recordAir(acting(library.db, library.helper, after(293)), {
      key: randomUUID(),
      batchId: id,
      of: 'jar',
      humidity: 0.3,
      celsius: 17,
    });
    const done = await finish(id, { kind: 'weight', milligrams: 588_000, approximate: false }, after(294));
    expect(done).toMatchObject({ ok: true, answer: { code, lifted: true } });
    expect(await activeHolds(library.db, before.id)).not.toContain('drying');
    expect((await lot(code)).onHand).toBe(588_000);
    // From now on its jar is no guess: the bench found it dry enough, and the hygrometer of the same day says how dry.
    const [{ facts }] = (await readOutlookFacts(library.db, [before.id], TODAY)) as [Awaited<ReturnType<typeof readOutlookFacts>>[number]];
    const [found, read] = [DRY_ENOUGH, { celsius: 17, humidity: 0.3 }].map((air) => moistureByJar(air, facts.crop.oil));
    expect(facts.storage.jars.map(({ moisture }) => moisture)).toEqual([found, read]);
    expect((await readLedger(library.db, before.id)).at(-1)).toMatchObject({ kind: 'discarded', amount: 52_000, toOutside: 'waste' });
  });

  test('put away too soon, with a reason, it is held; a jar’s humidity gives the weight to reach', async () => {
    const code = await takeIn(library, { amount: '640 g' });
    const id = await dryPea(code);
    await weigh(id, 640, after(2));
    await recordAir(acting(library.db, library.helper, after(3)), {
      key: randomUUID(),
      batchId: id,
      of: 'jar',
      humidity: 0.7,
      celsius: 20,
    });
    const { targetWeight } = await readDrying(library.db, await batch(id), after(4), false);
    expect(targetWeight).toBeGreaterThan(560_000);
    expect(targetWeight).toBeLessThan(640_000);
    const done = await finish(id, { kind: 'weight', milligrams: 640_000, approximate: false }, after(5), {
      reason: 'The hall closes tonight',
    });
    expect(done).toMatchObject({ ok: true, answer: { lifted: false } });
    const { id: lotId } = await lot(code);
    expect((await findHolds(library.db, lotId)).filter(({ liftedOn }) => liftedOn === null)).toMatchObject([
      { kind: 'drying', reason: 'Put away before it was dry: The hall closes tonight' },
    ]);
    // In its shut jar it keeps the water that the hygrometer told of, and ages by it.
    const [{ facts }] = (await readOutlookFacts(library.db, [lotId], TODAY)) as [Awaited<ReturnType<typeof readOutlookFacts>>[number]];
    expect(facts.storage.jars).toEqual([{ on: after(3).toISOString().slice(0, 10), moisture: expect.closeTo(16.4, 1) }]);
    const rate = (jars: typeof facts.storage.jars) => outlookOf({ ...facts, storage: { ...facts.storage, jars } }, addDays(TODAY, 30)).rate;
    expect(middleAge(rate(facts.storage.jars))).toBeGreaterThan(2 * middleAge(rate([])));
    expect(problem(await finish(id, seeds(1), after(6)))).toEqual({ code: 'ended' });
  });

  test('more than the book holds is not dried into being', async () => {
    const code = await takeIn(library, { amount: '100 g' });
    const id = await dryPea(code);
    expect(problem(await finish(id, { kind: 'weight', milligrams: 120_000, approximate: false }, after(5), { reason: 'x' }))).toEqual({
      code: 'more than there was',
    });
    expect((await batch(id)).outcome).toBeNull();
  });
});

const INTO = [
  { place: 'Drying shelf', container: 'paper envelope' },
  { place: 'Cupboard', container: 'jar' },
] as const;

test('pickings of one lot go into it one by one; with the last the lot is clean', async () => {
  const code = await takeIn(library, {
    crop: 'lettuce',
    variety: 'Slow Line',
    form: 'heads or pods',
    amount: '30 heads',
    neighbours: 'none',
    n0what: undefined,
    n0metres: undefined,
    insects: undefined,
  });
  const ids = [
    await start(code, { method: 'thresh', brought: 'heads or pods' }),
    await start(code, { method: 'thresh', brought: 'heads or pods' }),
  ];
  for (const [index, id] of ids.entries()) {
    await read(id);
    await move(id, 'dry', after(10), { early: true });
    expect((await finish(id, seeds(400), after(20), { reason: 'to be dried on', ...INTO[index] })).ok).toBe(true);
    expect((await lot(code)).form).toBe(index === 0 ? 'heads or pods' : 'clean seed');
  }
  const { onHand, unit, id } = await lot(code);
  // Each picking went where it was put; the box in which the heads came stands empty, and is told last.
  expect((await findHoldings(library.db, id)).map(({ place, container, balance }) => [place, container, balance > 0])).toEqual([
    ['Drying shelf', 'paper envelope', true],
    ['Cupboard', 'jar', true],
    [expect.any(String), 'jar', false],
  ]);
  expect((await readLedger(library.db, id)).filter(({ kind }) => kind === 'cleaned')).toHaveLength(2);
  expect(unit === 'seed' ? onHand : onHand > 0).toBe(unit === 'seed' ? 800 : true);
});
