import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { CAUTIONS, type Caution, type Step } from '#core/bench/steps.ts';
import { stepsFor, type Method } from '#core/bench/methods.ts';
import type { Amount } from '#core/units/parseAmount.ts';
import { findBatch, findPhoto, listBatchesOfLot, readChecks, readSteps, readWeighings } from '#data/bench.ts';
import { findIncidents } from '#data/evidence.ts';
import { readHouse } from '#data/house.ts';
import { activeHolds } from '#data/holds.ts';
import { readLedger } from '#data/ledger.ts';
import { findLotByCode } from '#data/lots.ts';
import { acknowledgeCautions, checkBatch, findOnTable, nextStep, recordAir, startBatch, weighBatch } from '#services/bench.server.ts';
import { readDrying } from '#services/drying.server.ts';
import { abandonBatch, finishBatch } from '#services/finishing.server.ts';
import { addMixUp } from '#services/evidence.server.ts';
import { readLoad } from '#services/load.server.ts';
import { remakePhoto } from '#services/remakePhoto.server.ts';
import { readRipe } from '#services/ripe.server.ts';
import { setHold } from '#services/shelves.server.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const HOUR = 3_600_000;
const after = (hours: number) => new Date(NOW.getTime() + hours * HOUR);
const CUCUMBER = {
  crop: 'cucumber',
  variety: 'Green Flag',
  form: 'whole fruit',
  amount: '6 fruits',
  neighbours: 'none',
  n0what: undefined,
  n0metres: undefined,
  insects: undefined,
} as const;
const house = async () => (await readHouse(library.db))!;
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const batch = async (id: number) => (await findBatch(library.db, id))!;

let jar = 2;
async function start(
  code: string,
  change: { method?: Method; brought?: 'whole fruit' | 'heads or pods' | 'clean seed'; vessel?: string } = {},
  at = NOW,
): Promise<number> {
  const done = await startBatch(library.db, library.helper, at, {
    key: randomUUID(),
    code,
    brought: change.brought ?? 'whole fruit',
    method: change.method ?? 'ferment',
    vessel: change.vessel ?? `Jar ${(jar += 1)}`,
    celsius: 16,
    humidity: 0.6,
    fruits: 6,
    weightIn: null,
  });
  if (!done.ok) throw new Error(done.problem.code);
  return done.answer.batchId;
}

const read = (id: number, actor = library.helper) =>
  acknowledgeCautions(library.db, actor, { key: randomUUID(), batchId: id, cautions: Object.keys(CAUTIONS) as Caution[] });

async function move(id: number, step: Step, at: Date, change: Partial<Parameters<typeof nextStep>[3]> = {}) {
  const { turn, method, facts, brought } = await batch(id);
  const to = change.method ?? method;
  return nextStep(library.db, library.helper, at, {
    key: randomUUID(),
    batchId: id,
    turn,
    method: to,
    step,
    place: stepsFor(to, facts, brought, []).indexOf(step),
    celsius: 16,
    startedAgo: 0,
    cleared: true,
    early: false,
    ...change,
  });
}

const weigh = (id: number, grams: number, at: Date, change: Partial<Parameters<typeof weighBatch>[3]> = {}) =>
  weighBatch(library.db, library.helper, at, {
    key: randomUUID(),
    batchId: id,
    milligrams: grams * 1000,
    typed: `${grams} g`,
    scaleError: 1000,
    heavier: null,
    ...change,
  });

async function finish(id: number, amount: Amount, at: Date, change: { sign?: boolean; reason?: string; liftDrying?: boolean } = {}) {
  return finishBatch(library.db, library.helper, at, {
    key: randomUUID(),
    batchId: id,
    turn: (await batch(id)).turn,
    amount: { ...amount, typed: 'as weighed' },
    sign: change.sign ?? true,
    liftDrying: change.liftDrying ?? true,
    reason: change.reason ?? null,
  });
}
/** Writes down what was seen. */
async function look(id: number, seen: string, at: Date, change: { turn?: number; photo?: Blob } = {}) {
  const check = { key: randomUUID(), batchId: id, turn: change.turn ?? (await batch(id)).turn, seen, photo: change.photo ?? null };
  return checkBatch(library.db, library.helper, at, check, remakePhoto);
}
const seeds = (count: number): Amount => ({ kind: 'count', seeds: count, approximate: true });
const problem = (done: { ok: boolean; problem?: unknown }) => done.problem;

describe('a batch goes its way', () => {
  test('begins at the first step of its method; a method that does not fit the crop is refused', async () => {
    const code = await takeIn(library, CUCUMBER);
    const id = await start(code);
    expect(await batch(id)).toMatchObject({ step: 'cure', turn: 1, method: 'ferment', vessel: `Jar ${jar}`, outcome: null });
    const wrong = await startBatch(library.db, library.helper, NOW, {
      key: randomUUID(),
      code,
      brought: 'whole fruit',
      method: 'thresh',
      vessel: 'Another bowl',
      celsius: 20,
      humidity: null,
      fruits: null,
      weightIn: null,
    });
    expect(problem(wrong)).toEqual({ code: 'method does not fit' });
  });

  test('not before its earliest hour without saying so, nor backwards, nor to before the step it follows', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    expect(problem(await move(id, 'scoop', after(2)))).toMatchObject({ code: 'too early' });
    expect((await move(id, 'scoop', after(2), { early: true })).ok).toBe(true);
    await read(id);
    expect(problem(await move(id, 'cure', after(3)))).toEqual({ code: 'no such step' });
    expect(problem(await move(id, 'ferment', after(3), { startedAgo: 5 }))).toMatchObject({ code: 'before the step' });
    expect((await move(id, 'ferment', after(3), { startedAgo: 1 })).ok).toBe(true);
    expect((await batch(id)).since).toEqual(after(2));
  });

  test('curing ends by days and by rind: the days alone do not open the fruit', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    const ripe = after(24 * 15);
    expect(problem(await move(id, 'scoop', ripe))).toEqual({ code: 'rind is soft' });
    await look(id, 'Nothing yet', ripe);
    expect(problem(await move(id, 'scoop', ripe))).toEqual({ code: 'rind is soft' });
    await look(id, 'The stalk is corky', ripe);
    expect((await move(id, 'scoop', ripe)).ok).toBe(true);
  });

  test('one vessel holds one batch, whatever its name is written like; it is free again when that has ended', async () => {
    const first = await start(await takeIn(library, CUCUMBER), { vessel: 'Blue bucket' });
    await expect(start(await takeIn(library, CUCUMBER), { vessel: ' blue Bucket' })).rejects.toThrow('vessel taken');
    await abandonBatch(library.db, library.helper, after(1), { key: randomUUID(), batchId: first, turn: 1, reason: 'Rotten' });
    await expect(start(await takeIn(library, CUCUMBER), { vessel: 'blue bucket' })).resolves.toBeGreaterThan(first);
  });

  test('a photo is kept with what was seen, and one that is none stops the whole look', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    const onePixel = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    expect((await look(id, 'White fluff', after(1), { photo: new Blob([onePixel]) })).ok).toBe(true);
    expect(problem(await look(id, 'Grey fluff', after(2), { photo: new Blob(['words']) }))).toEqual({ code: 'not a photo' });
    const [seen, ...more] = await readChecks(library.db, id);
    expect(more).toEqual([]);
    expect(seen).toMatchObject({ seen: 'White fluff', photo: { width: 1, height: 1 } });
    expect((await findPhoto(library.db, seen!.id))!.subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    expect(await findPhoto(library.db, -1)).toBeNull();
  });

  test('hazards of a step are read before it is worked, once by each person', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    await move(id, 'scoop', after(2), { early: true });
    expect(problem(await move(id, 'ferment', after(3)))).toEqual({ code: 'read first', cautions: ['knife', 'bitter'] });
    await read(id, library.coordinator);
    expect(problem(await move(id, 'ferment', after(3)))).toMatchObject({ code: 'read first' });
    await read(id);
    await read(id);
    expect((await move(id, 'ferment', after(3))).ok).toBe(true);
  });

  test('a cold ferment is switched to soda in the middle, and both are kept', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    await read(id);
    await move(id, 'scoop', after(1), { early: true });
    await move(id, 'ferment', after(2));
    expect((await move(id, 'soda', after(40), { method: 'soda' })).ok).toBe(true);
    expect((await readSteps(library.db, id)).map(({ method, step }) => `${method}: ${step}`)).toEqual([
      'ferment: cure',
      'ferment: scoop',
      'ferment: ferment',
      'soda: soda',
    ]);
  });

  test('of two helpers who move it on at once the second is told where it is, and nothing is lost', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    await read(id);
    const { turn } = await batch(id);
    const [one, other] = await Promise.all([
      move(id, 'scoop', after(2), { early: true, turn }),
      move(id, 'scoop', after(2), { early: true, turn }),
    ]);
    expect([one.ok, other.ok].sort()).toEqual([false, true]);
    expect(problem(one.ok ? other : one)).toEqual({ code: 'moved on', to: 'scoop' });
    expect(await readSteps(library.db, id)).toHaveLength(2);
    expect(problem(await look(id, 'soft', after(3), { turn: 1 }))).toMatchObject({
      code: 'moved on',
    });
  });

  test('a clock that was set back begins no step before the one it follows', async () => {
    const id = await start(await takeIn(library, CUCUMBER), {}, after(10));
    await move(id, 'scoop', after(9), { early: true });
    expect((await batch(id)).since).toEqual(after(10));
  });

  test('sent twice, it begins once', async () => {
    const code = await takeIn(library, CUCUMBER);
    const form = {
      key: randomUUID(),
      code,
      brought: 'whole fruit',
      method: 'ferment',
      vessel: 'The only bowl',
      celsius: 20,
      humidity: null,
      fruits: null,
      weightIn: null,
    } as const;
    await Promise.all([startBatch(library.db, library.helper, NOW, form), startBatch(library.db, library.helper, NOW, form)]);
    expect(await listBatchesOfLot(library.db, (await lot(code)).id)).toHaveLength(1);
  });

  test('what was written is never changed, and an ended batch takes nothing more', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    expect(
      (await abandonBatch(library.db, library.helper, after(1), { key: randomUUID(), batchId: id, turn: 1, reason: 'Rotten, all six' })).ok,
    ).toBe(true);
    expect(problem(await weigh(id, 10, after(2)))).toEqual({ code: 'ended' });
    await expect(
      sql`insert into weighing (batch_id, milligrams, scale_error, typed, weighed_at, act_key) values (${id}, 1, 1, 'x', now(), ${randomUUID()})`.execute(
        library.owner,
      ),
    ).rejects.toThrow('the batch has ended');
    await expect(sql`update batch_step set celsius = 30 where batch_id = ${id}`.execute(library.owner)).rejects.toThrow();
  });
});

describe('one lot on the table', () => {
  test('a second lot asks for a cleared table, louder when its seed looks the same', async () => {
    const [one, other] = [
      await start(await takeIn(library, CUCUMBER)),
      await start(await takeIn(library, { ...CUCUMBER, variety: 'Tail Lamp' })),
    ];
    await read(one);
    await read(other);
    await move(one, 'scoop', after(1), { early: true });
    const asked = await move(other, 'scoop', after(2), { early: true, cleared: false });
    expect(problem(asked)).toMatchObject({ code: 'table taken', by: { alike: true } });
    expect((await move(other, 'scoop', after(2), { early: true, cleared: true })).ok).toBe(true);
    expect(await findOnTable(library.db, await batch(one))).toMatchObject({ alike: true });
  });
});

describe('drying', () => {
  async function dryPea(code: string): Promise<number> {
    const id = await start(code, { method: 'as it is', brought: 'clean seed' });
    await read(id);
    await move(id, 'dry', after(1));
    return id;
  }

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

  test('steady in a damp room is not dry; over silica gel with a dry jar it is, and its hold is lifted', async () => {
    const code = await takeIn(library, { amount: '640 g' });
    const before = await lot(code);
    await setHold(library.db, library.helper, TODAY, { key: randomUUID(), code, kind: 'drying', reason: 'Still soft' });
    const id = await dryPea(code);
    for (const [grams, hours] of [
      [640, 2],
      [625, 26],
      [620, 50],
      [619, 98],
      [619, 146],
    ] as const)
      await weigh(id, grams, after(hours));
    await recordAir(library.db, library.helper, after(146), { key: randomUUID(), batchId: id, of: 'room', humidity: 0.66, celsius: 17 });
    const damp = await readDrying(library.db, await batch(id), after(147), true);
    expect(damp.room!.verdict).toBe('needs silica');
    expect(damp.forecast!.settled).toBeGreaterThan(0.9);
    expect(damp.against).toEqual(['too humid']);
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
    await recordAir(library.db, library.helper, after(293), { key: randomUUID(), batchId: id, of: 'jar', humidity: 0.3, celsius: 17 });
    const done = await finish(id, { kind: 'weight', milligrams: 588_000, approximate: false }, after(294));
    expect(done).toMatchObject({ ok: true, answer: { code, lifted: true } });
    expect(await activeHolds(library.db, before.id)).not.toContain('drying');
    expect((await lot(code)).onHand).toBe(588_000);
    expect((await readLedger(library.db, before.id)).at(-1)).toMatchObject({ kind: 'discarded', amount: 52_000, toOutside: 'waste' });
  });

  test('put away too soon, with a reason, it is held; a jar’s humidity gives the weight to reach', async () => {
    const code = await takeIn(library, { amount: '640 g' });
    const id = await dryPea(code);
    await weigh(id, 640, after(2));
    await recordAir(library.db, library.helper, after(3), { key: randomUUID(), batchId: id, of: 'jar', humidity: 0.7, celsius: 20 });
    const { targetWeight } = await readDrying(library.db, await batch(id), after(4), false);
    expect(targetWeight).toBeGreaterThan(560_000);
    expect(targetWeight).toBeLessThan(640_000);
    const done = await finish(id, { kind: 'weight', milligrams: 640_000, approximate: false }, after(5), {
      reason: 'The hall closes tonight',
    });
    expect(done).toMatchObject({ ok: true, answer: { lifted: false } });
    expect(await activeHolds(library.db, (await lot(code)).id)).toContain('drying');
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
    expect((await finish(id, seeds(400), after(20), { reason: 'to be dried on' })).ok).toBe(true);
    expect((await lot(code)).form).toBe(index === 0 ? 'heads or pods' : 'clean seed');
  }
  const { onHand, unit, id } = await lot(code);
  expect((await readLedger(library.db, id)).filter(({ kind }) => kind === 'cleaned')).toHaveLength(2);
  expect(unit === 'seed' ? onHand : onHand > 0).toBe(unit === 'seed' ? 800 : true);
});

describe('what the house knows of its bench', () => {
  test('a mix-up is recorded of both lots that lay on the table', async () => {
    const [one, other] = [await takeIn(library, CUCUMBER), await takeIn(library, { ...CUCUMBER, variety: 'Buffer Stop' })];
    const [first, second] = [await start(one), await start(other)];
    await read(first);
    await move(first, 'scoop', after(1), { early: true });
    const table = (await findOnTable(library.db, await batch(second)))!;
    const done = await addMixUp(library.db, library.helper, TODAY, {
      key: randomUUID(),
      batchId: second,
      what: 'A tag fell off',
      withTable: true,
      discarded: false,
    });
    expect(done.ok).toBe(true);
    for (const code of [other, table.code]) {
      const incidents = await findIncidents(library.db, (await lot(code)).id);
      expect(incidents.at(-1)).toMatchObject({ kind: 'mix-up', what: `A tag fell off: ${other} and ${table.code}` });
    }
  });

  test('only batches whose clock has run are ripe, and an ended one is none', async () => {
    const id = await start(await takeIn(library, CUCUMBER), {}, after(1000));
    const mine = async (hours: number) =>
      (await readRipe(library.db, await house(), after(hours))).batches.filter(({ batch: one }) => one.id === id);
    expect(await mine(1001)).toEqual([]);
    expect((await mine(1000 + 24 * 10))[0]!.clock.state).toBe('ripe');
    await abandonBatch(library.db, library.helper, after(1002), { key: randomUUID(), batchId: id, turn: 1, reason: 'Rotten' });
    expect(await mine(1000 + 24 * 10)).toEqual([]);
  });

  test('the load knows what waits uncleaned, until somebody begins it, and by when it must be begun', async () => {
    const code = await takeIn(library, CUCUMBER);
    const load = await readLoad(library.db, await house(), NOW, 8);
    const at = load.waiting.findIndex((one) => one.code === code);
    expect(load.begin[at]! <= (load.waiting[at]!.openBy ?? '9999')).toBe(true);
    expect(load.weeks).toHaveLength(8);
    await start(code);
    const after = await readLoad(library.db, await house(), NOW, 8);
    expect(after.waiting.map((one) => one.code)).not.toContain(code);
    expect(after.under).toBe(load.under + 1);
  });
});
